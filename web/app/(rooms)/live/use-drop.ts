'use client'
import type { InteractionId, PersonId, QueueId } from '@eudromos/core/plan'
import { useState, type DragEvent } from 'react'
import { draggedType } from './steer.ts'

/** Where one that waits was dropped. */
export type Dropped = { readonly queueId: QueueId } | { readonly personId: PersonId }

/** What takes one that is dragged: it is marked while one is over it. */
export function useDrop(onDrop: ((interactionId: InteractionId) => void) | null) {
  const [over, setOver] = useState(false)
  if (onDrop === null) return { over: false, handlers: {} }
  return {
    over,
    handlers: {
      onDragOver: (event: DragEvent) => {
        if (!event.dataTransfer.types.includes(draggedType)) return
        event.preventDefault()
        event.stopPropagation()
        setOver(true)
      },
      onDragLeave: () => setOver(false),
      onDrop: (event: DragEvent) => {
        event.preventDefault()
        event.stopPropagation()
        setOver(false)
        onDrop(event.dataTransfer.getData(draggedType) as InteractionId)
      },
    },
  }
}
