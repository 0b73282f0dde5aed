import { readJson } from '../../../../server/edge/limits.ts'
import { tryQueue } from '../../../../server/plan/plan-try.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { permit } from '../../../../server/edge/who.ts'

/** Who would be offered a made-up chat in a queue as it is being edited. Changes nothing. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('plan.edit')
    return Response.json(await tryQueue(await runtime(), await readJson(request)))
  })
