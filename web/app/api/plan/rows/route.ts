import { answering } from '../../../../server/edge/answering.ts'
import { readBody } from '../../../../server/edge/limits.ts'
import { requireRows } from '../../../../server/plan/rows.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { permit } from '../../../../server/edge/who.ts'

const mostBytes = 5 * 1024 * 1024

/** The rows of a file of people or teams, for whoever is about to read it against the plan. Changes nothing. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('plan.edit')
    return Response.json(await requireRows(await runtime(), await readBody(request, mostBytes)))
  })
