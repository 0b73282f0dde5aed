import { limitPublic, requireChat } from '../../../../../../../../../server/gateway/gateway.ts'
import { readBody } from '../../../../../../../../../server/edge/limits.ts'
import { answering } from '../../../../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../../../../server/edge/reading.ts'
import { mostPartBytes, putPart } from '../../../../../../../../../server/records/recordings.ts'
import { runtime } from '../../../../../../../../../server/runtime/runtime.ts'

interface Context {
  readonly params: Promise<{ id: string; recordingId: string; number: string }>
}

/** A part of a stretch; the same number a second time is the same part. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const { id, recordingId, number } = await inPath(params)
    limitPublic(request, 'record', 120)
    requireChat(request, id)
    const bytes = await readBody(request, mostPartBytes)
    await putPart(await runtime(), { callId: id }, recordingId, Number(number), bytes)
    return new Response(null, { status: 204 })
  })
