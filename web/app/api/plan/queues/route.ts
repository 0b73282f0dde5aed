import { changing } from '../../../../server/plan-routes.ts'
import { readPlanState, saveQueue } from '../../../../server/plan.ts'
import { answering } from '../../../../server/answering.ts'
import { notFound } from '../../../../server/problem.ts'
import { runtime } from '../../../../server/runtime.ts'
import { permit } from '../../../../server/who.ts'

export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('plan.view')
    const state = await readPlanState(await runtime(), who.id)
    if (state === null) throw notFound('The plan')
    return Response.json(state)
  })

export const PUT = changing(saveQueue)
