import { readJson } from '../../../../../../../../server/limits.ts'
import { outside, ringingPath } from '../../../../../../../../server/outside.ts'
import { answering } from '../../../../../../../../server/answering.ts'
import { permit } from '../../../../../../../../server/who.ts'

interface Context {
  readonly params: Promise<{ number: string; id: string }>
}

/** The customer does not answer the centre's call. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    return outside('POST', `${await ringingPath(params)}/refuse`, await readJson(request))
  })
