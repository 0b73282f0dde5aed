import { outsideFile } from '../../../../../../../../../server/gateway/outside.ts'
import { answering } from '../../../../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../../../../server/edge/reading.ts'
import { permit } from '../../../../../../../../../server/edge/who.ts'

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
