import { answering } from '../../../server/edge/answering.ts'
import { recordPage } from '../../../server/records/records.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { askedWith } from '../../../server/edge/reading.ts'
import { permit } from '../../../server/edge/who.ts'

export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('records.view')
    return Response.json(await recordPage(await runtime(), who.id, askedWith(request, 'customer')))
  })
