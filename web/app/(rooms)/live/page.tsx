import { Suspense } from 'react'
import { may } from '@eudromos/core/plan'
import { PageTitle } from '../../../components/frame/page-title.tsx'
import { en } from '../../../messages/en.ts'
import { enter } from '../../../server/room.ts'
import { LiveRoom } from './live-room.tsx'

export default async function LivePage() {
  const who = await enter('live.view')
  return (
    <>
      <PageTitle of={en.live.title} />
      <Suspense>
        <LiveRoom
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
