import { readJson } from '../../../../../server/edge/limits.ts'
import { answering } from '../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../server/edge/reading.ts'
import { mark, markShape } from '../../../../../server/records/recordings.ts'
import { runtime } from '../../../../../server/runtime/runtime.ts'
import { permit } from '../../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** Marks a place in the recording of a call. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('records.mark')
    const input = await markShape.validate(await readJson(request), { abortEarly: false, stripUnknown: true })
    await mark(await runtime(), who, (await inPath(params)).id, input)
    return new Response(null, { status: 204 })
  })
