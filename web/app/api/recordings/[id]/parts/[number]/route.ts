import { readBody } from '../../../../../../server/edge/limits.ts'
import { answering } from '../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../server/edge/reading.ts'
import { mostPartBytes, putPart } from '../../../../../../server/records/recordings.ts'
import { runtime } from '../../../../../../server/runtime/runtime.ts'
import { permit } from '../../../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ id: string; number: string }>
}

/** A part of a stretch; the same number a second time is the same part. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    const { id, number } = await inPath(params)
    const bytes = await readBody(request, mostPartBytes)
    await putPart(await runtime(), { personId: who.id }, id, Number(number), bytes)
    return new Response(null, { status: 204 })
  })
