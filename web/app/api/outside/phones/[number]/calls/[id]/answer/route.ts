import { callCookie } from '../../../../../../../../server/gateway.ts'
import { outside } from '../../../../../../../../server/outside.ts'
import { answering } from '../../../../../../../../server/problem.ts'
import { permit } from '../../../../../../../../server/who.ts'

interface Context {
  readonly params: Promise<{ number: string; id: string }>
}

/** The customer answers the centre's call. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    const { number, id } = await params
    const path = [number, id].map((one) => encodeURIComponent(decodeURIComponent(one)))
    const answer = await outside('POST', `/phones/${path[0]}/calls/${path[1]}/answer`, {})
    if (!answer.ok) return answer
    const { callId, token, from } = (await answer.json()) as { callId: string; token: string; from: string }
    return Response.json({ id: callId, from }, { headers: { 'set-cookie': callCookie(callId, token) } })
  })
