import { outsideFile } from '../../../../../../../../../server/outside.ts'
import { answering } from '../../../../../../../../../server/answering.ts'
import { inPath } from '../../../../../../../../../server/reading.ts'
import { permit } from '../../../../../../../../../server/who.ts'

interface Context {
  readonly params: Promise<{ number: string; id: string; n: string }>
}

/** A picture as a customer's telephone has it. */
export const GET = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    const { number, id, n } = await inPath(params)
    return outsideFile('phones', { of: number, id, n })
  })
