import { commandOf } from '../../../server/commands/index.ts'
import { readJson } from '../../../server/edge/limits.ts'
import { answering } from '../../../server/edge/answering.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { permit } from '../../../server/edge/who.ts'

export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs', 'presence.setOthers')
    return Response.json({ seq: await commandOf(await runtime(), who, await readJson(request)) })
  })
