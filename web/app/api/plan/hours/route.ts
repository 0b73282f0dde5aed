import { readJson } from '../../../../server/limits.ts'
import { removeTimes, saveHours } from '../../../../server/plan.ts'
import { answering } from '../../../../server/problem.ts'
import { runtime } from '../../../../server/runtime.ts'
import { permit } from '../../../../server/who.ts'

export const PUT = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('plan.edit')
    return Response.json(await saveHours(await runtime(), who, await readJson(request, 2 * 1024 * 1024)))
  })

export const DELETE = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('plan.edit')
    return Response.json(await removeTimes(await runtime(), who, 'hours', await readJson(request)))
  })
