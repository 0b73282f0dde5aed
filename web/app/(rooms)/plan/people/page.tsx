import { may } from '@eudromos/core/plan'
import { PageTitle } from '../../../../components/frame/page-title.tsx'
import { person } from '../../../../messages/people.ts'
import { readPlanState } from '../../../../server/plan.ts'
import { enter } from '../../../../server/room.ts'
import { runtime } from '../../../../server/runtime.ts'
import { PeopleRoom } from './table/people-room.tsx'

export default async function PeoplePage() {
  const who = await enter('plan.view')
  const state = await readPlanState(await runtime(), who.id)
  if (state === null) return null
  return (
    <>
      <PageTitle of={person.title} />
      <PeopleRoom initial={state} mayEdit={may(who.roles, 'plan.edit')} self={{ id: who.id, roles: who.roles }} />
    </>
  )
}
