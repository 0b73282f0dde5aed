'use client'
import { useState, type DragEvent } from 'react'
import { draggedType } from './steer.ts'

/** Where one that waits was dropped. */
export type Dropped = { readonly queueId: string } | { readonly personId: string }

/** What takes one that is dragged: it is marked while one is over it. */
export function useDrop(onDrop: ((interactionId: string) => void) | null) {
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
        onDrop(event.dataTransfer.getData(draggedType))
      },
    },
  }
}
