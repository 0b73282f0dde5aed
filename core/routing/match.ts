import { estimateFor } from './consequences.ts'
import type { AgentId, QueueId } from '../plan/index.ts'
import { event, type Event } from './events.ts'
import { visitOf, type Agent, type Interaction } from './pieces.ts'
import type { State } from './state.ts'

interface Match {
  readonly interaction: Interaction
  readonly agent: Agent
}

/** Of one queue: the first waiting interaction that has an eligible agent, and that agent. */
function matchIn(state: State, queueId: QueueId): Match | null {
  if (state.lookup.emergencies.get(queueId)?.waiting === 'held') return null
  const { waiting, free } = state.index.queue(queueId)
  if (waiting.size === 0 || free.size === 0) return null
  for (const interaction of waiting.inOrder()) {
    const { tried } = visitOf(interaction)
    for (const agent of free.inOrder()) if (!tried.includes(agent.id)) return { interaction, agent }
  }
  return null
}

/**
 * Whether `a` goes before `b`: relatively later first (or plainly older, where the centre orders so), then the earlier
 * arrival, then the id. Lateness is wait / target, compared exactly by multiplying across.
 */
export function goesBefore(state: State, a: Interaction, b: Interaction): boolean {
  const [visitA, visitB] = [visitOf(a), visitOf(b)]
  if (state.settings().order === 'lateness') {
    const lateA = state.servedWaitMs(visitA, state.at) * state.targetSeconds(visitB.queueId)
    const lateB = state.servedWaitMs(visitB, state.at) * state.targetSeconds(visitA.queueId)
    if (lateA !== lateB) return lateA > lateB
  } else {
    const [waitA, waitB] = [state.servedWaitMs(visitA, state.at), state.servedWaitMs(visitB, state.at)]
    if (waitA !== waitB) return waitA > waitB
  }
  if (a.arrivedAt !== b.arrivedAt) return a.arrivedAt < b.arrivedAt
  return a.id < b.id
}

/** The next offer to make, or null when nothing more can be offered. Looks only where something changed. */
export function nextOffer(state: State): Event<'offerMade'> | null {
  let best: Match | null = null
  for (const queueId of state.index.dirty) {
    const match = matchIn(state, queueId)
    if (match !== null && (best === null || goesBefore(state, match.interaction, best.interaction))) best = match
  }
  if (best === null) return null
  const { interaction, agent } = best
  const visit = visitOf(interaction)
  const windowSeconds = state.lookup.queues.get(visit.queueId)?.answerWindowSeconds ?? 0
  return event('offerMade', state.at, {
    offerId: `${visit.id}.o${visit.offers.length + 1}`,
    interactionId: interaction.id,
    agentId: agent.id,
    dueAt: state.at + windowSeconds * 1000,
  })
}

/**
 * The next to be sent on: it waits in a queue that has closed and sends on, and the other queue takes it. Where that one
 * is closed as well, full or out of service, it stays and is served.
 */
export function nextSentOn(state: State): Event<'sentOn'> | null {
  for (const queueId of maySendOn(state)) {
    const emergency = state.lookup.emergencies.get(queueId)
    const to = emergency === undefined ? (state.lookup.queues.get(queueId)?.atClosingTo ?? null) : emergency.sendOnTo
    if (to === null || state.queueDay(queueId).open || !takesMore(state, to)) continue
    const first = state.index.queue(queueId).waiting.peek()?.item
    if (first === undefined) continue
    return event('sentOn', state.at, {
      interactionId: first.id,
      visitId: `${first.id}.v${first.visits.length + 1}`,
      queueId: to,
      waitedBeforeMs: state.servedWaitMs(visitOf(first), state.at),
      estimatedWaitSeconds: estimateFor(state, to),
    })
  }
  return null
}

/** Queues in which something changed, and those that send on to them. */
function* maySendOn(state: State): Generator<QueueId> {
  for (const queueId of state.index.dirty) {
    yield queueId
    yield* state.lookup.sources.get(queueId) ?? []
  }
}

function takesMore(state: State, queueId: QueueId): boolean {
  const queue = state.lookup.queues.get(queueId)
  if (queue === undefined || queue.service !== 'inService' || !state.queueDay(queueId).open) return false
  return queue.mostWaiting === null || state.index.queue(queueId).occupants < queue.mostWaiting
}

/** The next round that has ended: everybody present in the interaction's queue has tried it. */
export function nextRoundEnd(state: State): Event<'roundEnded'> | null {
  for (const queueId of state.index.dirty) {
    const queue = state.index.queue(queueId)
    for (const interactionId of queue.refused) {
      const visit = visitOf(state.interaction(interactionId))
      if (visit.retryDueAt !== null) continue
      if (visit.tried.filter((agentId) => isPresentIn(state, queue, agentId)).length < queue.present) continue
      const afterSeconds = Math.max(1, state.settings().retryAfterSeconds)
      return event('roundEnded', state.at, { interactionId, retryDueAt: state.at + afterSeconds * 1000 })
    }
  }
  return null
}

function isPresentIn(
  state: State,
  { members, onShiftOnly }: { readonly members: ReadonlySet<AgentId>; readonly onShiftOnly: boolean },
  agentId: AgentId,
): boolean {
  const agent = state.agents.get(agentId)
  if (agent === undefined || !members.has(agentId) || !state.isPresent(agent)) return false
  return agent.onShift || !onShiftOnly
}
