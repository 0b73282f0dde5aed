import * as yup from '../../../../../../view/yup.ts'
import { customerCommand } from '../../../../../../server/gateway/chats.ts'
import { limitPublic, requireChat } from '../../../../../../server/gateway/gateway.ts'
import { readJson } from '../../../../../../server/edge/limits.ts'
import { answering } from '../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../server/edge/reading.ts'
import { runtime } from '../../../../../../server/runtime/runtime.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

const shape = yup.object({
  delivered: yup.number().integer().min(0).required(),
  seen: yup.number().integer().min(0).required(),
})

/** How many messages the customer's device has, and how many were in sight. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id } = await inPath(params)
    limitPublic(request, 'receipts', 480)
    requireChat(request, id)
    const { delivered, seen } = await shape.validate(await readJson(request))
    const { sender } = await runtime()
    const body = { interactionId: id, agentId: null, delivered, seen }
    return Response.json({ seq: await customerCommand(sender, 'receiveMessages', id, undefined, body) })
  })
