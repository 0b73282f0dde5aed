// What holds of every journal, said without a second life of things: when an event may come, and what cannot be left undone.
import type { CompiledPlan, Instant, Queue } from '../plan/index.ts'
import {
  atWork,
  openOffer,
  visitOf,
  type Agent,
  type Event,
  type EventType,
  type Interaction,
  type State,
} from '../routing/index.ts'

type Law<T extends EventType> = (event: Event<T>, state: State, plan: CompiledPlan) => boolean

const of = (state: State, { interactionId }: { readonly interactionId: string }): Interaction =>
  state.interaction(interactionId)
const queueOf = (plan: CompiledPlan, one: Interaction): Queue | undefined =>
  plan.queues.find(({ id }) => id === visitOf(one).queueId)
const due = (at: Instant, when: Instant | null | undefined): boolean => when != null && at >= when

const isOut = (
  state: State,
  event: Event<'offerAnswered' | 'offerDeclined' | 'offerMissed' | 'offerWithdrawn'>,
): boolean => {
  const offer = openOffer(of(state, event))
  return offer?.id === event.offerId && offer.agentId === event.agentId
}
const hasIt = (one: Interaction, agentId: string): boolean => atWork(one).some(({ personId }) => personId === agentId)
const takesMore = (state: State, plan: CompiledPlan, queueId: string): boolean => {
  const most = plan.queues.find(({ id }) => id === queueId)?.mostWaiting ?? Infinity
  const there = [...state.interactions.values()].filter(
    (one) =>
      ['waiting', 'offered'].includes(one.phase) && visitOf(one).queueId === queueId && !visitOf(one).awaitsOpening,
  )
  return state.queueDay(queueId).open && there.length < most
}

/** When an event may come, in the state just before it. */
const laws: { readonly [T in EventType]?: Law<T> } = {
  interactionArrived: (event, state) => !state.interactions.has(event.interactionId),
  offerMade: (event, state, plan) => {
    const one = of(state, event)
    const window = (queueOf(plan, one)?.answerWindowSeconds ?? 0) * 1000
    const free = state.agent(event.agentId).offerId === null && !visitOf(one).tried.includes(event.agentId)
    const inTime = event.cause === 'taken' || event.dueAt === event.at + window
    return one.phase === 'waiting' && (event.cause !== 'match' || free) && inTime
  },
  offerAnswered: (event, state) => isOut(state, event) && !due(event.at, (openOffer(of(state, event))?.dueAt ?? 0) + 1),
  offerDeclined: (event, state) => isOut(state, event),
  offerMissed: (event, state) => isOut(state, event) && due(event.at, openOffer(of(state, event))?.dueAt),
  offerWithdrawn: (event, state) => isOut(state, event),
  roundBegan: (event, state) => due(event.at, visitOf(of(state, event)).retryDueAt),
  roundEnded: (event, state) => {
    const { tried, retryDueAt } = visitOf(of(state, event))
    return (
      of(state, event).phase === 'waiting' && tried.length > 0 && retryDueAt === null && event.retryDueAt > event.at
    )
  },
  waitedTooLong: (event, state, plan) => {
    const one = of(state, event)
    const longest = queueOf(plan, one)?.longestWaitSeconds ?? Infinity
    return state.visitWaitMs(visitOf(one), event.at) >= longest * 1000 && !visitOf(one).overdue
  },
  stepReached: (event, state) => event.step === visitOf(of(state, event)).step + 1,
  overflowed: (event, state, plan) => {
    const one = of(state, event)
    const { queueId, overdue } = visitOf(one)
    const why = { closed: !state.queueDay(queueId).open, waited: overdue, moved: true, full: true }[event.cause]
    return one.phase === 'waiting' && why && (event.cause === 'moved' || takesMore(state, plan, event.queueId))
  },
  interactionAbandoned: (event, state) => {
    const { phase, customerGraceDueAt, connections, toCall } = of(state, event)
    const gone = connections.length === 0 && due(event.at, customerGraceDueAt) && !toCall
    return phase === 'waiting' && (event.cause === 'left' || gone)
  },
  interactionEnded: (event, state, plan) => {
    const one = of(state, event)
    const wrapUp = event.wrapUpDueAt - event.at
    const allowed = [0, (queueOf(plan, one)?.wrapUpSeconds ?? 0) * 1000]
    return ['connected', 'resting'].includes(one.phase) && allowed.includes(wrapUp)
  },
  wrapUpEnded: (event, state) => {
    const { phase, wrapUpDueAt } = of(state, event)
    return phase === 'wrapUp' && (event.cause === 'finished' || due(event.at, wrapUpDueAt))
  },
  wrapUpSaved: (event, state) => ['connected', 'wrapUp'].includes(of(state, event).phase),
  requeued: (event, state) => of(state, event).phase === 'connected' && hasIt(of(state, event), event.agentId),
  transferred: (event, state) => of(state, event).phase === 'connected' && hasIt(of(state, event), event.agentId),
  handedOver: (event, state) => hasIt(of(state, event), event.agentId) && !hasIt(of(state, event), event.toAgentId),
  rested: (event, state) => {
    const { phase, turn, silentSince } = of(state, event)
    return phase === 'connected' && turn.side === 'customer' && event.at > silentSince && event.restDueAt > event.at
  },
  woken: (event, state) => of(state, event).phase === 'resting',
  messageSent: (event, state) => {
    const { messages, phase } = of(state, event)
    return event.number === messages + 1 && phase !== 'wrapUp'
  },
  customerDialled: (event, state) => {
    const { phase, dial, dials } = of(state, event)
    return phase === 'connected' && dial === null && event.number === dials + 1
  },
  dialEnded: (event, state) => {
    const { dial } = of(state, event)
    return dial !== null && (event.end !== 'noAnswer' || due(event.at, dial.dueAt))
  },
  preferenceLapsed: (event, state) => {
    const { preferred } = visitOf(of(state, event))
    return preferred !== null && (event.cause !== 'time' || due(event.at, preferred.until))
  },
  agentGraceEnded: (event, state) => {
    const { connections, graceDueAt } = state.agent(event.agentId)
    return connections.length === 0 && due(event.at, graceDueAt)
  },
  queueOpened: (event, state) => !state.queueDay(event.queueId).open,
  queueClosed: (event, state) => state.queueDay(event.queueId).open,
  shiftChanged: (event, state) => state.agent(event.agentId).onShift !== event.on,
  loanEnded: (event, state) =>
    state.loans.some(({ id, until }) => id === event.loanId && (event.cause === 'ended' || due(event.at, until))),
  grantEnded: (event, state) =>
    state.grants.some(({ id, until }) => id === event.grantId && (event.cause === 'ended' || due(event.at, until))),
}

/** Whether the event may come in this state. */
export function mayCome(event: Event, state: State): boolean {
  const law = laws[event.type] as Law<EventType> | undefined
  return law === undefined || state.plan === null || law(event, state, state.plan)
}

const isLate = (at: Instant, when: Instant | null | undefined): boolean => when != null && when <= at

/** How many of its steps a wait in the queue has come to. */
const stepsWithin = (queue: Queue | undefined, waitMs: number): number => {
  const all = [...(queue?.laterReaches ?? []), ...(queue?.relaxations ?? [])].map(({ afterSeconds }) => afterSeconds)
  return new Set(all.filter((seconds) => seconds > 0 && seconds * 1000 <= waitMs)).size
}

/** What ought to have happened by now, of one conversation. */
const leftOf = (one: Interaction, state: State): string[] => {
  const { id, phase, visits, connections, toCall, customerGraceDueAt } = one
  const { at, plan } = state
  const visit = visits.at(-1)
  const waits = phase === 'waiting' || phase === 'offered'
  const unattended = !toCall && (waits || (one.channel === 'voice' && phase === 'connected'))
  const offer = openOffer(one)
  // Who left a message for the opening begins to wait with it: until then no hours of a new plan count as their wait.
  const awaits = visit?.awaitsOpening === true
  const steps =
    visit === undefined || plan === null || awaits ? 0 : stepsWithin(queueOf(plan, one), state.visitWaitMs(visit, at))
  const left: Record<string, boolean> = {
    answerWindow: phase === 'offered' && isLate(at, offer?.dueAt),
    wrapUp: phase === 'wrapUp' && isLate(at, one.wrapUpDueAt),
    customerGrace: unattended && isLate(at, customerGraceDueAt),
    // Whoever is there, or left a message, is not waited for.
    noGrace: waits && customerGraceDueAt !== null && (connections.length > 0 || one.leftMessage),
    round: waits && isLate(at, visit?.retryDueAt),
    preference: waits && isLate(at, visit?.preferred?.until),
    step: waits && steps > (visit?.step ?? 0),
    opening: waits && awaits && state.queueDay(visit.queueId).open,
    rest: phase === 'resting' && isLate(at, one.restDueAt),
    dial: phase === 'connected' && isLate(at, one.dial?.dueAt),
    callback: waits && isLate(at, one.callback?.putOffUntil),
    consult: phase === 'connected' && one.guests.some(({ dueAt }) => isLate(at, dueAt)),
    // Nothing is kept for, or offered to, somebody whom the plan no longer has.
    preferred: waits && visit?.preferred != null && !state.agents.has(visit.preferred.agentId),
    offered: phase === 'offered' && state.agents.get(offer?.agentId ?? '')?.carried.includes(id) !== true,
  }
  return Object.entries(left).flatMap(([kind, is]) => (is ? [`${kind} of ${id}`] : []))
}

const leftOfAgent = ({ id, connections, graceDueAt, recovery, offerId, carried }: Agent, state: State): string[] => {
  const left: Record<string, boolean> = {
    agentGrace: isLate(state.at, graceDueAt),
    noGrace: connections.length > 0 && graceDueAt !== null,
    recovery: isLate(state.at, recovery?.until),
    offer: offerId !== null && !carried.some((one) => openOffer(state.interaction(one))?.agentId === id),
    carried: carried.some((one) => !state.interactions.has(one)),
  }
  return Object.entries(left).flatMap(([kind, is]) => (is ? [`${kind} of ${id}`] : []))
}

/** What a settled state has left undone: it ought to be nothing. */
export const leftUndone = (state: State): string[] => [
  ...[...state.interactions.values()].flatMap((one) => leftOf(one, state)),
  ...[...state.agents.values()].flatMap((agent) => leftOfAgent(agent, state)),
  ...[...state.loans, ...state.grants].filter(({ until }) => until <= state.at).map(({ id }) => `end of ${id}`),
]
