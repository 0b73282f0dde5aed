import type { InteractionId } from '@eudromos/core/plan'
import { inHand } from '../../../server/sight/hands.ts'
import { answering } from '../../../server/edge/answering.ts'
import { notFound } from '../../../server/edge/problem.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { transferTargets } from '../../../server/live/transfer-targets.ts'
import { permit } from '../../../server/edge/who.ts'

/** Where a conversation can be passed on to: for the agent who has it, and for those who may act in their name. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    const interactionId = (new URL(request.url).searchParams.get('interaction') ?? '') as InteractionId
    const place = await runtime()
    inHand(place, who, interactionId)
    const targets = transferTargets(place.follower, interactionId)
    if (targets === null) throw notFound('This conversation')
    return Response.json(targets)
  })
