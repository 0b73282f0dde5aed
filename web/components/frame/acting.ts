'use client'
import { useCallback, useState } from 'react'
import { Refused } from '../stream/send.ts'

export interface Acting {
  /** Something that was asked for is under way. */
  readonly busy: boolean
  /** Why the last was refused; null: it was not. */
  readonly wrong: Refused | null
  readonly act: (what: () => Promise<unknown>) => Promise<void>
  readonly refused: (error: unknown) => void
  readonly forget: () => void
}

/** Does one thing after the other, and keeps what was said against the last. */
export function useActing(): Acting {
  const [busy, setBusy] = useState(false)
  const [wrong, setWrong] = useState<Refused | null>(null)
  const refused = useCallback(
    (error: unknown): void => setWrong(error instanceof Refused ? error : new Refused(String(error), 0, 'failed')),
    [],
  )
  const act = async (what: () => Promise<unknown>): Promise<void> => {
    setBusy(true)
    setWrong(null)
    try {
      await what()
    } catch (error) {
      refused(error)
    } finally {
      setBusy(false)
    }
  }
  return { busy, wrong, act, refused, forget: () => setWrong(null) }
}
