import { Suspense } from 'react'
import { may } from '@eudromos/core/plan'
import { PageTitle } from '../../../../components/frame/page-title.tsx'
import { customers } from '../../../../messages/customers.ts'
import { customerPage } from '../../../../server/customers/customer-list.ts'
import { blocksNow } from '../../../../server/customers/customers.ts'
import { firstAnswer } from '../../../../server/edge/first.ts'
import { enter } from '../../../../server/edge/room.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { customerQuery, firstAsked } from './customer-query.ts'
import { CustomersRoom } from './customers-room.tsx'

export default async function CustomersPage() {
  const who = await enter('records.view')
  const place = await runtime()
  const query = customerQuery(firstAsked)
  return (
    <>
      <PageTitle of={customers.title} />
      <Suspense>
        <CustomersRoom
          zone={place.follower.document?.centre.zone ?? 'UTC'}
          first={await firstAnswer(`/api/customers?${query}`, () => customerPage(place, new URLSearchParams(query)))}
          blocks={await blocksNow(place)}
          mayExport={may(who.roles, 'customers.edit')}
        />
      </Suspense>
    </>
  )
}
