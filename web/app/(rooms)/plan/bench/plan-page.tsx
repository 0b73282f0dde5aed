import type { ComponentType } from 'react'
import { may } from '@eudromos/core/plan'
import { PageTitle } from '../../../../components/frame/page-title.tsx'
import { readPlanText } from '../../../../server/plan/plan.ts'
import { enter } from '../../../../server/edge/room.ts'
import { runtime } from '../../../../server/runtime/runtime.ts'
import type { CarriedProps } from './in-browser.tsx'

/** A page over the whole plan, which it carries as one text. */
export const planPage = (title: string, Room: ComponentType<CarriedProps>) =>
  async function PlanPage() {
    const who = await enter('plan.view')
    const centre = await runtime()
    const text = await readPlanText(centre, who.id)
    if (text === null) return null
    let carried = ''
    for await (const piece of text) carried += piece
    return (
      <>
        <PageTitle of={title} />
        <Room
          carried={carried}
          at={centre.clock.now()}
          mayEdit={may(who.roles, 'plan.edit')}
          self={{ id: who.id, roles: who.roles }}
        />
      </>
    )
  }
