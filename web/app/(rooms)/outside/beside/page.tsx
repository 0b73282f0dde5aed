import { Suspense } from 'react'
import { readTestCustomers } from '@eudromos/database'
import { PageTitle } from '../../../../components/frame/page-title.tsx'
import { en } from '../../../../messages/en.ts'
import { enter } from '../../../../server/edge/room.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { BesideRoom } from './beside-room.tsx'

export default async function BesidePage() {
  await enter('actAs')
  const { follower, database } = await runtime()
  const agents = [...follower.people.values()].filter(({ roles }) => roles.includes('agent'))
  const customers = await readTestCustomers(database)
  return (
    <>
      <PageTitle of={en.outside.beside} />
      <Suspense>
        <BesideRoom
          zone={follower.document?.centre.zone ?? 'UTC'}
          agents={agents.map(({ id, name, simulated }) => ({ id, name, simulated }))}
          testCustomers={customers.map(({ id, name }) => ({ id, name }))}
        />
      </Suspense>
    </>
  )
}
