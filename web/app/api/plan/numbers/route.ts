import { readStock } from '../../../../server/plan/plan-lines.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { permit } from '../../../../server/edge/who.ts'

/** What the carrier has of numbers, for whoever may pick one. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('plan.edit')
    return Response.json(await readStock(await runtime()))
  })
