import { readJson } from '../../../server/limits.ts'
import { answering } from '../../../server/problem.ts'
import { begin } from '../../../server/recordings.ts'
import { runtime } from '../../../server/runtime.ts'
import { permit } from '../../../server/who.ts'

/** The agent's page begins to record a call. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    await begin(await runtime(), who, await readJson(request))
    return new Response(null, { status: 204 })
  })
