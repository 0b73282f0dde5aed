'use client'
import { isCall, type InteractionId, type PersonId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import Skeleton from '@mui/material/Skeleton'
import Typography from '@mui/material/Typography'
import useMediaQuery from '@mui/material/useMediaQuery'
import { useEffect, useRef, useState } from 'react'
import { abuse } from '../../messages/abuse.ts'
import { callbacks } from '../../messages/callbacks.ts'
import { en } from '../../messages/en.ts'
import { seatWords } from '../../messages/steering.ts'
import { openChannels, waitMsAt, type InteractionView, type View } from '../../view/view.ts'
import { clockText, timeText } from '../format.ts'
import { emergencyPlace, queueName } from '../frame/headline.tsx'
import { useNotice } from '../frame/notice.tsx'
import { stateName } from '../frame/presence.tsx'
import { ownPerson, useNow, useSeat } from '../stream/context.tsx'
import { CallBay } from './bays/call-bay.tsx'
import { ConsultBay } from './bays/consult-bay.tsx'
import { ConversationBay } from './bays/conversation-bay.tsx'
import { EmptySeat } from './around/empty-seat.tsx'
import { OfferBay } from './bays/offer-bay.tsx'
import { askedIn, offerSign, useOfferSigns, useSoundHere } from './bays/offer-signs.ts'
import { OpenList } from './around/open-list.tsx'
import { ReachPanel } from './around/reach-panel.tsx'
import { SayBar } from './saying/say-bar.tsx'
import { useReaching } from './around/use-reaching.ts'
import { SeatActions, useActionsOf } from './act.ts'
import { OwnTimes } from './around/own-times.tsx'
import { SoundCheck } from './call/sound-check.tsx'
import { useStateGone } from './around/use-state-gone.ts'
import { WrapUpBay } from './bays/wrap-up-bay.tsx'

interface SeatProps {
  /** Whose name one acts in, where it is not one's own. */
  readonly onBehalfOf: string | null
}

const phaseOrder = (interaction: InteractionView): boolean => interaction.phase !== 'waiting'

/** Keeps each interaction in the bay in which it first stood, so that nothing moves under the hand. */
function useBays(view: View | null, slots: number): readonly (InteractionId | null)[] {
  const [bays, setBays] = useState<readonly (InteractionId | null)[]>([])
  const filled = ownPerson(view)?.carried.map(({ id }) => id) ?? []
  const carried = [...new Set(filled)]
  // What takes several slots has one bay.
  const room = slots - filled.length + carried.length
  const next: (InteractionId | null)[] = bays.map((id) => (id !== null && carried.includes(id) ? id : null))
  while (next.length < room) next.push(null)
  for (const id of carried)
    if (!next.includes(id)) {
      const empty = next.indexOf(null)
      if (empty === -1) next.push(id)
      else next[empty] = id
    }
  while (next.length > room && next.includes(null)) next.splice(next.lastIndexOf(null), 1)
  if (next.join() === bays.join() && next.length === bays.length) return bays
  setBays(next)
  return next
}

/** An agent's place of work: a bay for each slot, and below them their queues. */
export function Seat({ onBehalfOf }: SeatProps) {
  const { view, clockOffsetMs, typing } = useSeat()
  const now = useNow(clockOffsetMs, 250)
  const notice = useNotice()
  useStateGone(view, notice)
  const person = ownPerson(view)
  const bays = useBays(view, person?.slots ?? 1)
  const [focused, setFocused] = useState<InteractionId | null>(null)
  const [timesOpen, setTimesOpen] = useState(false)
  const { reaching, setReaching, endReaching } = useReaching()
  const [lookedPast, setLookedPast] = useState<InteractionId | null>(null)
  const pressed = useRef(false)
  const agentId = view?.agentId ?? ('' as PersonId)
  const actions = useActionsOf(agentId, onBehalfOf)
  const { act, attempt } = actions
  const offer = Object.values(view?.interactions ?? {}).find(({ phase }) => phase === 'offered')
  const soundHere = useSoundHere(agentId)
  const consult = Object.values(view?.interactions ?? {}).find((one) => askedIn(one, view) !== undefined)
  useOfferSigns(offerSign(view), soundHere)
  useEffect(() => {
    const onKey = (event: KeyboardEvent): void => {
      if (!event.altKey) return
      if (event.key.toLowerCase() === 'a' && offer?.offer != null) {
        event.preventDefault()
        void attempt('answerOffer', { interactionId: offer.id, offerId: offer.offer.id })
      } else if (event.key.toLowerCase() === 'a' && consult !== undefined) {
        event.preventDefault()
        void attempt('answerConsult', { interactionId: consult.id })
      } else if (/^[1-9]$/.test(event.key)) {
        const id = bays[Number(event.key) - 1]
        if (id == null) return
        event.preventDefault()
        setFocused(id)
        document.querySelector<HTMLElement>(`[data-bay="${id}"] textarea, [data-bay="${id}"] button`)?.focus()
      }
    }
    window.addEventListener('keydown', onKey)
    return () => window.removeEventListener('keydown', onKey)
  }, [bays, offer, consult, attempt])
  const narrow = useMediaQuery('(max-width: 599px)')
  if (view === null || person === null || now === 0)
    return (
      <Box sx={{ padding: 1.5, display: 'flex', gap: 1.25, flex: 1 }}>
        {[0, 1, 2].map((n) => (
          <Skeleton key={n} variant="rounded" sx={{ flex: 1, height: 520 }} />
        ))}
      </Box>
    )
  const empty = bays.every((id) => id === null)
  const worked = bays.find((id) => id === focused) ?? bays.find((id) => id !== null) ?? null
  // A bay grows when it is worked in, not between press and release, or what is pressed would move from under the pointer.
  const press = (id: InteractionId): void => {
    pressed.current = true
    window.addEventListener(
      'pointerup',
      () => {
        pressed.current = false
        setTimeout(() => setFocused(id))
      },
      { once: true },
    )
  }
  // Where there is room for one only, an offer comes to the front, until its agent looks at something else.
  const ringing = offer ?? consult
  const front = ringing !== undefined && ringing.id !== lookedPast ? ringing.id : worked
  // The others are out of sight and stay: the sound of a call goes on while its agent looks at something else.
  const aside = (id: string | null, index: number): boolean => narrow && (front === null ? index > 0 : id !== front)
  const zone = view.plan?.zone ?? 'UTC'
  const evacuated = person.stateId === view.plan?.evacuatedStateId
  const unattended = person.stateId === view.plan?.missedStateId
  const closed = openChannels(view.plan, person.stateId, person.closedTo).length === 0
  const admits = person.afterStateId === null && !closed
  const fits = openChannels(view.plan, person.stateId, person.closedTo).some((channel) =>
    person.roomFor.includes(channel),
  )
  const emptyBay =
    closed && person.closedTo.length > 0
      ? seatWords.noNewNow
      : person.afterStateId === null
        ? en.seat.offlineBay
        : seatWords.afterNow(stateName(view.plan, person.afterStateId))
  const bayWords = admits
    ? fits
      ? empty
        ? en.seat.roomForFirst
        : en.seat.roomForOne
      : en.seat.noRoom
    : evacuated
      ? en.emergency.seatBay
      : emptyBay
  return (
    <SeatActions value={actions}>
      <Box sx={{ flex: 1, minHeight: 0, display: 'flex', flexDirection: 'column', padding: 1.5, gap: 1.25 }}>
        {unattended && (
          <Alert
            severity="warning"
            action={
              <Button variant="contained" onClick={() => void attempt('setPresence', { stateId: readyState(view) })}>
                {en.seat.backReady}
              </Button>
            }
          >
            {en.seat.unattended}
          </Alert>
        )}
        {closed && view.plan?.channels.includes('voice') === true && person.roomFor.includes('voice') && <SoundCheck />}
        {person.recoverUntil !== null && (
          <Alert
            severity="info"
            action={
              <Button onClick={() => void attempt('setPresence', { stateId: readyState(view) })}>{abuse.ready}</Button>
            }
          >
            {abuse.recovering(timeText(person.recoverUntil, zone, now))}
          </Alert>
        )}
        {person.afterStateId !== null && (
          <Alert severity="info">{seatWords.afterNow(stateName(view.plan, person.afterStateId))}</Alert>
        )}
        {view.emergencies.map((emergency) => (
          <Alert key={emergency.id} severity="error" variant="outlined" sx={{ bgcolor: 'background.paper' }}>
            {evacuated && emergency.evacuatedIds.includes(person.id)
              ? en.emergency.seatEvacuated(emergencyPlace(view, emergency), timeText(emergency.from, zone, now))
              : en.emergency.seatClosed(emergencyPlace(view, emergency), timeText(emergency.from, zone, now))}
          </Alert>
        ))}
        {narrow && bays.filter((id) => id !== null).length > 1 && (
          <Box role="group" aria-label={en.seat.bays} sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
            {bays.map((id) => {
              const interaction = id === null ? undefined : view.interactions[id]
              return interaction === undefined ? null : (
                <Button
                  key={interaction.id}
                  aria-pressed={interaction.id === front}
                  variant={interaction.id === front ? 'outlined' : 'text'}
                  onClick={() => {
                    setFocused(interaction.id)
                    setLookedPast(interaction.id === ringing?.id ? null : (ringing?.id ?? null))
                  }}
                  sx={{ border: 2, borderStyle: isRinging(interaction, view) ? 'dashed' : 'solid' }}
                >
                  {interaction.phase === 'offered'
                    ? en.seat.offeredBay(interaction.customerName)
                    : interaction.customerName}
                </Button>
              )
            })}
          </Box>
        )}
        {empty ? (
          <EmptySeat
            view={view}
            person={person}
            now={now}
            words={bayWords}
            onReady={
              closed && person.closedTo.length === 0 && !unattended && !evacuated
                ? () => void attempt('setPresence', { stateId: readyState(view) })
                : null
            }
          />
        ) : (
          <Box sx={{ flex: 1, minHeight: 300, display: 'flex', gap: 1.25, overflowX: 'auto' }}>
            {bays.map((id, index) => {
              const interaction = id === null ? undefined : view.interactions[id]
              const wide = id !== null && id === worked
              return interaction !== undefined && phaseOrder(interaction) ? (
                <Paper
                  key={interaction.id}
                  component="section"
                  data-bay={interaction.id}
                  aria-label={interaction.customerName}
                  onPointerDown={() => press(interaction.id)}
                  onFocus={() => {
                    if (!pressed.current) setFocused(interaction.id)
                  }}
                  sx={{
                    flex: wide ? '1.7 1 0' : '1 1 0',
                    minWidth: 260,
                    display: aside(id, index) ? 'none' : 'flex',
                    flexDirection: 'column',
                    overflow: 'hidden',
                    border: 2,
                    borderStyle: isRinging(interaction, view) ? 'dashed' : 'solid',
                    borderColor: wide || isRinging(interaction, view) ? 'secondary.main' : 'divider',
                  }}
                >
                  <Bay
                    interaction={interaction}
                    view={view}
                    now={now}
                    typing={typing.has(interaction.id)}
                    soundHere={soundHere}
                  />
                </Paper>
              ) : (
                <Box
                  key={`empty ${index}`}
                  sx={{
                    flex: '0 0 84px',
                    minWidth: 64,
                    border: 1,
                    borderStyle: 'dashed',
                    borderColor: 'text.secondary',
                    borderRadius: 2,
                    display: aside(id, index) ? 'none' : 'grid',
                    placeItems: 'center',
                    padding: 1,
                  }}
                >
                  <Typography variant="body2" sx={{ color: 'text.secondary', textAlign: 'center' }}>
                    {bayWords}
                  </Typography>
                </Box>
              )
            })}
          </Box>
        )}
        <OpenList view={view} now={now} />
        {!empty && <MyQueues view={view} now={now} />}
        <Box sx={{ display: 'flex', alignItems: 'center', gap: 1.5, flexWrap: 'wrap' }}>
          <Typography variant="body2" sx={{ color: 'text.secondary', flex: 1 }}>
            {en.seat.today(
              person.answeredToday,
              person.averageHandleMs === null ? null : clockText(person.averageHandleMs),
            )}
          </Typography>
          <SayBar person={person} view={view} />
          <Button variant="text" aria-haspopup="dialog" onClick={() => setReaching({ first: null })}>
            {callbacks.reachOut}
          </Button>
          <Button variant="text" aria-haspopup="dialog" onClick={() => setTimesOpen(true)}>
            {en.rota.mine}
          </Button>
        </Box>
        <ReachPanel view={view} open={reaching !== null} onClose={endReaching} first={reaching?.first ?? null} />
        <OwnTimes
          open={timesOpen}
          person={person}
          view={view}
          now={now}
          act={act}
          onClose={() => setTimesOpen(false)}
        />
      </Box>
    </SeatActions>
  )
}

const isRinging = (interaction: InteractionView, view: View): boolean =>
  interaction.phase === 'offered' || askedIn(interaction, view) !== undefined

const readyState = (view: View): string =>
  view.plan?.presenceStates.find(({ id, choosable }) => choosable && openChannels(view.plan, id).length > 0)?.id ??
  'ready'

interface BayProps {
  readonly interaction: InteractionView
  readonly view: View
  readonly now: number
  readonly typing: boolean
  readonly soundHere: boolean
}

function Bay({ interaction, view, now, typing, soundHere }: BayProps) {
  const asked = askedIn(interaction, view)
  if (asked !== undefined) return <ConsultBay interaction={interaction} view={view} now={now} asked={asked} />
  switch (interaction.phase) {
    case 'offered':
      return <OfferBay interaction={interaction} view={view} now={now} />
    case 'connected':
      if (isCall(interaction.channel))
        return <CallBay interaction={interaction} view={view} now={now} soundHere={soundHere} />
      return <ConversationBay interaction={interaction} view={view} now={now} typing={typing} />
    case 'wrapUp':
      return <WrapUpBay interaction={interaction} view={view} now={now} />
    case 'waiting':
    case 'resting':
      return null
  }
}

function MyQueues({ view, now }: { view: View; now: number }) {
  const own = Object.values(view.queues)
  return (
    <Paper
      component="section"
      aria-label={en.seat.myQueues}
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        columnGap: 3,
        rowGap: 0.5,
        paddingInline: 2,
        paddingBlock: 1,
        border: 1,
        borderColor: 'divider',
      }}
    >
      <Typography sx={{ fontWeight: 650 }}>{en.seat.myQueues}</Typography>
      {own.length === 0 && <Typography>{en.seat.noQueues}</Typography>}
      {own.map((queue) => {
        const waited = queue.oldestWait === null ? null : waitMsAt(queue.oldestWait, now)
        const target =
          view.plan?.queues.find(({ id }) => id === queue.id)?.target?.seconds ?? view.plan?.defaultTargetSeconds ?? 60
        const late = waited !== null && waited > target * 1000
        return (
          <Typography key={queue.id}>
            {queueName(view, queue.id)}{' '}
            <Typography
              component="span"
              variant="figure"
              sx={{ color: late ? 'error.main' : 'text.secondary', fontWeight: late ? 650 : 400 }}
            >
              {en.seat.queue(queue.waiting, waited === null ? null : clockText(waited), queue.free)}
            </Typography>
          </Typography>
        )
      })}
    </Paper>
  )
}
