'use client'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { request } from './stream/send.ts'

export interface Fetched<T> {
  readonly value: T | null
  readonly error: string | null
  readonly busy: boolean
}

/**
 * What an address of ours answers, read anew when it changes and every `everyMs`. A null address reads nothing; what an
 * earlier address answered is not shown for another, unless `keep` says to hold it until the new answer is there.
 */
export function useFetched<T>(url: string | null, { everyMs = 0, keep = false } = {}): Fetched<T> {
  const [got, setGot] = useState<{ url: string; value: T | null; error: string | null } | null>(null)
  useEffect(() => {
    if (url === null) return
    let current = true
    const read = (): void => {
      request<T>(url).then(
        (value) => current && setGot({ url, value, error: null }),
        (caught: Error) => current && setGot({ url, value: null, error: caught.message }),
      )
    }
    read()
    const timer = everyMs > 0 ? setInterval(read, everyMs) : null
    return () => {
      current = false
      if (timer !== null) clearInterval(timer)
    }
  }, [url, everyMs])
  const fits = got !== null && got.url === url
  return {
    value: fits || (keep && url !== null) ? (got?.value ?? null) : null,
    error: fits ? got.error : null,
    busy: url !== null && !fits,
  }
}

const never = (): (() => void) => () => undefined

/** False on the server and in the first render of the browser, true afterwards: for what only a browser knows. */
export const useInBrowser = (): boolean =>
  useSyncExternalStore(
    never,
    () => true,
    () => false,
  )
