import { changing } from '../../../../server/plan/plan-routes.ts'
import { readPlanText, saveQueue } from '../../../../server/plan/plan.ts'
import { inPages } from '../../../../server/edge/pages.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { notFound } from '../../../../server/edge/problem.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { permit } from '../../../../server/edge/who.ts'

export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('plan.view')
    const text = await readPlanText(await runtime(), who.id)
    if (text === null) throw notFound('The plan')
    return new Response(
      inPages(text, (piece) => piece),
      { headers: { 'content-type': 'application/json' } },
    )
  })

export const PUT = changing(saveQueue)
