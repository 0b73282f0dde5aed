import { Suspense } from 'react'
import { may } from '@eudromos/core/plan'
import { PageTitle } from '../../../components/frame/page-title.tsx'
import { en } from '../../../messages/en.ts'
import { readPlanState } from '../../../server/plan.ts'
import { enter } from '../../../server/room.ts'
import { runtime } from '../../../server/runtime.ts'
import { PlanRoom } from './plan-room.tsx'

export default async function PlanPage() {
  const who = await enter('plan.view')
  const centre = await runtime()
  const state = await readPlanState(centre, who.id)
  if (state === null) return null
  return (
    <>
      <PageTitle of={en.plan.title} />
      <Suspense>
        <PlanRoom initial={state} at={centre.clock.now()} mayEdit={may(who.roles, 'plan.edit')} />
      </Suspense>
    </>
  )
}
