import type { Metadata } from 'next'
import { may } from '@eudromos/core/plan'
import { en } from '../../../messages/en.ts'
import { enter } from '../../../server/room.ts'
import { OutsideRoom } from './outside-room.tsx'

export const metadata: Metadata = { title: en.outside.title }

export default async function OutsidePage() {
  const who = await enter('actAs')
  return <OutsideRoom mayRun={may(who.roles, 'traffic.run')} />
}
