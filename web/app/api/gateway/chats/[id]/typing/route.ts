import { limitPublic, requireChat } from '../../../../../../server/gateway/gateway.ts'
import { answering } from '../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../server/edge/reading.ts'
import { runtime } from '../../../../../../server/runtime/runtime.ts'
import { tellTyping } from '../../../../../../server/live/typing.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id } = await inPath(params)
    limitPublic(request, 'typing', 240)
    requireChat(request, id)
    await tellTyping(await runtime(), id, 'customer')
    return new Response(null, { status: 204 })
  })
