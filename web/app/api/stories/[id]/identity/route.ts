import { readJson } from '../../../../../server/edge/limits.ts'
import { answering } from '../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../server/edge/reading.ts'
import { runtime } from '../../../../../server/runtime/runtime.ts'
import { identityShape, setIdentity } from '../../../../../server/customers/story.ts'
import { permit } from '../../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** Whether the customer of a conversation that one has proved to be who they said. */
export const PUT = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    const input = await identityShape.validate(await readJson(request), { stripUnknown: true })
    await setIdentity(await runtime(), who, (await inPath(params)).id, input)
    return new Response(null, { status: 204 })
  })
