import { readJson } from '../../../../../../server/limits.ts'
import { mostReceivedMail } from '../../../../../../server/mails.ts'
import { outside } from '../../../../../../server/outside.ts'
import { answering } from '../../../../../../server/problem.ts'
import { permit } from '../../../../../../server/who.ts'

interface Context {
  readonly params: Promise<{ address: string }>
}

const pathOf = async ({ params }: Context): Promise<string> =>
  `/mailboxes/${encodeURIComponent(decodeURIComponent((await params).address))}/mails`

/** What a customer's mailbox has. */
export const GET = (request: Request, context: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    return outside('GET', await pathOf(context))
  })

/** The customer writes. */
export const POST = (request: Request, context: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    return outside('POST', await pathOf(context), await readJson(request, mostReceivedMail))
  })
