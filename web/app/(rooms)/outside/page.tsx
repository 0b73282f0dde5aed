import { may } from '@eudromos/core/plan'
import { PageTitle } from '../../../components/frame/page-title.tsx'
import { en } from '../../../messages/en.ts'
import { enter } from '../../../server/edge/room.ts'
import { OutsideRoom } from './outside-room.tsx'

export default async function OutsidePage() {
  const who = await enter('actAs')
  return (
    <>
      <PageTitle of={en.outside.title} />
      <OutsideRoom mayRun={may(who.roles, 'traffic.run')} />
    </>
  )
}
