import { customerCommand } from '../../../../../../server/gateway/chats.ts'
import { limitPublic, requireChat } from '../../../../../../server/gateway/gateway.ts'
import { answering } from '../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../server/edge/reading.ts'
import { runtime } from '../../../../../../server/runtime/runtime.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** The customer leaves: before an answer that is abandonment, afterwards the end of the conversation. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id } = await inPath(params)
    limitPublic(request, 'leave', 60)
    requireChat(request, id)
    const { sender } = await runtime()
    return Response.json({
      seq: await customerCommand(sender, 'leaveInteraction', id, undefined, { interactionId: id }),
    })
  })
