// Agents' seats without browsers: each has its stream, and what a browser would be given is made for it.
import type { CommandBodies } from '@eudromos/core/routing'
import { envelope } from '../../web/server/edge/envelope.ts'
import { beginLive } from '../../web/server/live/live.ts'
import type { Runtime } from '../../web/server/runtime/runtime.ts'
import type { Stream } from '../../web/server/edge/stream.ts'
import { changed, type InteractionView, type View, type ViewChange } from '../../web/view/view.ts'

export const system = { kind: 'system', id: 'bench' } as const

export type Seen = Pick<View, 'messages'> & { readonly interactions: readonly InteractionView[] }

type OfSeat = 'answerOffer' | 'endInteraction' | 'saveWrapUp' | 'finishWrapUp'

/** A stream that ends in `take`, as a socket would be given it. */
export const streamTo = (take: (event: string, data: unknown) => void): Stream => ({
  closed: false,
  close: () => undefined,
  send: (event, data) => take(event, JSON.parse(JSON.stringify(data))),
})

/** Every agent connected, with a stream, and Ready; `take` gets what each is shown. Gives what ends them. */
export async function openSeats(web: Runtime, take: (agentId: string, seen: Seen) => void): Promise<() => void> {
  const endings: (() => void)[] = []
  for (const agentId of web.follower.state.agents.keys()) {
    await web.connections.begin({ agentId }, system)
    let view: View | null = null
    const stream = streamTo((event, data) => {
      if (event !== 'snapshot' && event !== 'change') return
      const told = data as View | ViewChange
      view = view === null ? (told as View) : changed(view, [told])
      const { interactions } = view
      take(agentId, {
        messages: told.messages,
        interactions: Object.keys(told.interactions).flatMap((id) => interactions[id] ?? []),
      })
    })
    endings.push(await beginLive(web, { kind: 'seat', agentId }, stream, null))
    await web.sender.submit({ command: envelope('setPresence', system, { agentId, stateId: 'ready' }) })
  }
  return () => {
    for (const end of endings) end()
  }
}

/** An agent acts; what is refused, since somebody else was first, is let be. */
export const act = async <T extends OfSeat>(web: Runtime, type: T, body: CommandBodies[T]): Promise<void> => {
  await web.sender.submit({ command: envelope(type, system, body) }).catch(() => undefined)
}
