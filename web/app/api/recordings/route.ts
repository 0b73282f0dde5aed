import type { InteractionId } from '@eudromos/core/plan'
import { readJson } from '../../../server/edge/limits.ts'
import { answering } from '../../../server/edge/answering.ts'
import { begin, choiceOf } from '../../../server/records/recordings.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { permit } from '../../../server/edge/who.ts'

/** What the agent had wanted before, of the call `?interaction=`. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    const interactionId = (new URL(request.url).searchParams.get('interaction') ?? '') as InteractionId
    return Response.json(await choiceOf(await runtime(), who, interactionId))
  })

/** The agent's page begins to record a call. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    await begin(await runtime(), who, await readJson(request))
    return new Response(null, { status: 204 })
  })
