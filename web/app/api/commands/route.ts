import { commandOf } from '../../../server/commands.ts'
import { readJson } from '../../../server/limits.ts'
import { answering } from '../../../server/answering.ts'
import { runtime } from '../../../server/runtime.ts'
import { permit } from '../../../server/who.ts'

export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs', 'presence.setOthers')
    return Response.json({ seq: await commandOf(await runtime(), who, await readJson(request)) })
  })
