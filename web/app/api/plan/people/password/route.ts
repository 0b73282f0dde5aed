import { readJson } from '../../../../../server/edge/limits.ts'
import { makePasswords } from '../../../../../server/plan/plan-persons.ts'
import { answering } from '../../../../../server/edge/answering.ts'
import { runtime } from '../../../../../server/runtime/runtime.ts'
import { permit } from '../../../../../server/edge/who.ts'

export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('plan.edit')
    return Response.json(await makePasswords(await runtime(), who, await readJson(request)), {
      headers: { 'cache-control': 'no-store' },
    })
  })
