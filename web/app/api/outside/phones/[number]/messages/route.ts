import { readBody } from '../../../../../../server/edge/limits.ts'
import { outside, outsidePath } from '../../../../../../server/gateway/outside.ts'
import { answering } from '../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../server/edge/reading.ts'
import { permit } from '../../../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ number: string }>
}

const mostBytes = 1_400_000

/** What the customer has recorded, as the body; the number that was called and the call's id as query parameters. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    const query = new URL(request.url).searchParams
    const sound = (await readBody(request, mostBytes)).toString('base64')
    const message = { id: query.get('id') ?? '', to: query.get('to') ?? '', sound }
    return outside('POST', outsidePath('phones', (await inPath(params)).number, 'messages'), message)
  })
