'use client'
import { useRef } from 'react'
import { newId } from '../../view/new-id.ts'
import { isUnanswered } from './send.ts'

/**
 * Does `work` with an id for what it sends. Where no answer came nobody knows whether it was taken: the same, sent again, has the
 * same id, so that nothing happens twice. What was answered, well or not, has another the next time.
 */
export function useSameId(): (what: object, work: (id: string) => Promise<void>) => Promise<void> {
  const open = useRef<{ readonly what: string; readonly id: string } | null>(null)
  return async (given, work) => {
    const what = JSON.stringify(given)
    const one = open.current?.what === what ? open.current : { what, id: newId() }
    open.current = one
    try {
      await work(one.id)
      open.current = null
    } catch (error) {
      if (!isUnanswered(error)) open.current = null
      throw error
    }
  }
}
