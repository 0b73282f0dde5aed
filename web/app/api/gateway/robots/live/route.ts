import { CarrierFeed } from '../../../../../server/carrier-feed.ts'
import { requireCarrier } from '../../../../../server/gateway.ts'
import { answering } from '../../../../../server/problem.ts'
import { runtime } from '../../../../../server/runtime.ts'
import { streamResponse } from '../../../../../server/stream.ts'

/** One stream for many simulated customers and agents: they are there as long as it is open. */
export const GET = (request: Request): Promise<Response> =>
  answering(async () => {
    requireCarrier(request)
    const params = new URL(request.url).searchParams
    const place = await runtime()
    const agentIds = [...place.follower.people.values()]
      .filter(({ simulated }) => simulated)
      .map(({ id }) => id)
      .sort()
      .slice(0, Number(params.get('agents') ?? 0))
    const feed = new CarrierFeed(place, params.get('connection') ?? '', agentIds)
    return streamResponse(
      request.signal,
      (stream) => feed.begin(stream),
      () => feed.end(),
    )
  })
