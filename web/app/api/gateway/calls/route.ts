import { beginCall, callShape } from '../../../../server/gateway/calls.ts'
import { chatToken } from '../../../../server/gateway/gateway.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { readSigned } from '../../../../server/gateway/signed.ts'

/** A carrier brings a customer's call; signed. The answer holds the token with which the customer's device follows it. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const input = await callShape.validate(await readSigned(request), { abortEarly: false, stripUnknown: true })
    const { id, seq, voicemail } = await beginCall(await runtime(), input)
    return Response.json({ id, token: chatToken(id), seq, voicemail }, { status: 201 })
  })
