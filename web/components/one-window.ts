'use client'
import { useEffect, useState } from 'react'

const lockOf = (name: string): string => `eudromos ${name}`
const lookEveryMs = 1000

/** Of all windows of this browser that are open under the name one is it: the first that was opened, then the next. */
export function useOneWindow(name: string | null): boolean {
  const [here, setHere] = useState(false)
  useEffect(() => {
    if (name === null) return
    let release = (): void => undefined
    const gone = new AbortController()
    navigator.locks
      .request(lockOf(name), { signal: gone.signal }, () => {
        setHere(true)
        return new Promise<void>((resolve) => (release = resolve))
      })
      .catch(() => undefined)
    return () => {
      gone.abort()
      release()
      setHere(false)
    }
  }, [name])
  return here
}

/** Whether any window of this browser is it; null as long as that is not known, or without a name. */
export function useWindowOf(name: string | null): boolean | null {
  const [found, setFound] = useState<{ readonly name: string; readonly held: boolean } | null>(null)
  useEffect(() => {
    if (name === null) return
    let current = true
    const look = (): void => {
      navigator.locks.query().then(
        ({ held = [] }) => current && setFound({ name, held: held.some((one) => one.name === lockOf(name)) }),
        () => undefined,
      )
    }
    // Whoever was it a moment ago may not have let go yet.
    const timer = setInterval(look, lookEveryMs)
    return () => {
      current = false
      clearInterval(timer)
    }
  }, [name])
  return found?.name === name ? found.held : null
}
