import { answering } from '../../../server/edge/answering.ts'
import { endOtherSessions, readOwnSessions } from '../../../server/signing-in/own-account.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { permit } from '../../../server/edge/who.ts'

/** Where one is signed in. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit()
    return Response.json(await readOwnSessions(await runtime(), who))
  })

/** Ends all of one's own sessions but this. */
export const DELETE = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit()
    await endOtherSessions(await runtime(), who)
    return new Response(null, { status: 204 })
  })
