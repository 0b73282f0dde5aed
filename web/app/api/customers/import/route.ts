import * as yup from '../../../../view/yup.ts'
import { mostFileBytes, readCustomerFile } from '../../../../server/customers/customer-file.ts'
import { customerFormats } from '../../../../server/customers/customer-list.ts'
import { readBody } from '../../../../server/edge/limits.ts'
import { counting } from '../../../../server/edge/counting.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { permit } from '../../../../server/edge/who.ts'

const asked = yup.object({
  format: yup.string().oneOf(customerFormats, 'Format: csv or vcf.').required('Format: csv or vcf.'),
  take: yup.boolean().default(false),
})

/** What a file of customers would change, and with `take` changes it. */
export const POST = (request: Request): Promise<Response> =>
  counting(request, async (count) => {
    await permit('customers.edit')
    const { format, take } = await asked.validate(Object.fromEntries(new URL(request.url).searchParams))
    const bytes = await readBody(request, mostFileBytes)
    return Response.json(await readCustomerFile(await runtime(), bytes, format, take, count))
  })
