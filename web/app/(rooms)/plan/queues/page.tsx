import { may } from '@eudromos/core/plan'
import { PageTitle } from '../../../../components/frame/page-title.tsx'
import { bulk } from '../../../../messages/plan.ts'
import { readPlanState } from '../../../../server/plan.ts'
import { enter } from '../../../../server/room.ts'
import { runtime } from '../../../../server/runtime.ts'
import { QueuesRoom } from './table/queues-room.tsx'

export default async function QueuesPage() {
  const who = await enter('plan.view')
  const state = await readPlanState(await runtime(), who.id)
  if (state === null) return null
  return (
    <>
      <PageTitle of={bulk.title} />
      <QueuesRoom initial={state} mayEdit={may(who.roles, 'plan.edit')} />
    </>
  )
}
