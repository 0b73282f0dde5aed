import { jsonOf } from './json.ts'

/** One server-sent event stream. `send` is silent once the reader has gone. */
export interface Stream {
  send(event: string, data: unknown, id?: number): void
  close(): void
  readonly closed: boolean
}

const heartbeatMs = 15_000
/** A reader who has left this much unread is gone in all but name: it is cut off and comes back for the rest. */
const mostUnread = 4_000_000

/**
 * A response that stays open; `begin` is called with its stream. What it hands to `onEnd` is done once the stream has
 * ended, whichever side ended it; at once where it has already.
 */
export function streamResponse(
  signal: AbortSignal,
  begin: (stream: Stream, onEnd: (end: () => void) => void) => Promise<void>,
): Response {
  const encoder = new TextEncoder()
  let close = (): void => undefined
  const endings: (() => void)[] = []
  const body = new ReadableStream<Uint8Array>(
    {
      start(controller) {
        let closed = false
        let heartbeat: NodeJS.Timeout | null = null
        let gathered = ''
        const flush = (): void => {
          const text = gathered
          gathered = ''
          if (!closed && text !== '') controller.enqueue(encoder.encode(text))
        }
        // What is told at the same time goes out at once: each piece is a way through the framework and to the socket.
        const write = (text: string): void => {
          if (closed) return
          if (gathered.length - (controller.desiredSize ?? 0) > mostUnread) return close()
          if (gathered === '') queueMicrotask(flush)
          gathered += text
        }
        close = () => {
          if (closed) return
          closed = true
          if (heartbeat !== null) clearInterval(heartbeat)
          for (const end of endings) end()
          try {
            if (gathered !== '') controller.enqueue(encoder.encode(gathered))
            controller.close()
          } catch {
            // The reader has cancelled it already.
          }
        }
        heartbeat = setInterval(() => write(': still here\n\n'), heartbeatMs)
        signal.addEventListener('abort', close)
        write('retry: 1000\n\n')
        const stream: Stream = {
          send: (event, data, id) =>
            write(`${id === undefined ? '' : `id: ${id}\n`}event: ${event}\ndata: ${jsonOf(data)}\n\n`),
          close,
          get closed() {
            return closed
          },
        }
        const onEnd = (end: () => void): void => {
          if (closed) end()
          else endings.push(end)
        }
        begin(stream, onEnd).catch(() => close())
      },
      cancel() {
        close()
      },
    },
    new ByteLengthQueuingStrategy({ highWaterMark: 0 }),
  )
  return new Response(body, {
    headers: {
      'content-type': 'text/event-stream; charset=utf-8',
      'cache-control': 'no-cache, no-transform',
      'x-accel-buffering': 'no',
    },
  })
}
