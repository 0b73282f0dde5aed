import { may } from '@eudromos/core/plan'
import { PageTitle } from '../../../../components/frame/page-title.tsx'
import { team } from '../../../../messages/people.ts'
import { readPlanState } from '../../../../server/plan.ts'
import { enter } from '../../../../server/room.ts'
import { runtime } from '../../../../server/runtime.ts'
import { TeamsRoom } from './teams-room.tsx'

export default async function TeamsPage() {
  const who = await enter('plan.view')
  const state = await readPlanState(await runtime(), who.id)
  if (state === null) return null
  return (
    <>
      <PageTitle of={team.title} />
      <TeamsRoom initial={state} mayEdit={may(who.roles, 'plan.edit')} />
    </>
  )
}
