'use client'
import { useCallback, useState } from 'react'
import { newId } from '../../../view/new-id.ts'

export interface Unsent {
  readonly id: string
  readonly text: string
  /** Of an email; null: as the one before it, or none. */
  readonly subject: string | null
  /** What goes along. */
  readonly file: File | null
  readonly at: number
  readonly failed: string | null
}

type Post = (id: string, text: string, file: File | null, subject: string | null) => Promise<void>

/**
 * Words on their way: shown at once, kept until the centre has them, tried again under the same id, so that nothing is
 * lost and nothing is said twice.
 */
export function useOutbox(post: Post): {
  readonly unsent: readonly Unsent[]
  readonly send: (text: string, at: number, file?: File | null, subject?: string | null) => void
  readonly retry: (id: string) => void
} {
  const [unsent, setUnsent] = useState<readonly Unsent[]>([])
  const deliver = useCallback(
    ({ id, text, file, subject }: Pick<Unsent, 'id' | 'text' | 'file' | 'subject'>) => {
      post(id, text, file, subject).then(
        () => setUnsent((all) => all.filter((one) => one.id !== id)),
        (error: Error) =>
          setUnsent((all) => all.map((one) => (one.id === id ? { ...one, failed: error.message } : one))),
      )
    },
    [post],
  )
  const send = useCallback(
    (text: string, at: number, file: File | null = null, subject: string | null = null) => {
      const one = { id: newId(), text, file, subject, at, failed: null }
      setUnsent((all) => [...all, one])
      deliver(one)
    },
    [deliver],
  )
  const retry = useCallback(
    (id: string) => {
      const one = unsent.find((candidate) => candidate.id === id)
      if (one === undefined) return
      setUnsent((all) => all.map((other) => (other.id === id ? { ...other, failed: null } : other)))
      deliver(one)
    },
    [unsent, deliver],
  )
  return { unsent, send, retry }
}
