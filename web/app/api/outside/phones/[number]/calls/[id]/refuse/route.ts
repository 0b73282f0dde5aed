import { readJson } from '../../../../../../../../server/edge/limits.ts'
import { outside, ringingPath } from '../../../../../../../../server/gateway/outside.ts'
import { answering } from '../../../../../../../../server/edge/answering.ts'
import { permit } from '../../../../../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ number: string; id: string }>
}

/** The customer does not answer the centre's call. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    return outside('POST', `${await ringingPath(params)}/refuse`, await readJson(request))
  })
