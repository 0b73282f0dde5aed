import type { InteractionId } from '@eudromos/core/plan'
import { callCookie } from '../../../../../../../../server/gateway/gateway.ts'
import { outside, ringingPath } from '../../../../../../../../server/gateway/outside.ts'
import { answering } from '../../../../../../../../server/edge/answering.ts'
import { permit } from '../../../../../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ number: string; id: string }>
}

/** The customer answers the centre's call. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    const answer = await outside('POST', `${await ringingPath(params)}/answer`, {})
    if (!answer.ok) return answer
    const { callId, token, from } = (await answer.json()) as { callId: InteractionId; token: string; from: string }
    return Response.json({ id: callId, from }, { headers: { 'set-cookie': callCookie(callId, token) } })
  })
