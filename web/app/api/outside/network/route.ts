import { readJson } from '../../../../server/edge/limits.ts'
import { outside } from '../../../../server/gateway/outside.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { permit } from '../../../../server/edge/who.ts'

/** How the simulated text network does. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('actAs')
    return outside('GET', '/network')
  })

export const PUT = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('traffic.run')
    return outside('PUT', '/network', await readJson(request))
  })
