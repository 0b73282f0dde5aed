import { outsideFile } from '../../../../../../../../../server/outside.ts'
import { answering } from '../../../../../../../../../server/problem.ts'
import { permit } from '../../../../../../../../../server/who.ts'

interface Context {
  readonly params: Promise<{ number: string; id: string; n: string }>
}

/** A picture as a customer's telephone has it. */
export const GET = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    const { number, id, n } = await params
    return outsideFile('phones', { of: number, id, n })
  })
