import { answering } from '../../../../server/edge/answering.ts'
import { exportRecords, queryOf } from '../../../../server/records/records.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { mostForm, readBody } from '../../../../server/edge/limits.ts'
import { askedWith, inForm } from '../../../../server/edge/reading.ts'
import { permit } from '../../../../server/edge/who.ts'

/** All records that are meant, as a file; a form says the words by which their customers are found. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('records.view')
    const params = askedWith(request, 'customer')
    params.set('customer', inForm(await readBody(request, mostForm), 'find'))
    const query = await queryOf(await runtime(), who.id, params)
    return new Response(exportRecords(await runtime(), query), {
      headers: {
        'content-type': 'text/csv; charset=utf-8; header=present',
        'content-disposition': 'attachment; filename="records.csv"',
        'x-content-type-options': 'nosniff',
      },
    })
  })
