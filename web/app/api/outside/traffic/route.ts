import { readJson } from '../../../../server/edge/limits.ts'
import { outside } from '../../../../server/gateway/outside.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { permit } from '../../../../server/edge/who.ts'

export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('traffic.run', 'live.view')
    return outside('GET', '/traffic')
  })

export const PUT = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('traffic.run')
    return outside('PUT', '/traffic', await readJson(request))
  })

export const DELETE = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('traffic.run')
    return outside('DELETE', '/traffic')
  })
