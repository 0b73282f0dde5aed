import { readJson } from '../../../../server/limits.ts'
import { outside } from '../../../../server/outside.ts'
import { answering } from '../../../../server/answering.ts'
import { permit } from '../../../../server/who.ts'

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
