import type { PersonId } from '@eudromos/core/plan'
import { readOwnChanges } from '../../../server/live/own-changes.ts'
import { answering } from '../../../server/edge/answering.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { permit } from '../../../server/edge/who.ts'

/** What the plan has changed for an agent of late: for themself, and for those who may act in their name. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    const agentId = new URL(request.url).searchParams.get('agent') as PersonId | null
    return Response.json(await readOwnChanges(await runtime(), who, agentId ?? who.id))
  })
