import type { CustomerId } from '@eudromos/core/plan'
import { newId } from '../../../view/new-id.ts'
import * as yup from '../../../view/yup.ts'
import { insertCustomer, readTestCustomers } from '@eudromos/database'
import { readJson } from '../../../server/edge/limits.ts'
import { answering } from '../../../server/edge/answering.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { permit } from '../../../server/edge/who.ts'

const shape = yup.object({
  name: yup.string().trim().min(1, 'Give a name.').max(80, 'Use at most 80 characters.').required('Give a name.'),
})

export const GET = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('plan.view', 'actAs')
    const customers = await readTestCustomers((await runtime()).database)
    return Response.json({ customers: customers.map(({ id, name }) => ({ id, name })) })
  })

export const POST = (request: Request): Promise<Response> =>
  answering(request, async () => {
    await permit('plan.edit')
    const { name } = await shape.validate(await readJson(request))
    const customer = { id: newId<CustomerId>(), name, test: true }
    await insertCustomer((await runtime()).database, customer)
    return Response.json({ id: customer.id, name }, { status: 201 })
  })
