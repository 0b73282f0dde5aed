'use client'
import type { PersonId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useFetched } from '../../../components/fetched.ts'
import { clockText } from '../../../components/format.ts'
import { queueName } from '../../../components/frame/headline.tsx'
import { useNotice } from '../../../components/frame/notice.tsx'
import { PersonRing, stateName } from '../../../components/frame/presence.tsx'
import { reasonsOf } from '../../../components/grounds/grounds-list.tsx'
import { StateSign } from '../../../components/state-sign.tsx'
import { SidePanel } from '../../../components/side-panel.tsx'
import { useLiveStore } from '../../../components/stream/context.tsx'
import { sendCommand } from '../../../components/stream/send.ts'
import { en } from '../../../messages/en.ts'
import { channelWords } from '../../../messages/channels.ts'
import { seatWords } from '../../../messages/steering.ts'
import type { PersonGrounds } from '../../../server/live/grounds.ts'
import { openChannels, waitMsAt, type View } from '../../../view/view.ts'

import { CallsNow } from './calls-now.tsx'
import { LendingPanel } from './lending-panel.tsx'

interface PersonDrawerProps {
  readonly personId: PersonId | null
  readonly view: View
  readonly now: number
  readonly onClose: () => void
  readonly maySetPresence: boolean
  readonly mayActAs: boolean
  readonly mayListen: boolean
  readonly mayLayOver: boolean
}

/** One person now: presence, what they carry, and of whatever waits why it is not with them. */
export function PersonDrawer({
  personId,
  view,
  now,
  onClose,
  maySetPresence,
  mayActAs,
  mayListen,
  mayLayOver,
}: PersonDrawerProps) {
  const store = useLiveStore()
  const notice = useNotice()
  const person = personId === null ? undefined : view.people[personId]
  const t = en.personPanel
  return (
    <SidePanel open={personId !== null && person !== undefined} title={person?.name ?? ''} onClose={onClose}>
      {person !== undefined && (
        <>
          <Box sx={{ display: 'flex', alignItems: 'center', gap: 2 }}>
            <PersonRing plan={view.plan} person={person} size={56} />
            <div>
              <Typography sx={{ fontWeight: 650 }}>
                {stateName(view.plan, person.stateId)} {en.presence.since(clockText(now - person.stateSince))}
                {person.connected ? '' : `, ${en.presence.notConnected}`}
                {person.simulated ? ` (${t.simulated})` : ''}
              </Typography>
              {!person.connected && openChannels(view.plan, person.stateId, person.closedTo).length > 0 && (
                <Typography variant="body2">{t.nothingComes}</Typography>
              )}
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                {t.carries(person.carried.length, person.slots)} ·{' '}
                {t.today(
                  person.answeredToday,
                  person.averageHandleMs === null ? null : clockText(person.averageHandleMs),
                )}
              </Typography>
            </div>
          </Box>
          <Typography variant="body2">
            {t.serves}: {person.queueIds.map((id) => queueName(view, id)).join(', ') || t.none}
          </Typography>
          <Typography variant="body2">
            <Box component={Link} href={`/live/who?person=${person.id}`} sx={{ color: 'text.primary' }}>
              {person.absences.some(({ from, to }) => from <= now && now < to)
                ? t.absent
                : person.onShift
                  ? t.onShift
                  : person.shiftId === null
                    ? t.noShift
                    : t.offShift}
            </Box>
          </Typography>
          {maySetPresence && (
            <Box
              role="group"
              aria-label={t.setPresence}
              sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'center' }}
            >
              <Typography variant="body2">{t.setPresence}</Typography>
              {(view.plan?.presenceStates ?? [])
                .filter(({ choosable }) => choosable)
                .filter(
                  ({ teamIds }) => teamIds.length === 0 || (person.teamId !== null && teamIds.includes(person.teamId)),
                )
                .map(({ id, name, ...look }) => (
                  <Button
                    key={id}
                    aria-pressed={id === person.stateId}
                    sx={{ gap: 1, bgcolor: id === person.stateId ? 'action.selected' : undefined }}
                    onClick={() =>
                      void sendCommand(store, 'setPresence', { agentId: person.id, stateId: id }).catch(
                        (error: Error) => notice(error.message),
                      )
                    }
                  >
                    <StateSign look={look} />
                    {name}
                  </Button>
                ))}
            </Box>
          )}
          {person.afterStateId !== null && (
            <Typography variant="body2">{seatWords.afterNow(stateName(view.plan, person.afterStateId))}</Typography>
          )}
          {person.closedTo.map((channel) => (
            <Typography key={channel} variant="body2">
              {seatWords.noNew(channel)}
            </Typography>
          ))}
          <CallsNow personId={person.id} view={view} now={now} mayListen={mayListen} />
          <LendingPanel person={person} view={view} now={now} mayLayOver={mayLayOver} />
          {mayActAs && (
            <div>
              <Button component={Link} href={`/outside/beside?agent=${person.id}`}>
                {t.trySeat}
              </Button>
            </div>
          )}
          <Standing personId={person.id} view={view} now={now} />
        </>
      )}
    </SidePanel>
  )
}

interface StandingProps {
  readonly personId: PersonId
  readonly view: View
  readonly now: number
}

/** What they would be offered of each of their queues, and how they stand to whatever waits. */
function Standing({ personId, view, now }: StandingProps) {
  const { value } = useFetched<PersonGrounds>(`/api/grounds?person=${encodeURIComponent(personId)}`, { everyMs: 2000 })
  const t = en.personPanel
  return (
    <>
      <Typography variant="h3" component="h3">
        {t.prospects}
      </Typography>
      {value === null ? <Typography variant="body2">…</Typography> : <Prospects value={value} view={view} />}
      <Typography variant="h3" component="h3">
        {t.whoCould}
      </Typography>
      {value === null ? <Typography variant="body2">…</Typography> : <Waiting value={value} view={view} now={now} />}
    </>
  )
}

/** One line a queue: the channels that would come to them, and of the others why not. */
function Prospects({ value: { prospects, names }, view }: { value: PersonGrounds; view: View }) {
  const t = en.personPanel
  if (prospects.length === 0) return <Typography variant="body2">{t.noProspects}</Typography>
  return [...new Set(prospects.map(({ queueId }) => queueId))].map((queueId) => {
    const own = prospects.filter((one) => one.queueId === queueId)
    const gets = own.filter(({ agent }) => agent.eligible).map(({ channel }) => channelWords[channel].all)
    /** By why not: the channels. */
    const misses = new Map<string, string[]>()
    for (const { agent, channel } of own) {
      const why = reasonsOf(agent, view.plan, names).join('; ') || t.closed
      if (!agent.eligible) misses.set(why, [...(misses.get(why) ?? []), channelWords[channel].all])
    }
    return (
      <Box key={queueId} sx={{ borderTop: 1, borderColor: 'divider', paddingBlockStart: 1 }}>
        <Typography variant="body2" sx={{ fontWeight: 650 }}>
          {queueName(view, queueId)}
        </Typography>
        {gets.length > 0 && <Typography variant="body2">✓ {t.wouldGet(gets)}</Typography>}
        {[...misses].map(([why, those]) => (
          <Typography key={why} variant="body2">
            {t.wouldNotGet(those, why)}
          </Typography>
        ))}
      </Box>
    )
  })
}

/** Whatever waits, in their queues or not: what they could take, and what keeps the rest from them. */
function Waiting({ value, view, now }: { value: PersonGrounds; view: View; now: number }) {
  if (value.waiting.length === 0) return <Typography variant="body2">{en.personPanel.nobodyWaits}</Typography>
  return value.waiting.map(({ interactionId, queueId, waitMs, agent }) => {
    const interaction = view.interactions[interactionId]
    return (
      <Box key={interactionId} sx={{ borderTop: 1, borderColor: 'divider', paddingBlockStart: 1 }}>
        <Typography variant="body2" sx={{ fontWeight: 650 }}>
          {interaction?.customerName ?? ''}, {queueName(view, queueId)},{' '}
          <Typography component="span" variant="figure">
            {clockText(interaction === undefined ? waitMs : waitMsAt(interaction.wait, now))}
          </Typography>
        </Typography>
        <Typography variant="body2">
          {agent.eligible
            ? `✓ ${en.personPanel.couldTake}`
            : reasonsOf(agent, view.plan, value.names).join('; ') || en.personPanel.closed}
        </Typography>
      </Box>
    )
  })
}
