import { envelope } from '../../../../../../server/edge/envelope.ts'
import { limitPublic, requireChat } from '../../../../../../server/gateway/gateway.ts'
import { answering } from '../../../../../../server/edge/answering.ts'
import { refused } from '../../../../../../server/edge/problem.ts'
import { inPath } from '../../../../../../server/edge/reading.ts'
import { runtime } from '../../../../../../server/runtime/runtime.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** The customer does not want the call to be recorded. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id } = await inPath(params)
    limitPublic(request, 'refuse', 60)
    requireChat(request, id)
    const command = envelope('refuseRecording', { kind: 'customer', id }, { interactionId: id })
    const { seq, refusal } = await (await runtime()).sender.submit({ command })
    if (refusal !== null) throw refused(refusal, seq)
    return Response.json({ seq })
  })
