import { readJson } from '../../../../../server/edge/limits.ts'
import { answering } from '../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../server/edge/reading.ts'
import { end } from '../../../../../server/records/recordings.ts'
import { runtime } from '../../../../../server/runtime/runtime.ts'
import { permit } from '../../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** A stretch is over. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    await end(await runtime(), { personId: who.id }, (await inPath(params)).id, await readJson(request))
    return new Response(null, { status: 204 })
  })
