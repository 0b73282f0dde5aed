import { answering } from '../../../../server/edge/answering.ts'
import { inPath } from '../../../../server/edge/reading.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { permit } from '../../../../server/edge/who.ts'
import { notesKept } from '../../../../server/records/wrap-ups.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** The notes that are kept of a conversation, for whoever wraps it up. */
export const GET = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    return Response.json(await notesKept(await runtime(), who, (await inPath(params)).id))
  })
