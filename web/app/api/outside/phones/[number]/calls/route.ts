import { cookieOf } from '../../../../../../server/gateway.ts'
import { readJson } from '../../../../../../server/limits.ts'
import { outside } from '../../../../../../server/outside.ts'
import { answering } from '../../../../../../server/problem.ts'
import { permit } from '../../../../../../server/who.ts'

interface Context {
  readonly params: Promise<{ number: string }>
}

/** The customer calls: the network brings it to the centre, and the telephone gets the call's token as a cookie. */
export const POST = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    const number = encodeURIComponent(decodeURIComponent((await params).number))
    const answer = await outside('POST', `/phones/${number}/calls`, await readJson(request))
    if (!answer.ok) return answer
    const { id, token } = (await answer.json()) as { id: string; token: string }
    const cookie = `${cookieOf(id)}=${token}; Path=/api/gateway/calls/${id}; HttpOnly; SameSite=Strict; Max-Age=86400`
    return Response.json({ id }, { status: 201, headers: { 'set-cookie': cookie } })
  })
