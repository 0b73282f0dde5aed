import { answering } from '../../../../server/edge/answering.ts'
import { exportRecords, queryOf } from '../../../../server/records/records.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { permit } from '../../../../server/edge/who.ts'

export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('records.view')
    const query = await queryOf(await runtime(), who.id, new URL(request.url).searchParams)
    return new Response(exportRecords(await runtime(), query), {
      headers: {
        'content-type': 'text/csv; charset=utf-8; header=present',
        'content-disposition': 'attachment; filename="records.csv"',
        'x-content-type-options': 'nosniff',
      },
    })
  })
