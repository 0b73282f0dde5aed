'use client'
import { useEffect, useState } from 'react'

/** Of all windows of this browser that are open under the name one is it: the first that was opened, then the next. */
export function useOneWindow(name: string | null): boolean {
  const [here, setHere] = useState(false)
  useEffect(() => {
    if (name === null) return
    let release = (): void => undefined
    const gone = new AbortController()
    navigator.locks
      .request(`eudromos ${name}`, { signal: gone.signal }, () => {
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
