import type { AnyId } from '@eudromos/core/plan'
import { askCallback } from '../../../../../../server/gateway/aways.ts'
import { customerCommand } from '../../../../../../server/gateway/chats.ts'
import { limitPublic, requireChat } from '../../../../../../server/gateway/gateway.ts'
import { answering } from '../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../server/edge/reading.ts'
import { runtime } from '../../../../../../server/runtime/runtime.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

async function callOf(request: Request, { params }: Context): Promise<AnyId> {
  const { id } = await inPath(params)
  limitPublic(request, 'callback', 60)
  requireChat(request, id)
  return id
}

/** The caller does not stay on the line, and wants to be called at their turn. */
export const POST = (request: Request, context: Context): Promise<Response> =>
  answering(request, async () => {
    const id = await callOf(request, context)
    return Response.json({ seq: await askCallback(await runtime(), id) })
  })

/** They no longer want to be called. */
export const DELETE = (request: Request, context: Context): Promise<Response> =>
  answering(request, async () => {
    const id = await callOf(request, context)
    const { sender } = await runtime()
    return Response.json({ seq: await customerCommand(sender, 'cancelCallback', id, undefined, { interactionId: id }) })
  })
