'use client'
import { traitsOf, isCall } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Typography from '@mui/material/Typography'
import { useRouter } from 'next/navigation'
import { useState } from 'react'
import { concernKey, concerns, headlineOf, type Concern, type Shown, type Situation } from '@eudromos/core/headline'
import { en } from '../../messages/en.ts'
import { openChannels, waitMsAt, type EmergencyView, type View } from '../../view/view.ts'
import { clockText, inWords } from '../format.ts'
import { Notches } from '../glyphs.tsx'
import { ownPerson, useLivePart, useNow, useSeat, useSeatPart } from '../stream/context.tsx'
import { ofCentre, type OfCentre } from '../stream/of-centre.tsx'
import type { StoreState } from '../stream/store.ts'
import { stateName } from './presence.tsx'

function situationOf(view: View, now: number): Situation {
  const people = Object.values(view.people)
  const missed = view.plan?.missedStateId
  const states = view.plan?.presenceStates ?? []
  const mostMinutes = new Map(states.map(({ id, mostMinutes: most }) => [id, most]))
  // All others who are connected are there, and could be Ready.
  const signedOutOrOpen = new Set(
    states.filter(({ id, signedOut }) => signedOut || openChannels(view.plan, id).length > 0).map(({ id }) => id),
  )
  const away = new Set(
    people.filter(({ connected, stateId }) => connected && !signedOutOrOpen.has(stateId)).map(({ id }) => id),
  )
  return {
    queues: (view.plan?.queues ?? []).flatMap((plan) => {
      const queue = view.queues[plan.id]
      if (queue === undefined) return []
      return {
        id: plan.id,
        targetSeconds: plan.target?.seconds ?? view.plan?.defaultTargetSeconds ?? 60,
        waiting: queue.waiting,
        oldestWaitSince: queue.oldestWait === null ? null : now - waitMsAt(queue.oldestWait, now),
        closesAt: queue.open ? queue.changesAt : null,
        members: plan.agentIds.length,
        present: queue.present,
        free: queue.free,
        away: plan.agentIds.filter((id) => away.has(id)).length,
        active: plan.service === 'inService',
        byHand: plan.selection === 'byHand',
        kept: view.emergencies.some(({ id, waiting }) => id === queue.emergencyId && waiting === 'kept'),
      }
    }),
    stuck: Object.values(view.interactions)
      .filter(({ stuck, phase }) => stuck && (phase === 'waiting' || phase === 'offered'))
      .map(({ id, queueId }) => ({ interactionId: id, queueId })),
    unattended: people.filter(({ stateId, connected }) => connected && stateId === missed).map(({ id }) => id),
    gone: people
      .filter(({ connected, simulated }) => !connected && !simulated)
      .map(({ id, carried }) => ({ personId: id, open: new Set(carried.flatMap(openOf)).size }))
      .filter(({ open }) => open > 0),
    overstaying: people
      .flatMap(({ id, stateId, stateSince, connected }) => {
        const most = mostMinutes.get(stateId) ?? null
        const forMs = now - stateSince
        return most === null || !connected || forMs <= most * 60_000 ? [] : [{ personId: id, stateId, forMs }]
      })
      .sort((a, b) => b.forMs - a.forMs),
    emergencies: view.emergencies,
  }
}

/** Wrap-up waits for nobody at the other end. */
const openOf = ({ id, phase }: View['people'][string]['carried'][number]): string[] =>
  phase === 'connected' || phase === 'offered' ? [id] : []

/** What an emergency has closed, as a part of a sentence. */
export const emergencyPlace = (view: View, { scope, siteName, queueIds }: EmergencyView): string =>
  en.emergency.where(
    scope,
    siteName,
    queueIds.map((id) => queueName(view, id)),
  )

export const queueName = (view: View | null, id: string): string =>
  view?.plan?.queues.find((queue) => queue.id === id)?.name ?? id

function sentence(concern: Concern, view: View): { text: string; href: string } {
  const t = en.headline
  switch (concern.kind) {
    case 'queueWaits': {
      const { queue, longestMs } = concern
      const begin = t.late(queueName(view, queue.id), queue.waiting, clockText(longestMs))
      const selection = view.plan?.queues.find(({ id }) => id === queue.id)?.selection
      if (selection === 'byHand') return { text: `${begin}; ${t.byHand}`, href: `/live#${queue.id}` }
      const why =
        queue.free > 0 ? t.someFree(queue.free) : queue.present === 0 ? t.nobodyThere : t.noneFree(queue.present)
      const mend = queue.free === 0 && queue.away > 0 ? ` ${t.notReady(queue.away)}` : ''
      return { text: `${begin}; ${why}${mend}`, href: `/live#${queue.id}` }
    }
    case 'closesSoon': {
      const { queue, inMs } = concern
      return { text: t.closesSoon(queueName(view, queue.id), inWords(inMs), queue.waiting), href: `/live#${queue.id}` }
    }
    case 'stuck': {
      const interaction = view.interactions[concern.interactionId]
      return {
        text: t.stuck(interaction?.customerName ?? '', queueName(view, concern.queueId)),
        href: `/live?grounds=${concern.interactionId}`,
      }
    }
    case 'unattended':
      return { text: t.unattended(concern.personIds.length), href: `/live?person=${concern.personIds[0] ?? ''}` }
    case 'gone': {
      const [first] = concern.people
      const name = view.people[first?.personId ?? '']?.name ?? ''
      return {
        text: t.gone(name, first?.open ?? 0, concern.people.length - 1),
        href: `/live?person=${first?.personId ?? ''}`,
      }
    }
    case 'overstaying': {
      const [first] = concern.people
      const person = first === undefined ? undefined : view.people[first.personId]
      return {
        text: t.overstaying(
          person?.name ?? '',
          stateName(view.plan, first?.stateId ?? ''),
          clockText(first?.forMs ?? 0),
          concern.people.length - 1,
        ),
        href: `/live?person=${first?.personId ?? ''}`,
      }
    }
    case 'emergency': {
      const emergency = view.emergencies.find(({ id }) => id === concern.emergencyId)
      const closed = emergency?.queueIds ?? []
      const waiting = closed.reduce((sum, id) => sum + (view.queues[id]?.waiting ?? 0), 0)
      const where = emergency === undefined ? '' : emergencyPlace(view, emergency)
      return { text: en.emergency.headline(where, inWords(concern.forMs), waiting), href: '/live' }
    }
    case 'nobodyListed':
      return { text: t.nobodyCould(queueName(view, concern.queueId)), href: `/plan?queue=${concern.queueId}` }
  }
}

/** The supervisors' headline: one sentence about what most needs attention, and the rest as a list. */
const CentreHeadline = ofCentre(function CentreHeadline({ seen: { view, now } }: OfCentre) {
  const router = useRouter()
  const [shown, setShown] = useState<Shown | null>(null)
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const ranked = view === null || now === 0 ? [] : concerns(situationOf(view, now), now)
  const top = headlineOf(ranked, shown, now)
  const topKey = top === null ? null : concernKey(top)
  if (topKey !== (shown?.key ?? null))
    setShown(topKey === null ? null : { key: topKey, severity: top?.severity ?? 0, since: now })
  if (view === null) return <Line text={en.frame.connecting} />
  const waiting = Object.values(view.queues).reduce((sum, queue) => sum + queue.waiting, 0)
  if (top === null) return <Line text={waiting === 0 ? en.headline.calmNobody : en.headline.calm} />
  const { text, href } = sentence(top, view)
  const others = ranked.filter((concern) => concern !== top)
  return (
    <>
      {top.severity >= 1 && <Notches lateness="late" />}
      <Line text={text} strong={top.severity >= 1} />
      <Button size="small" onClick={() => router.push(href)}>
        {en.frame.goThere}
      </Button>
      {others.length > 0 && (
        <Button
          variant="text"
          sx={{ marginInlineStart: 'auto', flexShrink: 0 }}
          onClick={(event) => setAnchor(event.currentTarget)}
        >
          {en.frame.moreHeadlines(others.length)}
        </Button>
      )}
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {others.slice(0, 12).map((concern) => {
          const other = sentence(concern, view)
          return (
            <MenuItem
              key={concernKey(concern)}
              onClick={() => {
                setAnchor(null)
                router.push(other.href)
              }}
            >
              {other.text}
            </MenuItem>
          )
        })}
      </Menu>
    </>
  )
})

function seatSentence(view: View, now: number): { text: string; strong: boolean } {
  const t = en.headline
  const person = ownPerson(view)
  const own = Object.values(view.interactions)
  if (person !== null && person.stateId === view.plan?.evacuatedStateId)
    return { text: en.emergency.agentEvacuated, strong: true }
  const offer = own.find(({ phase }) => phase === 'offered')
  if (offer !== undefined) return { text: t.agentOffer(offer.customerName), strong: true }
  const turns = own
    .filter(({ phase, channel, turn }) => phase === 'connected' && !isCall(channel) && turn.side === 'agent')
    .sort((a, b) => a.turn.since - b.turn.since)
  // An email is not answered in a breath.
  const first = turns.find(({ channel, turn }) => now - turn.since > (traitsOf(channel).subject ? 600_000 : 30_000))
  if (first !== undefined)
    return { text: t.agentTurn(first.customerName, clockText(now - first.turn.since)), strong: true }
  const state = stateName(view.plan, person?.stateId ?? '')
  const admits = person !== null && openChannels(view.plan, person.stateId).length > 0
  const needed = Object.values(view.queues)
    .filter(({ waiting, free }) => waiting > 0 && free === 0)
    .sort((a, b) => b.waiting - a.waiting)[0]
  if (!admits && needed !== undefined)
    return { text: t.agentNeeded(queueName(view, needed.id), needed.waiting, state), strong: true }
  const talking = own.filter(({ phase }) => phase === 'connected').length
  if (talking > 0) return { text: t.agentWorking(talking), strong: false }
  return { text: admits ? t.agentReady : t.agentQuiet(state), strong: false }
}

function SeatHeadline() {
  const { view, clockOffsetMs } = useSeat()
  const now = useNow(clockOffsetMs)
  if (view === null || now === 0) return <Line text={en.frame.connecting} />
  const { text, strong } = seatSentence(view, now)
  return <Line text={text} strong={strong} />
}

const Line = ({ text, strong = false }: { text: string; strong?: boolean }) => (
  <Typography
    sx={{ fontWeight: strong ? 600 : 400, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}
    title={text}
  >
    {text}
  </Typography>
)

/** What is said instead of everything else: the connection is lost, or nothing that is done is taken in. */
const troubleOf = ({ status, trouble }: StoreState): string | null =>
  status === 'lost' ? en.frame.lost : (troubles[trouble ?? ''] ?? null)
const troubles: Readonly<Record<string, string>> = en.frame.troubles

/** The row under the bar: what most needs attention now. */
export function Headline({ of }: { of: 'centre' | 'seat' }) {
  const trouble = { live: useLivePart(troubleOf), seat: useSeatPart(troubleOf) }[of === 'centre' ? 'live' : 'seat']
  return (
    <Box
      component="section"
      aria-label={en.frame.headline}
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1.5,
        minHeight: 44,
        paddingInline: 2,
        paddingBlock: 0.5,
        bgcolor: 'background.paper',
        borderBottom: 1,
        borderColor: 'divider',
      }}
    >
      {trouble !== null ? (
        <>
          <Notches lateness="late" />
          <Line text={trouble} strong />
        </>
      ) : of === 'centre' ? (
        <CentreHeadline />
      ) : (
        <SeatHeadline />
      )}
    </Box>
  )
}
