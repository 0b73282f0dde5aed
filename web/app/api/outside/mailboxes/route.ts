import { outside } from '../../../../server/gateway/outside.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { permit } from '../../../../server/edge/who.ts'

/** The mailboxes of made-up customers. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    return outside('GET', '/mailboxes')
  })
