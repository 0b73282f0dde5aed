import { readJson } from '../../../../../server/limits.ts'
import { makePasswords } from '../../../../../server/plan-persons.ts'
import { answering } from '../../../../../server/answering.ts'
import { runtime } from '../../../../../server/runtime.ts'
import { permit } from '../../../../../server/who.ts'

export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('plan.edit')
    return Response.json(await makePasswords(await runtime(), who, await readJson(request)), {
      headers: { 'cache-control': 'no-store' },
    })
  })
