'use client'
import { useState } from 'react'

const storeOf = (key: string): string => `eudromos.kept.${key}`

/** It need not be kept any more: the centre has it now. */
export const forgetKept = (key: string): void => sessionStorage.removeItem(storeOf(key))

/** A switch that stays as it was set in this tab, kept there under `key`. */
export function useKeptSwitch(key: string): readonly [boolean, (on: boolean) => void] {
  const [text, set] = useKept(key)
  return [text !== '', (on) => set(on ? 'on' : '')]
}

/**
 * A text that is nobody else's yet, such as words being typed, or what was said in this tab: kept there under `key`, so that it
 * outlasts both the page being loaded anew and what it stands in being drawn in another place. Setting '' forgets it.
 */
export function useKept(key: string): readonly [string, (text: string) => void] {
  const [text, setText] = useState(() =>
    typeof sessionStorage === 'undefined' ? '' : (sessionStorage.getItem(storeOf(key)) ?? ''),
  )
  const set = (next: string): void => {
    setText(next)
    if (next === '') forgetKept(key)
    else sessionStorage.setItem(storeOf(key), next)
  }
  return [text, set]
}
