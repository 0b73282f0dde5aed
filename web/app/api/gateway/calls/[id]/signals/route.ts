import { passSignal } from '../../../../../../server/calls.ts'
import { limitPublic, requireChat } from '../../../../../../server/gateway.ts'
import { readJson } from '../../../../../../server/limits.ts'
import { answering } from '../../../../../../server/answering.ts'
import { inPath } from '../../../../../../server/reading.ts'
import { runtime } from '../../../../../../server/runtime.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** The customer's end of a call says something to another end. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id } = await inPath(params)
    limitPublic(request, 'signal', 600)
    await requireChat(request, id)
    await passSignal(await runtime(), id, 'customer', await readJson(request))
    return new Response(null, { status: 204 })
  })
