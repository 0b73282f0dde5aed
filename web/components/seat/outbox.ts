'use client'
import { useCallback, useState } from 'react'
import { v7 as newId } from 'uuid'

export interface Unsent {
  readonly id: string
  readonly text: string
  /** What goes along. */
  readonly file: File | null
  readonly at: number
  readonly failed: string | null
}

/**
 * Words on their way: shown at once, kept until the centre has them, tried again under the same id, so that nothing is
 * lost and nothing is said twice.
 */
export function useOutbox(post: (id: string, text: string, file: File | null) => Promise<void>): {
  readonly unsent: readonly Unsent[]
  readonly send: (text: string, at: number, file?: File | null) => void
  readonly retry: (id: string) => void
} {
  const [unsent, setUnsent] = useState<readonly Unsent[]>([])
  const deliver = useCallback(
    (id: string, text: string, file: File | null) => {
      post(id, text, file).then(
        () => setUnsent((all) => all.filter((one) => one.id !== id)),
        (error: Error) =>
          setUnsent((all) => all.map((one) => (one.id === id ? { ...one, failed: error.message } : one))),
      )
    },
    [post],
  )
  const send = useCallback(
    (text: string, at: number, file: File | null = null) => {
      const id = newId()
      setUnsent((all) => [...all, { id, text, file, at, failed: null }])
      deliver(id, text, file)
    },
    [deliver],
  )
  const retry = useCallback(
    (id: string) => {
      const one = unsent.find((candidate) => candidate.id === id)
      if (one === undefined) return
      setUnsent((all) => all.map((other) => (other.id === id ? { ...other, failed: null } : other)))
      deliver(id, one.text, one.file)
    },
    [unsent, deliver],
  )
  return { unsent, send, retry }
}
