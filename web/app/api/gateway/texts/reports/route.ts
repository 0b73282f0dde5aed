import { answering } from '../../../../../server/edge/answering.ts'
import { runtime } from '../../../../../server/runtime/runtime.ts'
import { reportShape, reportText } from '../../../../../server/gateway/texts.ts'
import { readSigned } from '../../../../../server/gateway/signed.ts'

/** A carrier tells what became of a text that it was given. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const input = await reportShape.validate(await readSigned(request), { abortEarly: false, stripUnknown: true })
    return Response.json(await reportText(await runtime(), input))
  })
