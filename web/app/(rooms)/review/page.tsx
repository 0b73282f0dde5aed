import { Suspense } from 'react'
import { preload } from 'react-dom'
import { PageTitle } from '../../../components/frame/page-title.tsx'
import { en } from '../../../messages/en.ts'
import { enter } from '../../../server/room.ts'
import { runtime } from '../../../server/runtime.ts'
import { RecordsRoom } from './records-room.tsx'

interface ReviewProps {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>
}

export default async function ReviewPage({ searchParams }: ReviewProps) {
  await enter('records.view')
  const asked = Object.entries(await searchParams).filter(([, value]) => typeof value === 'string') as [
    string,
    string,
  ][]
  // Asked for while the page is still being made alive; times are the browser's to work out.
  if (!asked.some(([name]) => name === 'from' || name === 'to'))
    preload(`/api/records?${new URLSearchParams(asked)}`, { as: 'fetch', crossOrigin: 'anonymous' })
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
