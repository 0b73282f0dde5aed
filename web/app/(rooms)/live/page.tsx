import { Suspense } from 'react'
import { may } from '@eudromos/core/plan'
import { PageTitle } from '../../../components/frame/page-title.tsx'
import { en } from '../../../messages/en.ts'
import { queueView } from '../../../server/live/project.ts'
import { enter } from '../../../server/edge/room.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { waitMsAt } from '../../../view/view.ts'
import type { FirstLane } from './first-lanes.tsx'
import { LiveRoom } from './live-room.tsx'

/** More than a screen shows. */
const most = 14

async function firstLanes(): Promise<FirstLane[]> {
  const { follower } = await runtime()
  const queues = (follower.document?.queues ?? []).filter(({ service }) => service !== 'retired')
  return queues.slice(0, most).flatMap(({ id, name }) => {
    const queue = queueView(follower, id)
    if (queue === null) return []
    const { open, waiting, oldestWait, free, shared } = queue
    const longestMs = oldestWait === null ? null : waitMsAt(oldestWait, follower.state.at)
    return [{ id, name, open, waiting, longestMs, free, shared }]
  })
}

export default async function LivePage() {
  const who = await enter('live.view')
  return (
    <>
      <PageTitle of={en.live.title} />
      <Suspense>
        <LiveRoom
          first={await firstLanes()}
          maySetPresence={may(who.roles, 'presence.setOthers')}
          mayActAs={may(who.roles, 'actAs')}
          mayAssign={may(who.roles, 'assign')}
          mayListen={may(who.roles, 'listen')}
          mayBlock={may(who.roles, 'customers.edit')}
          mayLayOver={may(who.roles, 'stopgaps')}
          mayCloseAll={may(who.roles, 'emergency')}
          mayEdit={may(who.roles, 'plan.edit')}
        />
      </Suspense>
    </>
  )
}
