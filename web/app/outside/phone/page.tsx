import { traitsOf, may } from '@eudromos/core/plan'
import { PageTitle } from '../../../components/frame/page-title.tsx'
import { phone } from '../../../messages/texts.ts'
import { enter } from '../../../server/edge/room.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { PhoneRoom } from './phone-room.tsx'

/** A made-up customer's telephone. */
export default async function PhonePage() {
  const who = await enter('actAs')
  const { clock, follower } = await runtime()
  const { document } = follower
  const lines = (document?.lines ?? []).flatMap(({ name, address, channel, language, on }) =>
    on && address !== null && traitsOf(channel).address === 'number'
      ? [{ name, number: address, channel, language }]
      : [],
  )
  return (
    <>
      <PageTitle of={phone.title} />
      <PhoneRoom
        lines={lines}
        zone={document?.centre.zone ?? 'UTC'}
        clockMs={clock.aheadMs}
        maySet={may(who.roles, 'traffic.run')}
      />
    </>
  )
}
