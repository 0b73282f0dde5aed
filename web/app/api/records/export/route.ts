import { answering } from '../../../../server/answering.ts'
import { exportRecords, queryOf } from '../../../../server/records.ts'
import { runtime } from '../../../../server/runtime.ts'
import { permit } from '../../../../server/who.ts'

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
