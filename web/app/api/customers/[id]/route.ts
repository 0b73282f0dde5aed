import type { AnyId } from '@eudromos/core/plan'
import { readJson } from '../../../../server/edge/limits.ts'
import { answering } from '../../../../server/edge/answering.ts'
import { inPath } from '../../../../server/edge/reading.ts'
import { customerShape, customerView, eraseOne, saveCustomer } from '../../../../server/customers/customers.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { permit } from '../../../../server/edge/who.ts'

interface Context {
  readonly params: Promise<{ id: string }>
}

const idOf = async ({ params }: Context): Promise<AnyId> => (await inPath(params)).id

/** What is known of a customer. */
export const GET = (request: Request, context: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('records.view')
    return Response.json(await customerView(await runtime(), who.id, await idOf(context)))
  })

export const PUT = (request: Request, context: Context): Promise<Response> =>
  answering(request, async () => {
    await permit('customers.edit')
    const input = await customerShape.validate(await readJson(request), { abortEarly: false, stripUnknown: true })
    await saveCustomer(await runtime(), await idOf(context), input)
    return new Response(null, { status: 204 })
  })

/** Everything personal of the customer goes. */
export const DELETE = (request: Request, context: Context): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('customers.edit')
    await eraseOne(await runtime(), who, await idOf(context))
    return new Response(null, { status: 204 })
  })
