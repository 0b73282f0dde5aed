'use client'
import { useState } from 'react'

export interface Sending {
  readonly busy: boolean
  /** What went wrong the last time, as a sentence. */
  readonly error: string | null
  /** Does the work once; `done` comes after it went well. What was entered stays where it did not. */
  readonly send: (work: () => Promise<void>, done?: () => void) => Promise<void>
}

/** One thing that is sent at a time, and the sentence of what went wrong. */
export function useSending(): Sending {
  const [busy, setBusy] = useState(false)
  const [error, setError] = useState<string | null>(null)
  const send = async (work: () => Promise<void>, done?: () => void): Promise<void> => {
    setBusy(true)
    setError(null)
    try {
      await work()
      done?.()
    } catch (caught) {
      setError((caught as Error).message)
    } finally {
      setBusy(false)
    }
  }
  return { busy, error, send }
}
