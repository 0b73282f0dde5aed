'use client'
import { useCallback, useSyncExternalStore } from 'react'

const changed = 'eudromos-words'

function subscribe(hear: () => void): () => void {
  for (const kind of ['hashchange', 'popstate', changed]) addEventListener(kind, hear)
  return () => {
    for (const kind of ['hashchange', 'popstate', changed]) removeEventListener(kind, hear)
  }
}

const words = (): string => new URLSearchParams(location.hash.slice(1)).get('find') ?? ''
const none = (): string => ''

/**
 * The words by which something is found, in the part of the page's address that a browser sends to nobody: they may be a
 * person's name. Empty on the server and in the first render of the browser.
 */
export function useWordsInAddress(): readonly [string, (words: string) => void] {
  const said = useSyncExternalStore(subscribe, words, none)
  const say = useCallback((next: string) => {
    const hash = next === '' ? '' : `#${new URLSearchParams({ find: next })}`
    history.replaceState(history.state, '', `${location.pathname}${location.search}${hash}`)
    dispatchEvent(new Event(changed))
  }, [])
  return [said, say]
}
