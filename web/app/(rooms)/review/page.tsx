import { Suspense } from 'react'
import { PageTitle } from '../../../components/frame/page-title.tsx'
import { en } from '../../../messages/en.ts'
import { enter } from '../../../server/room.ts'
import { runtime } from '../../../server/runtime.ts'
import { RecordsRoom } from './records-room.tsx'

export default async function ReviewPage() {
  await enter('records.view')
  const { follower } = await runtime()
  const agents = [...follower.people.values()].filter(({ roles }) => roles.includes('agent'))
  return (
    <>
      <PageTitle of={en.records.title} />
      <Suspense>
        <RecordsRoom
          zone={follower.document?.centre.zone ?? 'UTC'}
          queues={(follower.document?.queues ?? []).map(({ id, name }) => ({ id, name }))}
          agents={agents.map(({ id, name }) => ({ id, name }))}
          tags={[...new Set((follower.document?.lines ?? []).flatMap(({ tags }) => tags))].sort()}
        />
      </Suspense>
    </>
  )
}
