import { answering } from '../../../../../server/edge/answering.ts'
import { inPath } from '../../../../../server/edge/reading.ts'
import { exportCustomer } from '../../../../../server/customers/customers.ts'
import { runtime } from '../../../../../server/runtime/runtime.ts'
import { permit } from '../../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

/** Everything that is kept of a customer, as JSON. */
export const GET = (request: Request, { params }: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('customers.edit')
    const kept = await exportCustomer(await runtime(), who.id, (await inPath(params)).id)
    return new Response(JSON.stringify(kept, null, 2), {
      headers: { 'content-type': 'application/json', 'content-disposition': 'attachment; filename="customer.json"' },
    })
  })
