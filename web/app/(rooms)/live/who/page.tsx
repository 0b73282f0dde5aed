import type { Metadata } from 'next'
import { Suspense } from 'react'
import { may } from '@eudromos/core/plan'
import { en } from '../../../../messages/en.ts'
import { enter } from '../../../../server/room.ts'
import { WhoRoom } from './who-room.tsx'

export const metadata: Metadata = { title: en.rota.title }

export default async function WhoPage() {
  const who = await enter('live.view')
  return (
    <Suspense>
      <WhoRoom mayEnter={may(who.roles, 'absences')} mayEdit={may(who.roles, 'plan.edit')} />
    </Suspense>
  )
}
