import { traitsOf, may } from '@eudromos/core/plan'
import { PageTitle } from '../../../components/frame/page-title.tsx'
import { mailbox } from '../../../messages/mail.ts'
import { enter } from '../../../server/edge/room.ts'
import { runtime } from '../../../server/runtime/runtime.ts'
import { MailboxRoom } from './mailbox-room.tsx'

/** A made-up customer's mailbox. */
export default async function MailboxPage() {
  const who = await enter('actAs')
  const { clock, follower } = await runtime()
  const { document } = follower
  const lines = (document?.lines ?? []).flatMap(({ name, address, channel, on }) =>
    on && address !== null && traitsOf(channel).address === 'mailbox' ? [{ name, address }] : [],
  )
  return (
    <>
      <PageTitle of={mailbox.title} />
      <MailboxRoom
        lines={lines}
        zone={document?.centre.zone ?? 'UTC'}
        clockMs={clock.aheadMs}
        maySet={may(who.roles, 'traffic.run')}
      />
    </>
  )
}
