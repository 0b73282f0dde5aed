import type { ComponentType } from 'react'
import { may } from '@eudromos/core/plan'
import { PageTitle } from '../../../../components/frame/page-title.tsx'
import { readPlanState } from '../../../../server/plan/plan.ts'
import { enter } from '../../../../server/edge/room.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import type { CarriedProps } from './in-browser.tsx'

/** A page over the whole plan, which it carries as one text. */
export const planPage = (title: string, Room: ComponentType<CarriedProps>) =>
  async function PlanPage() {
    const who = await enter('plan.view')
    const centre = await runtime()
    const state = await readPlanState(centre, who.id)
    if (state === null) return null
    return (
      <>
        <PageTitle of={title} />
        <Room
          carried={JSON.stringify(state)}
          at={centre.clock.now()}
          mayEdit={may(who.roles, 'plan.edit')}
          self={{ id: who.id, roles: who.roles }}
        />
      </>
    )
  }
