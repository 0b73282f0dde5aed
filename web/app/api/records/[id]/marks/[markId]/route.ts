import { answering } from '../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../server/edge/reading.ts'
import { unmark } from '../../../../../../server/records/recordings.ts'
import { runtime } from '../../../../../../server/runtime/runtime.ts'
import { permit } from '../../../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ markId: string }>
}

/** Takes a mark of one's own away. */
export const DELETE = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('records.mark')
    await unmark(await runtime(), who, (await inPath(params)).markId)
    return new Response(null, { status: 204 })
  })
