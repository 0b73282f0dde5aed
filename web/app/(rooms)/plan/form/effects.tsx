'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import {
  hoursCovered,
  hoursOpen,
  reachedBy,
  servingSteps,
  type ServingStep,
  type PlanDocument,
  type PlanPerson,
  type QueueEdit,
  type QueueId,
} from '@eudromos/core/plan'
import { isPreferred, preference, skillSum } from '@eudromos/core/routing'
import { levelsOf, type Requirement } from '@eudromos/core/skills'
import { clockText, dayText, secondsText, timeText } from '../../../../components/format.ts'
import { admitsAnything } from '../../../../components/frame/presence.tsx'
import { useCentreNow, useLive, useNow } from '../../../../components/stream/context.tsx'
import { en } from '../../../../messages/en.ts'
import { reach } from '../../../../messages/people.ts'
import { demand, skill, ways } from '../../../../messages/skills.ts'
import type { PlanState } from '../../../../server/plan/plan.ts'
import { levelNow, waitingIn } from '../../../../view/figures.ts'
import type { PersonView } from '../../../../view/view.ts'
import { EffectsPane, type Found } from './findings.tsx'
import { HeatMap } from '../table/heat-map.tsx'
import { TryPanel } from '../queues/try-panel.tsx'
import { WaitStrip } from '../queues/wait-strip.tsx'

type Queue = QueueEdit

const isFree = (person: PersonView): boolean =>
  person.carried.length < person.slots && !person.carried.some(({ phase }) => phase === 'offered')

/** In the order in which the queue's method would pick them; where it offers in turn, from the first on. */
function inOrderOf(queue: Queue, asked: readonly Requirement[], free: PersonView[], document: PlanDocument) {
  const order = reachedBy(queue, document)
  const skills = new Map(document.people.map((one) => [one.id, one.skills]))
  const by = (person: PersonView) =>
    preference({
      method: queue.selection,
      agent: person,
      idleSince: person.idleSince,
      taken: person.carried.length,
      slots: person.slots,
      skill: skillSum(levelsOf(skills.get(person.id) ?? []), asked),
      distance: order.indexOf(person.id),
    })
  return free
    .map((person) => ({ person, by: by(person) }))
    .sort((a, b) => (isPreferred(a.by, b.by) ? -1 : 1))
    .map(({ person }) => person)
}

/** A reach in words: its teams and tiers, and the people named, by their names where they are few. */
function whoOf({ teams, agentIds }: Queue['laterReaches'][number], { document, people }: PlanState): string[] {
  const named = (id: string): string => people.find((one) => one.id === id)?.name ?? id
  return [
    ...teams.map(({ teamId, tier }) =>
      reach.team(document.teams.find(({ id }) => id === teamId)?.name ?? teamId, tier),
    ),
    ...(agentIds.length > 3 ? [demand.byName(agentIds.length)] : agentIds.map(named)),
  ]
}

interface EffectsProps {
  readonly queue: Queue
  readonly plan: PlanState
  readonly mayEdit: boolean
  readonly found: readonly Found[]
}

/** What the queue, as it is being typed, would mean: findings first, then who could serve it now. */
export function Effects({ queue, plan, mayEdit, found }: EffectsProps) {
  const steps = useMemo(() => servingSteps(queue, plan.document), [queue, plan.document])
  const able = steps.at(-1)?.able ?? []
  return (
    <EffectsPane found={found}>
      <WhoNow queue={queue} plan={plan} steps={steps} />
      {mayEdit && <TryPanel queue={queue} />}
      <WaitStrip
        steps={steps}
        targetSeconds={Number(queue.target?.seconds) || null}
        skills={plan.document.skills}
        reaches={queue.laterReaches.map((reach) => ({ afterSeconds: reach.afterSeconds, who: whoOf(reach, plan) }))}
      />
      {Number(queue.longestWaitSeconds) > 0 && (
        <Typography>
          {ways.ends(
            Number(queue.longestWaitSeconds),
            plan.document.queues.find(({ id }) => id === queue.longestWaitTo)?.name ?? null,
          )}
        </Typography>
      )}
      <Timeline queue={queue} />
      <Bench queue={queue} able={able} document={plan.document} />
      <QueueNow queueId={queue.id} />
    </EffectsPane>
  )
}

/** Who of them is there at this moment, and who would be next. What moves with the day stands apart from what does not. */
function WhoNow({
  queue,
  plan,
  steps,
}: Pick<EffectsProps, 'queue' | 'plan'> & { readonly steps: readonly ServingStep[] }) {
  const { view, clockOffsetMs } = useLive()
  const now = useNow(clockOffsetMs)
  const t = en.plan
  const able = steps.at(-1)?.able ?? []
  const present = (steps[0]?.able ?? [])
    .flatMap(({ id }) => view?.people[id] ?? [])
    .filter((person) => admitsAnything(view?.plan ?? null, person) && (person.onShift || !queue.onShiftOnly))
  const free = inOrderOf(queue, steps[0]?.asked ?? [], present.filter(isFree), plan.document)
  const next = free[0]
  return (
    <div>
      {able.length > 0 && <Typography sx={{ fontWeight: 650 }}>{t.couldServe(able.length)}</Typography>}
      {queue.onShiftOnly && able.length > 0 && (
        <Typography>
          {en.shift.onShiftNow(able.filter(({ id }) => view?.people[id]?.onShift === true).length, able.length)}
        </Typography>
      )}
      <Typography>{t.nowReady(present.length, free.length)}</Typography>
      {now > 0 && (
        <Typography>
          {next === undefined ? t.nextNobody : t.next(next.name, clockText(now - next.idleSince))}
        </Typography>
      )}
    </div>
  )
}

/** How the queue itself stands. */
function QueueNow({ queueId }: { readonly queueId: QueueId }) {
  const { view, clockOffsetMs } = useLive()
  const now = useNow(clockOffsetMs)
  const live = view?.queues[queueId]
  if (view === null || live === undefined) return null
  const running = view.plan?.queues.find(({ id }) => id === queueId)
  const targetSeconds = running?.target?.seconds ?? view.plan?.defaultTargetSeconds ?? 60
  const level = levelNow(live, waitingIn(view.interactions, queueId), targetSeconds, now)
  const t = en.plan
  return (
    <div>
      <Typography>{t.waitingNow(live.waiting)}</Typography>
      {level !== null && <Typography>{t.answeredToday(`${level} %`)}</Typography>}
    </div>
  )
}

const hourMs = 3_600_000

interface BenchProps {
  readonly queue: Queue
  readonly able: readonly PlanPerson[]
  readonly document: PlanDocument
}

/** Who could serve it and is on shift in each open hour of the next seven days, and the first without anyone. */
function Bench({ queue, able, document }: BenchProps) {
  const from = useCentreNow(hourMs)
  const { hoursId } = queue
  const open = useMemo(() => (from === 0 ? [] : hoursOpen({ hoursId }, document, from)), [hoursId, document, from])
  const ids = able.map(({ id }) => id).join(' ')
  const hours = useMemo(() => {
    const here = new Set(ids.split(' '))
    return from === 0
      ? []
      : hoursCovered(
          document.people.filter(({ id }) => here.has(id)),
          document,
          from,
        )
  }, [ids, document, from])
  const { zone } = document.centre
  const gap = hours.find(({ count }, n) => count === 0 && open[n] === true)
  const without = able.filter(({ shiftId }) => shiftId === null).length
  if (able.length === 0 || hours.length === 0 || !open.includes(true)) return null
  return (
    <Box component="figure" sx={{ margin: 0, display: 'grid', gap: 0.75 }}>
      <Typography component="figcaption" variant="body2" sx={{ color: 'text.secondary' }}>
        {skill.benchQueue}. {skill.benchHelp(zone)} {without > 0 && skill.noShift(without)}
      </Typography>
      <HeatMap hours={hours} zone={zone} needed={open} />
      <Typography variant="body2">
        {gap === undefined ? skill.noGap : skill.firstGap(dayText(gap.at, zone), timeText(gap.at, zone))}
      </Typography>
    </Box>
  )
}

/** One chat on its way at the worst: each offer runs its whole window, drawn against the target. */
function Timeline({ queue }: { queue: Queue }) {
  const window = Number(queue.answerWindowSeconds) || 0
  const target = Number(queue.target?.seconds) || 0
  if (window <= 0) return null
  const span = Math.max(target * 1.25, window * 4)
  const offers = Array.from({ length: Math.min(12, Math.floor(span / window)) }, (_, n) => n)
  const percent = (seconds: number): string => `${((100 * seconds) / span).toFixed(2)}%`
  return (
    <Box component="figure" sx={{ margin: 0 }}>
      <Typography component="figcaption" variant="body2" sx={{ color: 'text.secondary' }}>
        {en.plan.timeline}
      </Typography>
      <Box sx={{ position: 'relative', height: 62, marginBlockStart: 0.5 }}>
        {offers.map((n) => (
          <Box
            key={n}
            sx={{
              position: 'absolute',
              top: 8,
              height: 22,
              left: percent(n * window),
              width: `calc(${percent(window)} - 3px)`,
              bgcolor: 'action.selected',
              border: 1,
              borderColor: 'divider',
              borderRadius: 0.75,
              display: 'grid',
              placeItems: 'center',
              overflow: 'hidden',
            }}
          >
            <Typography variant="figure" sx={{ lineHeight: 1 }}>
              {n + 1}
            </Typography>
          </Box>
        ))}
        {target > 0 && (
          <>
            <Box
              sx={{
                position: 'absolute',
                top: 0,
                height: 38,
                left: percent(target),
                borderLeft: 2,
                borderColor: 'primary.main',
              }}
            />
            <Typography
              variant="figure"
              sx={{
                position: 'absolute',
                top: 40,
                left: percent(target),
                transform: 'translateX(-50%)',
                whiteSpace: 'nowrap',
              }}
            >
              {secondsText(target)}
            </Typography>
          </>
        )}
      </Box>
      {target > 0 && <Typography variant="body2">{en.plan.offers(Math.ceil(target / window))}</Typography>}
    </Box>
  )
}
