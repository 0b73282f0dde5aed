import { CarrierFeed } from '../../../../../server/gateway/carrier-feed.ts'
import { requireCarrier } from '../../../../../server/gateway/gateway.ts'
import { answering } from '../../../../../server/edge/answering.ts'
import { runtime } from '../../../../../server/runtime/runtime.ts'
import { streamResponse } from '../../../../../server/edge/stream.ts'

/** One stream for many simulated customers and agents: they are there as long as it is open. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    requireCarrier(request)
    const params = new URL(request.url).searchParams
    const place = await runtime()
    const simulated = [...place.follower.people.values()]
      .filter(({ simulated }) => simulated)
      .map(({ id }) => id)
      .sort()
    const count = Math.min(simulated.length, Math.max(0, Math.floor(Number(params.get('agents') ?? 0)) || 0))
    // Spread over all of them, so that a few serve most queues.
    const agentIds = simulated.filter(
      (_, n) => Math.floor(((n + 1) * count) / simulated.length) > Math.floor((n * count) / simulated.length),
    )
    const feed = new CarrierFeed(place, params.get('connection') ?? '', agentIds)
    return streamResponse(request.signal, (stream, onEnd) => {
      onEnd(() => feed.end())
      return feed.begin(stream)
    })
  })
