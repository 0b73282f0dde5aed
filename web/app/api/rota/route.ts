import { answering } from '../../../server/edge/answering.ts'
import { readRota } from '../../../server/plan/rota.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { permit } from '../../../server/edge/who.ts'

/** Sites, shifts and holiday calendars as they are published; an agent gets their own. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('live.view', 'seat')
    return Response.json(readRota(await runtime(), who))
  })
