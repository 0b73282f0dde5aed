/** One of the events of a stream (server-sent events): its name, and its data as JSON. */
export interface StreamEvent {
  readonly event: string
  readonly data: string
}

/** The events of an answer, in order, until it ends; throws where it is cut or aborted. */
export async function* eventsOf(answer: Response): AsyncGenerator<StreamEvent> {
  let unread = ''
  const decoder = new TextDecoder()
  for await (const part of answer.body ?? []) {
    unread += decoder.decode(part as Uint8Array, { stream: true })
    const blocks = unread.split('\n\n')
    unread = blocks.pop() ?? ''
    for (const block of blocks) {
      const field = (name: string): string | undefined =>
        block
          .split('\n')
          .find((line) => line.startsWith(`${name}: `))
          ?.slice(name.length + 2)
      const data = field('data')
      if (data !== undefined) yield { event: field('event') ?? 'message', data }
    }
  }
}
