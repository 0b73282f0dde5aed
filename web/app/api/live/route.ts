import { may, type AgentId, type PersonId } from '@eudromos/core/plan'
import type { Actor } from '@eudromos/core/routing'
import { requirePersonInSight } from '../../../server/sight/in-sight.ts'
import { beginLive, type Scope } from '../../../server/live/live.ts'
import { answering } from '../../../server/edge/answering.ts'
import { notAllowed } from '../../../server/edge/problem.ts'
import { runtime, type Runtime } from '../../../server/runtime/runtime.ts'
import { streamResponse } from '../../../server/edge/stream.ts'
import { permit, whoNow, type Who } from '../../../server/edge/who.ts'

interface Asked {
  readonly scope: Scope
  /** Whose connection the stream is, and in whose name it stands for them. */
  readonly seat: { readonly agentId: AgentId; readonly actor: Actor; readonly onBehalfOf: PersonId | null } | null
}

function asked(place: Runtime, who: Who, params: URLSearchParams): Asked {
  if (params.get('view') === 'live') {
    if (!may(who.roles, 'live.view')) throw notAllowed()
    return { scope: { kind: 'live', viewerId: who.id }, seat: null }
  }
  const agentId = (params.get('agent') as PersonId | null) ?? who.id
  const own = agentId === who.id
  if (!may(who.roles, own ? 'seat' : 'actAs')) throw notAllowed()
  requirePersonInSight(place, who, agentId)
  const actor: Actor = { kind: 'person', id: who.id }
  return { scope: { kind: 'seat', agentId }, seat: { agentId, actor, onBehalfOf: own ? null : agentId } }
}

const isAllowed = (ask: () => unknown): boolean => {
  try {
    ask()
    return true
  } catch {
    return false
  }
}

export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('live.view', 'seat', 'actAs')
    const params = new URL(request.url).searchParams
    const place = await runtime()
    const { scope, seat } = asked(place, who, params)
    const last = Number(request.headers.get('last-event-id') ?? params.get('after') ?? NaN)
    return streamResponse(request.signal, async (stream, onEnd) => {
      onEnd(place.connections.onClose(stream.close))
      const mayGoOn = (): boolean => {
        const now = whoNow(place, who.id)
        return now !== null && isAllowed(() => asked(place, now, params))
      }
      onEnd(place.sessions.watch(who.sessionId, mayGoOn, stream.close))
      if (seat !== null) {
        const { connections } = place
        const connection = await connections.begin({ agentId: seat.agentId }, seat.actor, seat.onBehalfOf)
        onEnd(() => connections.end(connection))
      }
      if (scope.kind === 'live') onEnd(place.attending.begin(scope.viewerId))
      onEnd(await beginLive(place, scope, stream, Number.isInteger(last) ? last : null))
      onEnd(place.sender.watch((trouble) => stream.send('trouble', trouble)))
    })
  })
