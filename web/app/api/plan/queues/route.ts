import { changing } from '../../../../server/plan/plan-routes.ts'
import { readPlanState, saveQueue } from '../../../../server/plan/plan.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { notFound } from '../../../../server/edge/problem.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { permit } from '../../../../server/edge/who.ts'

export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('plan.view')
    const state = await readPlanState(await runtime(), who.id)
    if (state === null) throw notFound('The plan')
    return Response.json(state)
  })

export const PUT = changing(saveQueue)
