import { passSignal } from '../../../../../../server/gateway/calls.ts'
import { limitPublic, requireChat } from '../../../../../../server/gateway/gateway.ts'
import { readJson } from '../../../../../../server/edge/limits.ts'
import { answering } from '../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../server/edge/reading.ts'
import { runtime } from '../../../../../../server/runtime/runtime.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** The customer's end of a call says something to another end. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id } = await inPath(params)
    limitPublic(request, 'signal', 600)
    requireChat(request, id)
    await passSignal(await runtime(), id, 'customer', await readJson(request))
    return new Response(null, { status: 204 })
  })
