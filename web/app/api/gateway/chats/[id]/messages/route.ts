import { say, wordsShape } from '../../../../../../server/chats.ts'
import { limitPublic, requireChat } from '../../../../../../server/gateway.ts'
import { limitRate, readJson } from '../../../../../../server/limits.ts'
import { answering } from '../../../../../../server/answering.ts'
import { inPath } from '../../../../../../server/reading.ts'
import { runtime } from '../../../../../../server/runtime.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id } = await inPath(params)
    limitPublic(request, 'say', 240)
    await requireChat(request, id)
    limitRate(`say:${id}`, 60)
    const words = await wordsShape.validate(await readJson(request), { abortEarly: false, stripUnknown: true })
    return Response.json({ seq: await say(await runtime(), id, words) }, { status: 201 })
  })
