import { answering } from '../../../../server/edge/answering.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { mostReceived, receivedShape, receiveText } from '../../../../server/gateway/texts.ts'
import { readSigned } from '../../../../server/gateway/signed.ts'

/** A carrier brings a customer's text; signed, and idempotent by the text's id. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const input = await receivedShape.validate(await readSigned(request, mostReceived), {
      abortEarly: false,
      stripUnknown: true,
    })
    return Response.json(await receiveText(await runtime(), input), { status: 202 })
  })
