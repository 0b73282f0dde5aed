import { readJson } from '../../../../../server/edge/limits.ts'
import { dropFactor } from '../../../../../server/plan/plan-persons.ts'
import { answering } from '../../../../../server/edge/answering.ts'
import { runtime } from '../../../../../server/runtime/runtime.ts'
import { permit } from '../../../../../server/edge/who.ts'

/** Takes the second factor off somebody who has lost their device and their codes. */
export const DELETE = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('plan.edit')
    await dropFactor(await runtime(), who, await readJson(request))
    return new Response(null, { status: 204 })
  })
