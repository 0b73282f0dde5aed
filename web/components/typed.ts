'use client'
import { useState } from 'react'

const storeOf = (key: string): string => `typed ${key}`

/** What was typed is the centre's now. */
export const forgetTyped = (key: string): void => sessionStorage.removeItem(storeOf(key))

/**
 * Words being typed that are nobody else's yet: kept in this tab under `key`, so that they outlast both the page being
 * loaded anew and what they stand in being drawn in another place. Setting '' forgets them.
 */
export function useTyped(key: string): readonly [string, (text: string) => void] {
  const [text, setText] = useState(() =>
    typeof sessionStorage === 'undefined' ? '' : (sessionStorage.getItem(storeOf(key)) ?? ''),
  )
  const set = (next: string): void => {
    setText(next)
    if (next === '') forgetTyped(key)
    else sessionStorage.setItem(storeOf(key), next)
  }
  return [text, set]
}
