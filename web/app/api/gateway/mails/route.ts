import { mostReceivedMail, receivedMailShape, receiveMail } from '../../../../server/gateway/mails.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { readSigned } from '../../../../server/gateway/signed.ts'

/** A carrier brings a customer's email; signed, and idempotent by the email's id. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const input = await receivedMailShape.validate(await readSigned(request, mostReceivedMail), {
      abortEarly: false,
      stripUnknown: true,
    })
    return Response.json(await receiveMail(await runtime(), input), { status: 202 })
  })
