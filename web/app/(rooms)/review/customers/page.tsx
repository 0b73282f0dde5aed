import { Suspense } from 'react'
import { may } from '@eudromos/core/plan'
import { PageTitle } from '../../../../components/frame/page-title.tsx'
import { customers } from '../../../../messages/customers.ts'
import { blocksNow } from '../../../../server/customers.ts'
import { enter } from '../../../../server/room.ts'
import { runtime } from '../../../../server/runtime.ts'
import { CustomersRoom } from './customers-room.tsx'

export default async function CustomersPage() {
  const who = await enter('records.view')
  const place = await runtime()
  return (
    <>
      <PageTitle of={customers.title} />
      <Suspense>
        <CustomersRoom
          zone={place.follower.document?.centre.zone ?? 'UTC'}
          blocks={await blocksNow(place)}
          mayExport={may(who.roles, 'customers.edit')}
        />
      </Suspense>
    </>
  )
}
