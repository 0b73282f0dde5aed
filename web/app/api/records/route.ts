import { answering } from '../../../server/answering.ts'
import { recordPage } from '../../../server/records.ts'
import { runtime } from '../../../server/runtime.ts'
import { permit } from '../../../server/who.ts'

export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('records.view')
    return Response.json(await recordPage(await runtime(), who.id, new URL(request.url).searchParams))
  })
