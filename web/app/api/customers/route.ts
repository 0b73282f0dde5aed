import { customerPage } from '../../../server/customers/customer-list.ts'
import { readJson } from '../../../server/edge/limits.ts'
import { answering } from '../../../server/edge/answering.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { makeCustomer, newCustomerShape } from '../../../server/customers/story.ts'
import { askedWith } from '../../../server/edge/reading.ts'
import { permit } from '../../../server/edge/who.ts'

/** Customers by name or number, page by page. */
export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('records.view')
    return Response.json(await customerPage(await runtime(), askedWith(request, 'find')))
  })

/** Makes a customer of the number of a conversation that one has. */
export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    const who = await permit('seat', 'actAs')
    const input = await newCustomerShape.validate(await readJson(request), { abortEarly: false, stripUnknown: true })
    return Response.json(await makeCustomer(await runtime(), who, input), { status: 201 })
  })
