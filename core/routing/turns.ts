// How openings, closings and stopgaps change the state.
import type { QueueId } from '../plan/index.ts'
import type { Event } from './events.ts'
import { visitOf, type Interaction } from './pieces.ts'
import { lookupOf, type State } from './state.ts'

/** How long stopgaps that have ended are kept, since waits were counted with them. */
const stopgapsKeptMs = 3 * 86_400_000

/** Drops those that ended long ago; what waits since then is ordered anew. */
export function forgetStopgaps(state: State): void {
  const kept = state.stopgaps.filter(({ until }) => until > state.at - stopgapsKeptMs)
  if (kept.length === state.stopgaps.length) return
  state.stopgaps = kept
  state.lookup = lookupOf(state.plan, kept)
  state.index.rebuild()
}

/** A queue is under one stopgap at a time: another takes the place of what was left of the last. */
export function beginStopgap(state: State, event: Event<'stopgapBegan'>): State {
  const { stopgapId: id, queueId, kind, until, reason, by } = event
  const before = state.stopgapOf(queueId)
  if (before !== null) before.until = event.at
  state.stopgaps.push({ id, queueId, kind, from: event.at, until, reason, by })
  return layOver(state, queueId)
}

export function layOver(state: State, queueId: QueueId): State {
  state.lookup = lookupOf(state.plan, state.stopgaps)
  state.index.setQueueTurn(queueId)
  return state
}

/** The queue's hours turn: at an opening those who left a message begin to wait for an agent. */
export function turnQueue(state: State, queueId: QueueId, open: boolean): State {
  state.queueDay(queueId).open = open
  state.index.setQueueTurn(queueId)
  state.index.dirty.add(queueId)
  if (open)
    for (const id of [...state.index.queue(queueId).awaiting]) {
      const interaction = state.interaction(id)
      letIn(state, interaction)
      state.index.interactionChanged(interaction)
    }
  return state
}

/** Its queue has opened: from now on it waits, and counts, like one that comes now; its place is that of its arrival. */
export function letIn(state: State, interaction: Interaction): void {
  const visit = visitOf(interaction)
  visit.awaitsOpening = false
  visit.enteredAt = state.at
  state.queueDay(visit.queueId).figures.entered += 1
}
