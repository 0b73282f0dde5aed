'use client'
const againMs = 2000
/** What says that there is nothing to come back to. */
const notThere = new Set([404, 410])

interface Hearing {
  readonly events: Readonly<Record<string, (data: never) => void>>
  readonly opened?: () => void
  readonly lost: () => void
  /** What the stream is of is not there; without this it is tried again all the same. */
  readonly gone?: () => void
}

/** How a stream's address answers, where the browser only says that it failed; null where it does not. */
async function statusOf(url: string): Promise<number | null> {
  const asked = new AbortController()
  try {
    return (await fetch(url, { signal: asked.signal })).status
  } catch {
    return null
  } finally {
    asked.abort()
  }
}

/**
 * Follows a stream for good; gives what ends that. A browser comes back by itself to a stream that was cut off, but gives up
 * where the answer was an error, as while the centre starts anew: then it is opened again.
 */
export function followLasting(url: string, { events, opened, lost, gone }: Hearing): () => void {
  let source: EventSource
  let again: ReturnType<typeof setTimeout> | null = null
  let ended = false
  const open = (): void => {
    source = new EventSource(url)
    for (const [kind, hear] of Object.entries(events))
      source.addEventListener(kind, (event) => hear(JSON.parse((event as MessageEvent<string>).data) as never))
    source.onopen = () => opened?.()
    source.onerror = () => {
      lost()
      if (source.readyState === EventSource.CLOSED) void comeBack()
    }
  }
  const comeBack = async (): Promise<void> => {
    const status = gone === undefined ? null : await statusOf(url)
    if (ended) return
    if (status !== null && notThere.has(status)) gone?.()
    else again = setTimeout(open, againMs)
  }
  open()
  return () => {
    ended = true
    source.close()
    if (again !== null) clearTimeout(again)
  }
}
