import type { Metadata } from 'next'
import { Suspense } from 'react'
import { may } from '@eudromos/core/plan'
import { en } from '../../../messages/en.ts'
import { readPlanState } from '../../../server/plan.ts'
import { enter } from '../../../server/room.ts'
import { runtime } from '../../../server/runtime.ts'
import { PlanRoom } from './plan-room.tsx'

export const metadata: Metadata = { title: en.plan.title }

export default async function PlanPage() {
  const who = await enter('plan.view')
  const state = await readPlanState(await runtime(), who.id)
  if (state === null) return null
  return (
    <Suspense>
      <PlanRoom initial={state} mayEdit={may(who.roles, 'plan.edit')} />
    </Suspense>
  )
}
