import type { InteractionId } from '@eudromos/core/plan'
import { callCookie } from '../../../../../../server/gateway/gateway.ts'
import { readJson } from '../../../../../../server/edge/limits.ts'
import { outside, outsidePath } from '../../../../../../server/gateway/outside.ts'
import { answering } from '../../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../../server/edge/reading.ts'
import { permit } from '../../../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ number: string }>
}

const pathOf = async ({ params }: Context): Promise<string> =>
  outsidePath('phones', (await inPath(params)).number, 'calls')

/** What rings at a customer's telephone. */
export const GET = (request: Request, context: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    return outside('GET', await pathOf(context))
  })

/** The customer calls: the network brings it to the centre, and the telephone gets the call's token as a cookie. */
export const POST = (request: Request, context: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    const answer = await outside('POST', await pathOf(context), await readJson(request))
    if (!answer.ok) return answer
    const { id, token, voicemail } = (await answer.json()) as { id: InteractionId; token: string; voicemail: boolean }
    return Response.json({ id, voicemail }, { status: 201, headers: { 'set-cookie': callCookie(id, token) } })
  })
