// How openings, closings, shifts, and what is laid over them, change the state.
import type { AgentId, QueueId } from '../../plan/index.ts'
import { freshFigures } from '../../figures/index.ts'
import type { Event } from '../journal/events.ts'
import { visitOf, type Interaction } from '../state/pieces.ts'
import { lookupOf } from '../state/lookup.ts'
import type { State } from '../state/state.ts'

/** How long stopgaps, emergencies and absences that have ended are kept, since waits were counted with them. */
const layersKeptMs = 3 * 86_400_000

export function extendPlan(state: State, { times }: Event<'planExtended'>): State {
  if (state.plan === null) throw new Error('there is no plan to extend')
  state.plan = { ...state.plan, ...times }
  state.lookup = lookupOf(state.plan, state)
  state.index.rebuild()
  return state
}

/** Drops what ended long ago; what waits since then is ordered anew. */
function forgetLayers(state: State): void {
  const since = state.at - layersKeptMs
  const { stopgaps, emergencies, absences } = state
  state.stopgaps = stopgaps.filter(({ until }) => until > since)
  state.emergencies = emergencies.filter(({ to }) => to === null || to > since)
  state.absences = absences.filter(({ to }) => to > since)
  const kept = state.stopgaps.length + state.emergencies.length + state.absences.length
  if (kept === stopgaps.length + emergencies.length + absences.length) return
  state.lookup = lookupOf(state.plan, state)
  state.index.rebuild()
}

/** A queue is under one stopgap at a time: another takes the place of what was left of the last. */
export function beginStopgap(state: State, event: Event<'stopgapBegan'>): State {
  const { stopgapId: id, queueId, kind, from, until, reason, wordsId, by } = event
  const before = state.stopgapOf(queueId)
  if (before !== null) before.until = Math.min(before.until, Math.max(from, event.at))
  state.stopgaps.push({ id, queueId, kind, from, until, reason, wordsId, by })
  return layOver(state, [queueId])
}

/** What is laid over these queues' hours has changed. */
export function layOver(state: State, queueIds: readonly QueueId[]): State {
  state.lookup = lookupOf(state.plan, state)
  for (const queueId of queueIds) {
    state.index.setQueueChange(queueId)
    state.index.setSteps(queueId)
    state.index.touch(state.index.queue(queueId))
  }
  return state
}

export function beginEmergency(state: State, event: Event<'emergencyBegan'>): State {
  const { type: _type, v: _v, at, emergencyId, ...rest } = event
  state.emergencies.push({ id: emergencyId, ...rest, from: at, to: null })
  return layOver(state, event.queueIds)
}

export function endEmergency(state: State, event: Event<'emergencyEnded'>): State {
  const ended = state.emergencies.find(({ id, to }) => id === event.emergencyId && to === null)
  if (ended === undefined) throw new Error(`no emergency ${event.emergencyId} in the state`)
  ended.to = event.at
  return layOver(state, ended.queueIds)
}

/** Whether the agent is on shift may have changed. */
export function changeShift(state: State, agentId: AgentId): State {
  const agent = state.agents.get(agentId)
  if (agent === undefined) return state
  agent.onShift = state.isOnShift(agentId, state.at)
  state.index.agentChanged(agent)
  state.index.setShiftChange(agentId)
  return state
}

/** Who serves which queue has changed for a while. */
export function changeLoans(state: State, event: Event<'loanBegan' | 'loanEnded'>): State {
  const { loanId: id, agentId, queueId } = event
  if (event.type === 'loanEnded') state.loans = state.loans.filter((one) => one.id !== id)
  else state.loans.push({ id, agentId, queueId, from: event.at, until: event.until, by: event.by })
  state.index.rebuild()
  return state
}

/** What somebody can do has changed for a while. */
export function changeGrants(state: State, event: Event<'grantBegan' | 'grantEnded'>): State {
  const { grantId: id, agentId } = event
  if (event.type === 'grantEnded') state.grants = state.grants.filter((one) => one.id !== id)
  else {
    const { skillId, level, until, by } = event
    state.grants.push({ id, agentId, skillId, level, from: event.at, until, by })
  }
  state.index.rebuild()
  return state
}

export function enterAbsence(state: State, event: Event<'absenceEntered'>): State {
  const { absenceId: id, agentId, from, to, reason, by } = event
  state.absences.push({ id, agentId, from, to, reason, by })
  state.lookup = lookupOf(state.plan, state)
  return changeShift(state, agentId)
}

export function removeAbsence(state: State, { absenceId, agentId }: Event<'absenceRemoved'>): State {
  state.absences = state.absences.filter(({ id }) => id !== absenceId)
  state.lookup = lookupOf(state.plan, state)
  return changeShift(state, agentId)
}

/** The queue opens or closes: at an opening those who left a message begin to wait for an agent. */
export function changeOpening(state: State, queueId: QueueId, open: boolean): State {
  state.queueDay(queueId).open = open
  state.index.setQueueChange(queueId)
  state.index.touch(state.index.queue(queueId))
  if (open)
    for (const id of [...state.index.queue(queueId).awaiting]) {
      const interaction = state.interaction(id)
      enterAtOpening(state, interaction)
      state.index.interactionChanged(interaction)
    }
  return state
}

/** Its queue has opened: from now on it waits, and counts, like one that comes now; its place is that of its arrival. */
export function enterAtOpening(state: State, interaction: Interaction): void {
  const visit = visitOf(interaction)
  visit.awaitsOpening = false
  visit.enteredAt = state.at
  if (visit.counts) state.queueDay(visit.queueId).figures.entered += 1
}

/** Figures begin anew, and what is only of the day before is forgotten. */
export function beginDay(state: State): State {
  for (const day of state.queues.values()) day.figures = freshFigures(state.at)
  forgetLayers(state)
  state.quarantined = state.quarantined.filter(({ interaction }) => interaction === null)
  for (const agent of state.agents.values()) agent.today = { answered: 0, handled: 0, handleSumMs: 0 }
  state.index.setNewDay()
  return state
}
