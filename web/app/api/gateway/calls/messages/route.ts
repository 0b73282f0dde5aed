import { leaveVoicemail, messageShape } from '../../../../../server/gateway/aways.ts'
import { answering } from '../../../../../server/edge/answering.ts'
import { runtime } from '../../../../../server/runtime/runtime.ts'
import { readSigned } from '../../../../../server/gateway/signed.ts'

const mostBytes = 2_100_000

/** A carrier brings what a caller has recorded; signed. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const given = await readSigned(request, mostBytes)
    const input = await messageShape.validate(given, { abortEarly: false, stripUnknown: true })
    return Response.json({ seq: await leaveVoicemail(await runtime(), input) }, { status: 201 })
  })
