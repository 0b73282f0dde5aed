import type { Metadata } from 'next'
import { may } from '@eudromos/core/plan'
import { bulk } from '../../../../messages/plan.ts'
import { readPlanState } from '../../../../server/plan.ts'
import { enter } from '../../../../server/room.ts'
import { runtime } from '../../../../server/runtime.ts'
import { QueuesRoom } from './table/queues-room.tsx'

export const metadata: Metadata = { title: bulk.title }

export default async function QueuesPage() {
  const who = await enter('plan.view')
  const state = await readPlanState(await runtime(), who.id)
  if (state === null) return null
  return <QueuesRoom initial={state} mayEdit={may(who.roles, 'plan.edit')} />
}
