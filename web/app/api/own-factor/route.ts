import { answering } from '../../../server/edge/answering.ts'
import { originOf } from '../../../server/gateway/gateway.ts'
import { readJson } from '../../../server/edge/limits.ts'
import { beginOwnFactor, endOwnFactor, offerOwnFactor } from '../../../server/signing-in/own-account.ts'
import { readOwnFactor } from '../../../server/signing-in/second-factor.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { permit } from '../../../server/edge/who.ts'

/** One's own second factor. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit()
    return Response.json(await readOwnFactor(await runtime(), who))
  })

/** Offers a secret for one; nothing is kept of it. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit()
    return Response.json(offerOwnFactor(await runtime(), who))
  })

/** Takes the secret that was offered. */
export const PUT = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit()
    return Response.json({
      codes: await beginOwnFactor(await runtime(), who, await readJson(request), originOf(request)),
    })
  })

export const DELETE = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit()
    await endOwnFactor(await runtime(), who, await readJson(request), originOf(request))
    return new Response(null, { status: 204 })
  })
