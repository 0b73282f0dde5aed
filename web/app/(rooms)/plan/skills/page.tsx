import { may } from '@eudromos/core/plan'
import { PageTitle } from '../../../../components/frame/page-title.tsx'
import { levelsTable } from '../../../../messages/skills.ts'
import { readPlanState } from '../../../../server/plan.ts'
import { enter } from '../../../../server/room.ts'
import { runtime } from '../../../../server/runtime.ts'
import { LevelsRoom } from './table/levels-room.tsx'

export default async function LevelsPage() {
  const who = await enter('plan.view')
  const state = await readPlanState(await runtime(), who.id)
  if (state === null) return null
  return (
    <>
      <PageTitle of={levelsTable.title} />
      <LevelsRoom initial={state} mayEdit={may(who.roles, 'plan.edit')} />
    </>
  )
}
