import { readJson } from '../../../../../../server/limits.ts'
import { outside } from '../../../../../../server/outside.ts'
import { answering } from '../../../../../../server/problem.ts'
import { mostReceived } from '../../../../../../server/texts.ts'
import { permit } from '../../../../../../server/who.ts'

interface Context {
  readonly params: Promise<{ number: string }>
}

const pathOf = async ({ params }: Context): Promise<string> =>
  `/phones/${encodeURIComponent(decodeURIComponent((await params).number))}/texts`

/** What a customer's telephone has of texts. */
export const GET = (request: Request, context: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    return outside('GET', await pathOf(context))
  })

/** The customer texts. */
export const POST = (request: Request, context: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    return outside('POST', await pathOf(context), await readJson(request, mostReceived))
  })
