import { answering } from '../../../../server/edge/answering.ts'
import { inPath } from '../../../../server/edge/reading.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { storyOf } from '../../../../server/customers/story.ts'
import { permit } from '../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** What is known of the customer of a conversation, for whoever has it or is offered it. */
export const GET = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    return Response.json(await storyOf(await runtime(), who, (await inPath(params)).id))
  })
