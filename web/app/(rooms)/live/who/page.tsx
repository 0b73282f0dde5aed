import { Suspense } from 'react'
import { may } from '@eudromos/core/plan'
import { PageTitle } from '../../../../components/frame/page-title.tsx'
import { en } from '../../../../messages/en.ts'
import { enter } from '../../../../server/edge/room.ts'
import { WhoRoom } from './who-room.tsx'

export default async function WhoPage() {
  const who = await enter('live.view')
  return (
    <>
      <PageTitle of={en.rota.title} />
      <Suspense>
        <WhoRoom mayEnter={may(who.roles, 'absences')} mayEdit={may(who.roles, 'plan.edit')} />
      </Suspense>
    </>
  )
}
