'use client'
import { useEffect, useRef, useState, useSyncExternalStore } from 'react'
import { findHeaders } from '../view/finding.ts'
import { request } from './stream/send.ts'

export interface Fetched<T> {
  readonly value: T | null
  readonly error: string | null
  readonly busy: boolean
}

/** What an address of ours answered when the server made the page. */
export interface First<T> {
  readonly url: string
  readonly value: T
}

interface Fetching<T> {
  readonly everyMs?: number
  readonly keep?: boolean
  readonly first?: First<T> | null
  /** By which words people are found: they stand in no address. */
  readonly find?: string
}

/**
 * What an address of ours answers, read anew when it changes and every `everyMs`. A null address reads nothing; what an
 * earlier address answered is not shown for another, unless `keep` says to hold it until the new answer is there. `first` is
 * shown at once, and not asked for again where the page has just come from the server.
 */
export function useFetched<T>(
  address: string | null,
  { everyMs = 0, keep = false, first = null, find = '' }: Fetching<T> = {},
): Fetched<T> {
  // What is asked for, by which answers are told apart; it goes nowhere as it is.
  const url = address === null ? null : find === '' ? address : `${address}#${find}`
  const [got, setGot] = useState<{ url: string; value: T | null; error: string | null } | null>(
    first === null ? null : { ...first, error: null },
  )
  // A page that one comes back to may be an old one.
  const fresh = useRef(useInBrowser() ? null : (first?.url ?? null))
  useEffect(() => {
    if (url === null || address === null) return
    let current = true
    const known = fresh.current === url
    fresh.current = null
    const read = (): void => {
      request<T>(address, { headers: findHeaders(find) }).then(
        (value) => current && setGot({ url, value, error: null }),
        (caught: Error) => current && setGot({ url, value: null, error: caught.message }),
      )
    }
    if (!known) read()
    const timer = everyMs > 0 ? setInterval(read, everyMs) : null
    return () => {
      current = false
      if (timer !== null) clearInterval(timer)
    }
  }, [url, address, find, everyMs])
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
