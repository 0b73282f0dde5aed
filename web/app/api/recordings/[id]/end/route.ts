import { readJson } from '../../../../../server/limits.ts'
import { answering } from '../../../../../server/answering.ts'
import { inPath } from '../../../../../server/reading.ts'
import { end } from '../../../../../server/recordings.ts'
import { runtime } from '../../../../../server/runtime.ts'
import { permit } from '../../../../../server/who.ts'

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
