import { limitPublic, requireChat } from '../../../../../../server/gateway/gateway.ts'
import { readJson } from '../../../../../../server/edge/limits.ts'
import { answering } from '../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../server/edge/reading.ts'
import { beginAtCustomer } from '../../../../../../server/records/recordings.ts'
import { runtime } from '../../../../../../server/runtime/runtime.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** The customer's end begins to record the call, while the agent's is gone. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id } = await inPath(params)
    limitPublic(request, 'record', 60)
    requireChat(request, id)
    await beginAtCustomer(await runtime(), id, await readJson(request))
    return new Response(null, { status: 204 })
  })
