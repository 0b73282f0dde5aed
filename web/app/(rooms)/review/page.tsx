import { Suspense } from 'react'
import { PageTitle } from '../../../components/frame/page-title.tsx'
import { en } from '../../../messages/en.ts'
import { firstAnswer } from '../../../server/edge/first.ts'
import { recordPage } from '../../../server/records/records.ts'
import { enter } from '../../../server/edge/room.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { recordQuery } from './record-query.ts'
import { RecordsRoom } from './records-room.tsx'

interface ReviewProps {
  readonly searchParams: Promise<Record<string, string | string[] | undefined>>
}

export default async function ReviewPage({ searchParams }: ReviewProps) {
  const who = await enter('records.view')
  const asked = Object.entries(await searchParams).flatMap(([name, value]) =>
    typeof value === 'string' ? [[name, value]] : [],
  )
  const place = await runtime()
  const { follower } = place
  const zone = follower.document?.centre.zone ?? 'UTC'
  const query = recordQuery(new URLSearchParams(asked), zone)
  const agents = [...follower.people.values()].filter(({ roles }) => roles.includes('agent'))
  return (
    <>
      <PageTitle of={en.records.title} />
      <Suspense>
        <RecordsRoom
          zone={zone}
          first={await firstAnswer(`/api/records?${query}`, () =>
            recordPage(place, who.id, new URLSearchParams(query)),
          )}
          queues={(follower.document?.queues ?? []).map(({ id, name }) => ({ id, name }))}
          agents={agents.map(({ id, name }) => ({ id, name }))}
          tags={[...new Set((follower.document?.lines ?? []).flatMap(({ tags }) => tags))].sort()}
        />
      </Suspense>
    </>
  )
}
