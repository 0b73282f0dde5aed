import { limitPublic, requireChat } from '../../../../../../server/gateway.ts'
import { answering } from '../../../../../../server/answering.ts'
import { inPath } from '../../../../../../server/reading.ts'
import { runtime } from '../../../../../../server/runtime.ts'
import { tellTyping } from '../../../../../../server/typing.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id } = await inPath(params)
    limitPublic(request, 'typing', 240)
    await requireChat(request, id)
    await tellTyping(await runtime(), id, 'customer')
    return new Response(null, { status: 204 })
  })
