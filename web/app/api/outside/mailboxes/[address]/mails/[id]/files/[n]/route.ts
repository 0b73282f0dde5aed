import { outsideFile } from '../../../../../../../../../server/gateway/outside.ts'
import { answering } from '../../../../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../../../../server/edge/reading.ts'
import { permit } from '../../../../../../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ address: string; id: string; n: string }>
}

/** A file as a customer's mailbox has it. */
export const GET = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    const { address, id, n } = await inPath(params)
    return outsideFile('mailboxes', { of: address, id, n })
  })
