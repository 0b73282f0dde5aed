import type { Metadata } from 'next'
import { Suspense } from 'react'
import { en } from '../../../messages/en.ts'
import { enter } from '../../../server/room.ts'
import { runtime } from '../../../server/runtime.ts'
import { RecordsRoom } from './records-room.tsx'

export const metadata: Metadata = { title: en.records.title }

export default async function ReviewPage() {
  await enter('records.view')
  const { follower } = await runtime()
  const agents = [...follower.people.values()].filter(({ roles }) => roles.includes('agent'))
  return (
    <Suspense>
      <RecordsRoom
        zone={follower.document?.centre.zone ?? 'UTC'}
        queues={(follower.document?.queues ?? []).map(({ id, name }) => ({ id, name }))}
        agents={agents.map(({ id, name }) => ({ id, name }))}
        tags={[...new Set((follower.document?.lines ?? []).flatMap(({ tags }) => tags))].sort()}
      />
    </Suspense>
  )
}
