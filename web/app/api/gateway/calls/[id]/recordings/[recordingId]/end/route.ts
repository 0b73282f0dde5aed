import { limitPublic, requireChat } from '../../../../../../../../server/gateway/gateway.ts'
import { readJson } from '../../../../../../../../server/edge/limits.ts'
import { answering } from '../../../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../../../server/edge/reading.ts'
import { end } from '../../../../../../../../server/records/recordings.ts'
import { runtime } from '../../../../../../../../server/runtime/runtime.ts'

interface Context {
  readonly params: Promise<{ id: string; recordingId: string }>
}

/** A stretch is over. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id, recordingId } = await inPath(params)
    limitPublic(request, 'record', 120)
    requireChat(request, id)
    await end(await runtime(), { callId: id }, recordingId, await readJson(request))
    return new Response(null, { status: 204 })
  })
