import { notFound } from 'next/navigation'
import { may, type InteractionId } from '@eudromos/core/plan'
import { PageTitle } from '../../../../components/frame/page-title.tsx'
import { en } from '../../../../messages/en.ts'
import { ProblemError } from '../../../../server/edge/problem.ts'
import { recordDetails } from '../../../../server/records/records.ts'
import { enter } from '../../../../server/edge/room.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import { planView } from '../../../../server/live/project.ts'
import { RecordPage } from './record-page.tsx'

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  const who = await enter('records.view')
  const place = await runtime()
  const details = await recordDetails(place, who.id, (await params).id as InteractionId).catch((error: unknown) => {
    if (error instanceof ProblemError) return notFound()
    throw error
  })
  return (
    <>
      <PageTitle of={en.records.title} />
      <RecordPage
        mayMark={may(who.roles, 'records.mark')}
        mayReach={may(who.roles, 'seat')}
        details={details}
        plan={planView(place.follower)}
      />
    </>
  )
}
