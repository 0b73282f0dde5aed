'use client'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import { memo } from 'react'
import { offersByItself, type InteractionId, type PersonId, type QueueId } from '@eudromos/core/plan'
import { averageHandleMs, averageSpeedOfAnswerMs, targetPlace } from '@eudromos/core/figures'
import { clockText, inWords, secondsText, timeText } from '../../../components/format.ts'
import { PersonRing, ringLabel } from '../../../components/frame/presence.tsx'
import { latenessColor, Notches } from '../../../components/glyphs.tsx'
import { en } from '../../../messages/en.ts'
import { methodNames } from '../../../messages/skills.ts'
import type { PersonView, PlanView } from '../../../view/view.ts'
import { pilesOf, targetOf, type Lane } from './lane-data.ts'
import { tip } from './lanes-tip.tsx'
import { PileMark, TokenMark } from './token-mark.tsx'
import { useDrop, type Dropped } from './use-drop.ts'

export const laneColumns = '216px minmax(0, 1fr) 318px'

interface LaneProps {
  readonly lane: Lane
  readonly plan: PlanView
  readonly nameOf: (personId: PersonId) => string
  readonly onToken: (interactionId: InteractionId) => void
  readonly onPerson: (personId: PersonId) => void
  readonly onQueue: (queueId: QueueId) => void
  /** Null where one may only look. What is dragged here is moved to the queue, or given to the person. */
  readonly onDrop: ((interactionId: InteractionId, to: Dropped) => void) | null
  readonly onFold: (queueId: QueueId, fold: boolean) => void
}

const text = (ms: number | null): string | null => (ms === null ? null : clockText(ms))

/** The lane's last line: closed or soon so, else when it closes next and how fast it answers. */
function standingOf({ lane, plan }: Pick<LaneProps, 'lane' | 'plan'>): string {
  const now = lane.at
  const { open, changesAt, pressing, emergency } = lane.opening
  const at = changesAt === null ? null : timeText(changesAt, plan.zone, now)
  const inTime = changesAt === null ? '' : inWords(changesAt - now)
  const service = en.live.service[lane.queue.service]
  const averages =
    lane.figures === null
      ? null
      : en.live.average(
          text(averageSpeedOfAnswerMs(lane.figures)),
          at === null ? text(averageHandleMs(lane.figures)) : null,
        )
  const calm = [at === null ? null : en.live.until(at), service === '' ? averages : service].filter(Boolean).join(' · ')
  return emergency
    ? en.emergency.lane
    : !open
      ? at === null
        ? en.live.closed
        : en.live.opensAt(at, inTime)
      : pressing
        ? en.live.closesAt(at ?? '', inTime)
        : calm
}

/** The queue's name, which opens what can be said of it and done about its hours. */
export function QueueName({ queue, onQueue }: Pick<LaneProps, 'onQueue'> & Pick<Lane, 'queue'>) {
  return (
    <ButtonBase
      onClick={() => onQueue(queue.id)}
      aria-haspopup="dialog"
      title={queue.name}
      sx={{
        font: 'inherit',
        maxWidth: '100%',
        display: 'inline-block',
        overflow: 'hidden',
        textOverflow: 'ellipsis',
        borderRadius: 0.5,
        minHeight: 24,
        textAlign: 'left',
        '&:hover': { textDecoration: 'underline' },
      }}
    >
      {queue.name}
    </ButtonBase>
  )
}

interface FiguresProps extends Pick<LaneProps, 'plan' | 'onQueue'>, Pick<Lane, 'queue' | 'level' | 'levelState'> {
  /** How it stands with its hours. */
  readonly line: string
  readonly open: boolean
  readonly pressing: boolean
}

/** Drawn anew only when one of these is another, not with every second that somebody waits. */
const Figures = memo(function Figures(props: FiguresProps) {
  const { queue, level, levelState, plan, line, open, pressing, onQueue } = props
  return (
    <Box sx={{ minWidth: 0 }}>
      <Typography variant="h3" component="h2" noWrap>
        <QueueName queue={queue} onQueue={onQueue} />
      </Typography>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', alignItems: 'center', columnGap: 1 }}>
        <Typography variant="figure" sx={{ color: latenessColor[levelState], whiteSpace: 'nowrap' }}>
          {queue.target === null
            ? en.live.noTarget
            : level === null
              ? en.live.noLevel
              : en.live.level(level, queue.target.percent)}
        </Typography>
        <Typography variant="figure" sx={{ color: 'text.secondary', whiteSpace: 'nowrap' }}>
          {en.live.within(secondsText(targetOf(plan, queue)))}
        </Typography>
        <Notches lateness={levelState} />
      </Box>
      <Typography
        variant="body2"
        noWrap
        title={line}
        sx={{
          color: pressing ? 'warning.main' : open ? 'text.secondary' : 'text.primary',
          fontWeight: pressing || !open ? 650 : 400,
        }}
      >
        {pressing && <Notches lateness="near" />} {line}
      </Typography>
    </Box>
  )
})

const Ring = memo(function Ring({
  person,
  plan,
  onPerson,
  onDrop,
}: { person: PersonView } & Pick<LaneProps, 'plan' | 'onPerson' | 'onDrop'>) {
  const { over, handlers } = useDrop(onDrop === null ? null : (id) => onDrop(id, { personId: person.id }))
  return (
    <button
      type="button"
      className="ring"
      data-over={over ? '' : undefined}
      {...tip(ringLabel(plan, person))}
      onClick={() => onPerson(person.id)}
      {...handlers}
    >
      <PersonRing plan={plan} person={person} size={32} />
    </button>
  )
})

/** How many could take what waits, and what the others are at. */
const Crew = memo(function Crew({ free, others, method }: Record<'free' | 'others' | 'method', string>) {
  return (
    <Box sx={{ width: 132, flexShrink: 0 }}>
      <Typography variant="body2" sx={{ fontWeight: 650 }}>
        {free}
      </Typography>
      {[others, method].filter(Boolean).map((line) => (
        <Typography key={line} variant="body2" sx={{ color: 'text.secondary' }}>
          {line}
        </Typography>
      ))}
    </Box>
  )
})

function People({ lane, plan, onPerson, onDrop }: Pick<LaneProps, 'lane' | 'plan' | 'onPerson' | 'onDrop'>) {
  const { free, soon, busy, shared, next } = lane
  return (
    <Box sx={{ display: 'flex', alignItems: 'center', gap: 1, minWidth: 0 }}>
      <Crew
        free={en.live.free(free, shared)}
        others={en.live.soonBusy(soon, busy, lane.resting, lane.hidden)}
        method={offersByItself(lane.queue.selection) ? '' : methodNames[lane.queue.selection]}
      />
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(4, 38px)', rowGap: 0.25, columnGap: 0.5 }}>
        {next.map((person) => (
          <Ring key={person.id} person={person} plan={plan} onPerson={onPerson} onDrop={onDrop} />
        ))}
      </Box>
    </Box>
  )
}

/** In the lane itself: a stopgap's reason, and the messages that wait for the opening. */
function LaidOver({ lane: { opening, at: now }, plan }: Pick<LaneProps, 'lane' | 'plan'>) {
  const { stopgap, messages } = opening
  const said = [
    stopgap === null
      ? null
      : en.stopgap.laid(
          stopgap.kind,
          stopgap.from > now ? timeText(stopgap.from, plan.zone, now) : null,
          stopgap.words ?? en.stopgap.reasons[stopgap.reason],
        ),
    messages === 0 ? null : en.stopgap.messages(messages),
  ].filter(Boolean)
  if (said.length === 0) return null
  return (
    <Typography
      variant="body2"
      sx={{ position: 'absolute', left: 0, bottom: 4, bgcolor: 'background.paper', zIndex: 2 }}
    >
      {said.join(' ')}
    </Typography>
  )
}

/** One queue as a lane: its figures, those waiting on their way to the target's line, the people who could take them. */
export const LaneRow = memo(function LaneRow(props: LaneProps) {
  const { lane, plan, nameOf, onToken, onPerson, onQueue, onDrop, onFold } = props
  const { over, handlers } = useDrop(onDrop === null ? null : (id) => onDrop(id, { queueId: lane.queue.id }))
  const late = lane.waiting.some(({ lateness }) => lateness === 'late')
  return (
    <Paper
      component="section"
      id={lane.queue.id}
      aria-label={lane.queue.name}
      {...handlers}
      sx={{
        position: 'relative',
        outline: over ? '3px solid' : 'none',
        outlineColor: 'secondary.main',
        display: 'grid',
        gridTemplateColumns: laneColumns,
        gap: 2,
        alignItems: 'center',
        paddingInline: '26px 16px',
        minHeight: 78,
        border: 1,
        borderColor: late ? 'error.main' : 'divider',
        scrollMarginTop: 80,
      }}
    >
      <FoldButton folded={false} queue={lane.queue} onFold={onFold} />
      <Figures
        queue={lane.queue}
        level={lane.level}
        levelState={lane.levelState}
        plan={plan}
        line={standingOf({ lane, plan })}
        open={lane.opening.open}
        pressing={lane.opening.pressing}
        onQueue={onQueue}
      />
      <Box
        sx={{ position: 'relative', height: 70, alignSelf: 'center' }}
        role="group"
        aria-label={en.live.waiting(lane.waiting.length)}
      >
        <Box sx={{ position: 'absolute', insetInline: 0, top: 25, borderTop: 1, borderColor: 'divider' }} />
        <LaidOver lane={lane} plan={plan} />
        {pilesOf(lane.waiting).map((pile) => {
          const oldest = pile.tokens.at(-1)
          if (oldest === undefined) return null
          const { id } = oldest.interaction
          return pile.tokens.length === 1 ? (
            <TokenMark
              key={id}
              token={oldest}
              place={pile.place}
              nameOf={nameOf}
              onToken={onToken}
              draggable={onDrop !== null}
            />
          ) : (
            <PileMark key={id} pile={pile} nameOf={nameOf} onToken={onToken} />
          )
        })}
      </Box>
      <People lane={lane} plan={plan} onPerson={onPerson} onDrop={onDrop} />
    </Paper>
  )
})

/** At the lane's left edge: makes it one line, or a whole lane again. */
function FoldButton({ folded, queue, onFold }: { folded: boolean } & Pick<Lane, 'queue'> & Pick<LaneProps, 'onFold'>) {
  const label = folded ? en.live.unfold(queue.name) : en.live.fold(queue.name)
  return (
    <ButtonBase
      aria-label={label}
      aria-expanded={!folded}
      title={label}
      onClick={() => onFold(queue.id, !folded)}
      sx={{ position: 'absolute', left: 0, insetBlock: 0, width: 25, minHeight: 24, borderRadius: 0.5, fontSize: 11 }}
    >
      <span aria-hidden="true">{folded ? '▸' : '▾'}</span>
    </ButtonBase>
  )
}

/** A calm queue folded to one line. */
export const FoldedLane = memo(function FoldedLane({
  lane,
  onQueue,
  onDrop,
  onFold,
}: Pick<LaneProps, 'lane' | 'onQueue' | 'onDrop' | 'onFold'>) {
  const { over, handlers } = useDrop(onDrop === null ? null : (id) => onDrop(id, { queueId: lane.queue.id }))
  return (
    <Paper
      id={lane.queue.id}
      {...handlers}
      sx={{
        position: 'relative',
        paddingInline: '26px 16px',
        paddingBlock: 1,
        border: 1,
        borderColor: 'divider',
        minWidth: 0,
        outline: over ? '3px solid' : 'none',
        outlineColor: 'secondary.main',
      }}
    >
      <FoldButton folded queue={lane.queue} onFold={onFold} />
      <Typography variant="body2" noWrap>
        <strong>
          <QueueName queue={lane.queue} onQueue={onQueue} />
        </strong>{' '}
        {!lane.opening.open && `${en.live.closed}, `}
        {lane.waiting.length === 0
          ? en.live.nobodyWaits
          : `${en.live.waiting(lane.waiting.length)}, ${clockText(lane.waiting.at(-1)?.waitMs ?? 0)}`}
        , {en.live.free(lane.free, lane.shared)}
      </Typography>
    </Paper>
  )
})

/** The one vertical line through all lanes: everyone's answer target. */
export function TargetLine() {
  return (
    <Box
      aria-hidden="true"
      sx={{
        position: 'absolute',
        insetBlock: 0,
        left: 27,
        right: 17,
        display: 'grid',
        gridTemplateColumns: laneColumns,
        gap: 2,
        pointerEvents: 'none',
        zIndex: 2,
      }}
    >
      <Box sx={{ gridColumn: 2, position: 'relative' }}>
        <Box
          sx={{
            position: 'absolute',
            insetBlock: 0,
            left: `${targetPlace * 100}%`,
            borderLeft: 2,
            borderColor: 'primary.main',
          }}
        />
      </Box>
    </Box>
  )
}
