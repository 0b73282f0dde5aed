import { makeOffer, nextVisit } from '../consequences.ts'
import { offersByItself, type AgentId, type InteractionId, type QueueId } from '../../plan/index.ts'
import { wantsOf } from './demand.ts'
import type { Event, OverflowCause } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import type { HeapNode } from '../../heap/index.ts'
import { tieOfArrival, type ClassIndex, type QueueIndex } from '../state/index-pieces.ts'
import { visitOf, type Agent, type Interaction } from '../state/pieces.ts'
import { firstOf, isPreferred, together, type Choice, type Pool } from './pools.ts'
import type { State } from '../state/state.ts'

interface Match {
  readonly first: Ranked
  readonly agent: Agent
}

/** One that waits, with what decides which of several goes first. */
interface Ranked {
  readonly interaction: Interaction
  readonly priority: number
  readonly waitMs: number
  readonly targetSeconds: number
  readonly tie: string
}

function ranked(state: State, interaction: Interaction): Ranked {
  const visit = visitOf(interaction)
  const queue = state.lookup.queues.get(visit.queueId)
  const waitMs = state.servedWaitMs(visit, state.at)
  return {
    interaction,
    priority: state.priorityBy(interaction.priority, queue, waitMs),
    waitMs,
    targetSeconds: state.secondsOf(queue),
    tie: tieOfArrival(interaction),
  }
}

/** Of one in its place, which tells all of it: of the many in many queues only the first is looked at itself. */
function rankedAt(state: State, { wants, queue }: ClassIndex, { item, key, tie }: HeapNode<Interaction>): Ranked {
  const plan = queue.demand.queue
  const waitMs = state.openClock(queue.id, state.at) - key
  return {
    interaction: item,
    priority: state.priorityBy(wants.priority, plan, waitMs),
    waitMs,
    targetSeconds: state.secondsOf(plan),
    tie,
  }
}

/** Of one class: the first waiting interaction that has an eligible agent, and that agent. */
function matchOf(state: State, of: ClassIndex): Match | null {
  const { heads, free, queue } = of
  if (of.waiting === 0 || !isAnyIn(free)) return null
  const start = queue.demand.queue.selection === 'inTurn' ? state.startOf(queue.id) : 0
  let best: Match | null = null
  for (let step = 0; step < heads.length; step += 1) {
    const head = heads[step]
    const node = head?.peek()
    if (head === undefined || node === undefined) continue
    const able = poolsUpTo(free, step)
    if (able.length === 0) continue
    state.regarded = node.item.id
    const first = rankedAt(state, of, node)
    if (best !== null && !isBefore(state, first, best.first)) continue
    if (queue.refused.size === 0 || visitOf(node.item).tried.length === 0) {
      const choice = firstOf(able, start)
      if (choice !== null) best = { first, agent: choice.agent }
      continue
    }
    for (const one of head.nodesInOrder()) {
      const next = rankedAt(state, of, one)
      if (best !== null && !isBefore(state, next, best.first)) break
      const choice = firstNotTried(together(able, start), visitOf(one.item).tried)
      if (choice === null) continue
      best = { first: next, agent: choice.agent }
      break
    }
  }
  return best
}

function isAnyIn(pools: readonly Pool[]): boolean {
  for (const { size } of pools) if (size > 0) return true
  return false
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
    const { tried, preferred, step } = visitOf(interaction)
    if (preferred === null && !offersByItself(queue.demand.queue.selection)) continue
    const first = ranked(state, interaction)
    if (best !== null && !isBefore(state, first, best.first)) continue
    const start = state.startOf(queue.id)
    const having = state.index.besideFor(interaction, start)
    if (having === null) continue
    const { free } = state.index.classOf(queue, wantsOf(interaction))
    const rival = firstNotTried(together(poolsUpTo(free, step), start), tried)
    best = { first, agent: (rival !== null && isPreferred(rival, having) ? rival : having).agent }
  }
  return best
}

/**
 * Whether `a` goes before `b`: of higher priority, then relatively later first (or plainly older, where the centre orders
 * so), then the earlier arrival, then the id. Lateness is wait / target, compared exactly by multiplying across.
 */
export function goesBefore(state: State, a: Interaction, b: Interaction): boolean {
  return isBefore(state, ranked(state, a), ranked(state, b))
}

function isBefore(state: State, a: Ranked, b: Ranked): boolean {
  if (a.priority !== b.priority) return a.priority > b.priority
  const byLateness = state.settings().order === 'lateness'
  const lateA = a.waitMs * (byLateness ? b.targetSeconds : 1)
  const lateB = b.waitMs * (byLateness ? a.targetSeconds : 1)
  if (lateA !== lateB) return lateA > lateB
  return a.tie < b.tie
}

/** The places in the queue of all who wait or are offered there, or will from its opening on: 1 is next. */
export function placesIn(state: State, queueId: QueueId): Map<InteractionId, number> {
  const { visitors, awaiting } = state.index.queue(queueId)
  const all = [...new Set([...visitors, ...awaiting])].map((id) => ({ id, rank: ranked(state, state.interaction(id)) }))
  all.sort((a, b) => (isBefore(state, a.rank, b.rank) ? -1 : 1))
  return new Map(all.map(({ id }, n) => [id, n + 1]))
}

/** The next offer to make, or null when nothing more can be offered. Looks only where something changed. */
export function nextOffer(state: State): Event<'offerMade'> | null {
  let best: Match | null = null
  for (const queue of state.index.matchable) {
    if (state.isKept(queue.id)) continue
    let found = false
    const byItself = offersByItself(queue.demand.queue.selection)
    for (const one of queue.classes.values()) {
      if (one.wants.preferred === null && !byItself) continue
      const match = matchOf(state, one)
      found ||= match !== null
      if (match !== null && (best === null || isBefore(state, match.first, best.first))) best = match
    }
    const beside = queue.beside.size === 0 ? null : matchBeside(state, queue)
    found ||= beside !== null
    // The same interaction as above may have found somebody who is preferred.
    if (beside !== null && (best === null || !isBefore(state, best.first, beside.first))) best = beside
    if (!found) state.index.matchable.delete(queue)
  }
  if (best === null) return null
  return makeOffer(state, best.first.interaction, best.agent.id, { cause: 'match', by: null, at: state.at })
}

/**
 * The next to go on: it waits in a queue that has closed and names another, or has waited there for too long, and the other
 * queue takes it. Where that one is closed as well, full or out of service, it stays and is served. Who has no
 * queue to go to is told so and rejected.
 */
export function nextOverflow(state: State): Event<'overflowed' | 'rejected'> | null {
  const { sources } = state.lookup
  for (const queue of state.index.dirty) {
    const own = overflowFrom(state, queue)
    if (own !== null) return own
    for (const from of sources.get(queue.id) ?? []) {
      const sent = overflowFrom(state, state.index.queue(from))
      if (sent !== null) return sent
    }
  }
  return null
}

function overflowFrom(
  state: State,
  { id: queueId, overdue, demand }: QueueIndex,
): Event<'overflowed' | 'rejected'> | null {
  const emergency = state.lookup.emergencies.get(queueId)
  if (emergency === undefined && overdue.size === 0 && demand.queue.atClosingTo === null) return null
  const to = emergency === undefined ? demand.queue.atClosingTo : emergency.overflowTo
  if (to !== null && !state.queueDay(queueId).open && takesMore(state, to)) {
    const first = firstWaiting(state, queueId)
    if (first !== null) return overflowEvent(state, first, to, 'closed')
  }
  return emergency === undefined ? nextOverdue(state, queueId) : null
}

/** Of those who have waited in the queue for too long the next who can go on. */
function nextOverdue(state: State, queueId: QueueId): Event<'overflowed' | 'rejected'> | null {
  const queue = state.lookup.queues.get(queueId)
  let first: Interaction | null = null
  for (const id of state.index.queue(queueId).overdue) {
    const one = state.interaction(id)
    if (first === null || goesBefore(state, one, first)) first = one
  }
  if (first === null || queue === undefined) return null
  if (queue.longestWaitTo === null) {
    const waitedMs = state.servedWaitMs(visitOf(first), state.at)
    return event('rejected', state.at, { interactionId: first.id, waitedMs })
  }
  return takesMore(state, queue.longestWaitTo) ? overflowEvent(state, first, queue.longestWaitTo, 'waited') : null
}

export const overflowEvent = (state: State, one: Interaction, to: QueueId, cause: OverflowCause): Event<'overflowed'> =>
  event('overflowed', state.at, {
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

/** Whether the queue takes one more who overflows to it. */
export function takesMore(state: State, queueId: QueueId): boolean {
  const queue = state.lookup.queues.get(queueId)
  if (queue === undefined || queue.service !== 'inService' || !state.queueDay(queueId).open) return false
  return queue.mostWaiting === null || state.index.queue(queueId).visitors.size < queue.mostWaiting
}

/** The next round that has ended: everybody present who could be offered the interaction by now has tried it. */
export function nextRoundEnd(state: State): Event<'roundEnded'> | null {
  for (const queue of state.index.dirty) {
    for (const interactionId of queue.refused) {
      state.regarded = interactionId
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
