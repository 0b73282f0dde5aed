import { say, wordsShape } from '../../../../../../server/gateway/chats.ts'
import { limitPublic, requireChat } from '../../../../../../server/gateway/gateway.ts'
import { limitRate, readJson } from '../../../../../../server/edge/limits.ts'
import { answering } from '../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../server/edge/reading.ts'
import { runtime } from '../../../../../../server/runtime/runtime.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id } = await inPath(params)
    limitPublic(request, 'say', 240)
    requireChat(request, id)
    limitRate(`say:${id}`, 60)
    const words = await wordsShape.validate(await readJson(request), { abortEarly: false, stripUnknown: true })
    return Response.json({ seq: await say(await runtime(), id, words) }, { status: 201 })
  })
