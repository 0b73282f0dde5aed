import 'server-only'
import { may, type CustomerId } from '@eudromos/core/plan'
import { readCustomer } from '@eudromos/database'
import { notFound } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { whoIs } from '../edge/who.ts'

/** Whether who asks may be a test customer: a carrier, or somebody who shapes the plan or may act for others. */
export async function mayBeTestCustomer(carrier: boolean): Promise<boolean> {
  const who = carrier ? null : await whoIs()
  return carrier || (who !== null && (may(who.roles, 'plan.view') || may(who.roles, 'actAs')))
}

/** Throws unless who asks may be this customer: nobody says who they are but by their device. */
export async function requireTestCustomer(
  { database }: Runtime,
  carrier: boolean,
  customerId: CustomerId,
): Promise<void> {
  const allowed = await mayBeTestCustomer(carrier)
  const customer = allowed ? await readCustomer(database, customerId) : null
  if (customer === null || !(carrier || customer.test)) throw notFound('This test customer')
}
