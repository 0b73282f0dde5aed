import { notFound, redirect } from 'next/navigation'
import { may, type CustomerId } from '@eudromos/core/plan'
import { PageTitle } from '../../../../../components/frame/page-title.tsx'
import { customers } from '../../../../../messages/customers.ts'
import { customerView } from '../../../../../server/customers/customers.ts'
import { ProblemError } from '../../../../../server/edge/problem.ts'
import { enter } from '../../../../../server/edge/room.ts'
import { runtime } from '../../../../../server/runtime/runtime.ts'
import { CustomerPage } from './customer-page.tsx'

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const who = await enter('records.view')
  const place = await runtime()
  const id = decodeURIComponent((await params).id) as CustomerId
  const customer = await customerView(place, who.id, id).catch((error: unknown) => {
    if (error instanceof ProblemError) return notFound()
    throw error
  })
  // Whoever it was turned out to be somebody else.
  if (customer.id !== id) redirect(`/review/customers/${encodeURIComponent(customer.id)}`)
  return (
    <>
      <PageTitle of={customers.one} />
      <CustomerPage
        customer={customer}
        fields={place.follower.document?.centre.customerFields ?? []}
        zone={place.follower.document?.centre.zone ?? 'UTC'}
        mayEdit={may(who.roles, 'customers.edit')}
        mayReach={may(who.roles, 'seat')}
      />
    </>
  )
}
