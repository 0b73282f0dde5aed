import { makeOffer, nextVisit } from './consequences.ts'
import { offersByItself, type AgentId, type QueueId } from '../plan/index.ts'
import { wantsOf } from './demand.ts'
import { event, type Event, type SendingCause } from './events.ts'
import type { ClassIndex, QueueIndex } from './index-pieces.ts'
import { visitOf, type Agent, type Interaction } from './pieces.ts'
import { firstOf, isPreferred, together, type Choice, type Pool } from './pools.ts'
import type { State } from './state.ts'

interface Match {
  readonly interaction: Interaction
  readonly agent: Agent
}

/** Of one class: the first waiting interaction that has an eligible agent, and that agent. */
function matchOf(state: State, { heads, free, queue }: ClassIndex): Match | null {
  if (!free.some(({ size }) => size > 0)) return null
  const turn = queue.demand.queue.selection === 'inTurn' ? state.turnOf(queue.id) : 0
  let best: Match | null = null
  for (const [step, head] of heads.entries()) {
    const first = head.peek()?.item
    if (first === undefined) continue
    if (best !== null && !goesBefore(state, first, best.interaction)) continue
    const able = poolsUpTo(free, step)
    if (able.length === 0) continue
    if (visitOf(first).tried.length === 0) {
      const choice = firstOf(able, turn)
      if (choice !== null) best = { interaction: first, agent: choice.agent }
      continue
    }
    for (const interaction of head.inOrder()) {
      if (best !== null && !goesBefore(state, interaction, best.interaction)) break
      const choice = firstNotTried(together(able, turn), visitOf(interaction).tried)
      if (choice === null) continue
      best = { interaction, agent: choice.agent }
      break
    }
  }
  return best
}

/** Those that somebody is in, of the steps reached. */
function poolsUpTo(free: readonly Pool[], step: number): Pool[] {
  const able: Pool[] = []
  for (let n = 0; n <= step; n += 1) {
    const pool = free[n]
    if (pool !== undefined && pool.size > 0) able.push(pool)
  }
  return able
}

function firstNotTried(choices: Iterable<Choice>, tried: readonly AgentId[]): Choice | null {
  for (const choice of choices) if (!tried.includes(choice.agent.id)) return choice
  return null
}

/** Of those in the queue whose customer somebody has already: the first for whom that somebody has room, and whom to choose. */
function matchBeside(state: State, queue: QueueIndex): Match | null {
  let best: Match | null = null
  for (const id of queue.beside) {
    const interaction = state.interaction(id)
    const { tried, wish, step } = visitOf(interaction)
    if (wish === null && !offersByItself(queue.demand.queue.selection)) continue
    if (best !== null && !goesBefore(state, interaction, best.interaction)) continue
    const turn = state.turnOf(queue.id)
    const having = state.index.besideFor(interaction, turn)
    if (having === null) continue
    const { free } = state.index.classOf(queue, wantsOf(interaction))
    const rival = firstNotTried(together(poolsUpTo(free, step), turn), tried)
    best = { interaction, agent: (rival !== null && isPreferred(rival, having) ? rival : having).agent }
  }
  return best
}

/**
 * Whether `a` goes before `b`: of higher priority, then relatively later first (or plainly older, where the centre orders
 * so), then the earlier arrival, then the id. Lateness is wait / target, compared exactly by multiplying across.
 */
export function goesBefore(state: State, a: Interaction, b: Interaction): boolean {
  const [visitA, visitB] = [visitOf(a), visitOf(b)]
  const [priorityA, priorityB] = [state.priorityOf(a, state.at), state.priorityOf(b, state.at)]
  if (priorityA !== priorityB) return priorityA > priorityB
  const byLateness = state.settings().order === 'lateness'
  const lateA = state.servedWaitMs(visitA, state.at) * (byLateness ? state.targetSeconds(visitB.queueId) : 1)
  const lateB = state.servedWaitMs(visitB, state.at) * (byLateness ? state.targetSeconds(visitA.queueId) : 1)
  if (lateA !== lateB) return lateA > lateB
  if (a.arrivedAt !== b.arrivedAt) return a.arrivedAt < b.arrivedAt
  return a.id < b.id
}

/** The next offer to make, or null when nothing more can be offered. Looks only where something changed. */
export function nextOffer(state: State): Event<'offerMade'> | null {
  let best: Match | null = null
  for (const queueId of state.index.matchable) {
    if (state.isHeld(queueId)) continue
    let found = false
    const queue = state.index.queue(queueId)
    const { classes, demand } = queue
    for (const one of classes.values()) {
      if (one.wants.wish === null && !offersByItself(demand.queue.selection)) continue
      const match = matchOf(state, one)
      found ||= match !== null
      if (match !== null && (best === null || goesBefore(state, match.interaction, best.interaction))) best = match
    }
    const beside = queue.beside.size === 0 ? null : matchBeside(state, queue)
    found ||= beside !== null
    // The same interaction as above may have found somebody who is preferred.
    if (beside !== null && (best === null || !goesBefore(state, best.interaction, beside.interaction))) best = beside
    if (!found) state.index.matchable.delete(queueId)
  }
  if (best === null) return null
  const { interaction, agent } = best
  return makeOffer(state, interaction, agent.id, { cause: 'match', by: null, at: state.at })
}

/**
 * The next to go on: it waits in a queue that has closed and sends on, or has waited there for too long, and the other
 * queue takes it. Where that one is closed as well, full or out of service, it stays and is served. Who is sent on to no
 * queue is told so and sent away.
 */
export function nextSentOn(state: State): Event<'sentOn' | 'turnedAway'> | null {
  for (const queueId of maySendOn(state)) {
    const emergency = state.lookup.emergencies.get(queueId)
    if (emergency === undefined && state.index.queue(queueId).overdue.size === 0 && !sendsAtClosing(state, queueId))
      continue
    const to = emergency === undefined ? (state.lookup.queues.get(queueId)?.atClosingTo ?? null) : emergency.sendOnTo
    if (to !== null && !state.queueDay(queueId).open && takesMore(state, to)) {
      const first = firstWaiting(state, queueId)
      if (first !== null) return sendOnEvent(state, first, to, 'closed')
    }
    const overdue = emergency === undefined ? nextOverdue(state, queueId) : null
    if (overdue !== null) return overdue
  }
  return null
}

const sendsAtClosing = (state: State, queueId: QueueId): boolean =>
  (state.lookup.queues.get(queueId)?.atClosingTo ?? null) !== null

/** Of those who have waited in the queue for too long the next who can go on. */
function nextOverdue(state: State, queueId: QueueId): Event<'sentOn' | 'turnedAway'> | null {
  const queue = state.lookup.queues.get(queueId)
  let first: Interaction | null = null
  for (const id of state.index.queue(queueId).overdue) {
    const one = state.interaction(id)
    if (first === null || goesBefore(state, one, first)) first = one
  }
  if (first === null || queue === undefined) return null
  if (queue.longestWaitTo === null) {
    const waitedMs = state.servedWaitMs(visitOf(first), state.at)
    return event('turnedAway', state.at, { interactionId: first.id, waitedMs })
  }
  return takesMore(state, queue.longestWaitTo) ? sendOnEvent(state, first, queue.longestWaitTo, 'waited') : null
}

export const sendOnEvent = (state: State, one: Interaction, to: QueueId, cause: SendingCause): Event<'sentOn'> =>
  event('sentOn', state.at, {
    ...nextVisit(state, one, to),
    queueId: to,
    cause,
    by: null,
    waitedBeforeMs: state.servedWaitMs(visitOf(one), state.at),
  })

/** Who would be served next in the queue, whoever is free. */
export function firstWaiting(state: State, queueId: QueueId): Interaction | null {
  let first: Interaction | null = null
  for (const { heads } of state.index.queue(queueId).classes.values())
    for (const head of heads) {
      const one = head.peek()?.item
      if (one !== undefined && (first === null || goesBefore(state, one, first))) first = one
    }
  return first
}

/** Queues in which something changed, and those that send on to them. */
function* maySendOn(state: State): Generator<QueueId> {
  for (const queueId of state.index.dirty) {
    yield queueId
    yield* state.lookup.sources.get(queueId) ?? []
  }
}

/** Whether the queue takes one more who is sent on to it. */
export function takesMore(state: State, queueId: QueueId): boolean {
  const queue = state.lookup.queues.get(queueId)
  if (queue === undefined || queue.service !== 'inService' || !state.queueDay(queueId).open) return false
  return queue.mostWaiting === null || state.index.queue(queueId).visitors.size < queue.mostWaiting
}

/** The next round that has ended: everybody present who could be offered the interaction by now has tried it. */
export function nextRoundEnd(state: State): Event<'roundEnded'> | null {
  for (const queueId of state.index.dirty) {
    const queue = state.index.queue(queueId)
    for (const interactionId of queue.refused) {
      const interaction = state.interaction(interactionId)
      const visit = visitOf(interaction)
      if (visit.retryDueAt !== null) continue
      const { present, places } = state.index.classOf(queue, wantsOf(interaction))
      const there = present.reduce((sum, count, step) => (step <= visit.step ? sum + count : sum), 0)
      const among = visit.tried.filter((id) => {
        const place = places.get(id)
        return place !== undefined && place.present && place.step <= visit.step
      })
      if (among.length < there) continue
      const afterSeconds = Math.max(1, state.settings().retryAfterSeconds)
      return event('roundEnded', state.at, { interactionId, retryDueAt: state.at + afterSeconds * 1000 })
    }
  }
  return null
}
