import { dialReportShape, reportDial } from '../../../../../server/gateway/aways.ts'
import { answering } from '../../../../../server/edge/answering.ts'
import { runtime } from '../../../../../server/runtime/runtime.ts'
import { readSigned } from '../../../../../server/gateway/signed.ts'

/** A carrier tells why a call that the centre had it make is not answered; signed. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const input = await dialReportShape.validate(await readSigned(request), { abortEarly: false, stripUnknown: true })
    return Response.json({ seq: await reportDial(await runtime(), input) })
  })
