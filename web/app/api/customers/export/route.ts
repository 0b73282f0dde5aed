import * as yup from '../../../../view/yup.ts'
import { customerFormats, exportCustomers } from '../../../../server/customers/customer-list.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { mostForm, readBody } from '../../../../server/edge/limits.ts'
import { inForm } from '../../../../server/edge/reading.ts'
import { permit } from '../../../../server/edge/who.ts'

const types = { csv: 'text/csv; charset=utf-8; header=present', vcf: 'text/vcard; charset=utf-8' } as const

const asked = yup.object({
  find: yup.string().trim().max(100).default(''),
  format: yup.string().oneOf(customerFormats, 'Format: csv or vcf.').required('Format: csv or vcf.'),
})

/** All customers who are found, as a file; a form says the words by which they are. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('customers.edit')
    const find = inForm(await readBody(request, mostForm), 'find')
    const { format } = await asked.validate({ ...Object.fromEntries(new URL(request.url).searchParams), find })
    return new Response(exportCustomers(await runtime(), find.trim(), format), {
      headers: {
        'content-type': types[format],
        'content-disposition': `attachment; filename="customers.${format}"`,
        'x-content-type-options': 'nosniff',
      },
    })
  })
