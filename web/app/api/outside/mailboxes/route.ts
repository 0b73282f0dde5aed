import { outside } from '../../../../server/outside.ts'
import { answering } from '../../../../server/answering.ts'
import { permit } from '../../../../server/who.ts'

/** The mailboxes of made-up customers. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    return outside('GET', '/mailboxes')
  })
