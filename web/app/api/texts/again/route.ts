import { readJson } from '../../../../server/edge/limits.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { againShape, sendAgain } from '../../../../server/gateway/texts.ts'
import { permit } from '../../../../server/edge/who.ts'

/** A text that was not delivered goes out once more, at the word of whoever has the thread. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    const input = await againShape.validate(await readJson(request), { abortEarly: false, stripUnknown: true })
    return Response.json(await sendAgain(await runtime(), who, input))
  })
