// How a new plan, and a router that was away, change the state.
import type { Instant } from '../../plan/index.ts'
import type { Event } from '../journal/events.ts'
import { lookupOf } from '../state/lookup.ts'
import { openOffer, visitOf } from '../state/pieces.ts'
import type { State } from '../state/state.ts'
import { enterAtOpening } from './layers.ts'

export function takePlan(state: State, event: Event<'planTaken'>): State {
  const { plan } = event
  state.plan = plan
  state.lookup = lookupOf(plan, state)
  // What could not be carried out may have been the plan's fault.
  state.quarantined = state.quarantined.filter(({ interaction }) => interaction !== null)
  const agents = new Set(plan.people.filter(({ roles }) => roles.includes('agent')).map(({ id }) => id))
  for (const id of [...state.agents.keys()]) if (!agents.has(id)) state.agents.delete(id)
  for (const id of agents)
    if (!state.agents.has(id))
      state.agents.set(id, {
        id,
        stateId: plan.centre.awayStateId,
        stateSince: event.at,
        lastAtWork: event.at,
        admittedSince: {},
        recovery: null,
        afterStateId: null,
        closedTo: [],
        connections: [],
        graceDueAt: null,
        offerId: null,
        carried: [],
        onShift: false,
        today: { answered: 0, handled: 0, handleSumMs: 0 },
      })
  for (const agent of state.agents.values()) agent.onShift = state.isOnShift(agent.id, event.at)
  for (const { id } of plan.queues) state.queueDay(id).open = state.isOpenAt(id, event.at)
  for (const interaction of state.interactions.values())
    if (visitOf(interaction).awaitsOpening && state.queueDay(visitOf(interaction).queueId).open)
      enterAtOpening(state, interaction)
  state.index.rebuild()
  reckonSteps(state)
  return state
}

/** What a wait has reached by the steps of a new plan; a silence that would be over by it is counted from now. */
function reckonSteps(state: State): void {
  for (const interaction of state.interactions.values()) {
    const visit = visitOf(interaction)
    const waitedMs = visit.awaitsOpening ? 0 : state.visitWaitMs(visit, state.at)
    visit.step = state.index.queue(visit.queueId).demand.stepAt(waitedMs)
    const longest = state.lookup.queues.get(visit.queueId)?.longestWaitSeconds ?? null
    if ((state.silenceDueAt(interaction) ?? Infinity) <= state.at) interaction.silentSince = state.at
    visit.overdue = longest !== null && !visit.awaitsOpening && !interaction.toCall && waitedMs >= longest * 1000
    state.index.interactionChanged(interaction)
  }
}

export function extendDeadlines(state: State, outageMs: number): State {
  const later = (dueAt: Instant | null): Instant | null => (dueAt === null ? null : dueAt + outageMs)
  for (const agent of state.agents.values()) {
    agent.graceDueAt = later(agent.graceDueAt)
    if (agent.recovery !== null) agent.recovery = { ...agent.recovery, until: agent.recovery.until + outageMs }
  }
  for (const interaction of state.interactions.values()) {
    interaction.customerGraceDueAt = later(interaction.customerGraceDueAt)
    interaction.wrapUpDueAt = later(interaction.wrapUpDueAt)
    interaction.restDueAt = later(interaction.restDueAt)
    interaction.silentSince += outageMs
    const visit = visitOf(interaction)
    visit.retryDueAt = later(visit.retryDueAt)
    if (visit.preferred !== null) visit.preferred.until += outageMs
    const offer = openOffer(interaction)
    if (offer !== null) offer.dueAt += outageMs
    if (interaction.dial !== null) interaction.dial.dueAt += outageMs
    for (const guest of interaction.guests) guest.dueAt = later(guest.dueAt)
  }
  state.index.rebuild()
  return state
}
