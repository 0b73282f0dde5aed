'use client'
import type { InteractionId } from '@eudromos/core/plan'
import { useEffect, useRef, useState } from 'react'
import { useKept } from '../../kept.ts'
import { request } from '../../stream/send.ts'

const againAfterMs = 2000

export interface Notes {
  readonly text: string
  readonly set: (text: string) => void
  /** What the centre is known to have; null as long as that has not been read: nothing may be put in its place. */
  readonly before: string | null
}

/**
 * The notes of a conversation: as they are being written in this window, or, where nothing is, as the centre has them, from
 * another window of the agent or by a supervisor in their name. What was typed before that was read comes after it.
 */
export function useNotes(interactionId: InteractionId): Notes {
  const [text, set] = useKept(`notes ${interactionId}`)
  const [before, setBefore] = useState<string | null>(text === '' ? null : '')
  const typed = useRef({ text, set })
  useEffect(() => {
    typed.current = { text, set }
  })
  const read = before === null
  useEffect(() => {
    if (!read) return
    let current = true
    let timer: ReturnType<typeof setTimeout>
    const look = (): void => {
      request<{ notes: string }>(`/api/wrap-ups/${encodeURIComponent(interactionId)}`).then(
        ({ notes }) => {
          if (!current) return
          setBefore(notes)
          const { text: own, set: put } = typed.current
          if (notes !== '') put(own === '' ? notes : `${notes}\n${own}`)
        },
        () => {
          if (current) timer = setTimeout(look, againAfterMs)
        },
      )
    }
    look()
    return () => {
      current = false
      clearTimeout(timer)
    }
  }, [interactionId, read])
  return { text, set, before }
}
