import { readJson } from '../../../../../../../../server/limits.ts'
import { outside } from '../../../../../../../../server/outside.ts'
import { answering } from '../../../../../../../../server/problem.ts'
import { permit } from '../../../../../../../../server/who.ts'

interface Context {
  readonly params: Promise<{ number: string; id: string }>
}

/** The customer does not answer the centre's call. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    const { number, id } = await params
    const path = [number, id].map((one) => encodeURIComponent(decodeURIComponent(one)))
    return outside('POST', `/phones/${path[0]}/calls/${path[1]}/refuse`, await readJson(request))
  })
