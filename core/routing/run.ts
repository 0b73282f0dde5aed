import type { Instant } from '../plan/index.ts'
import { nextPutOff } from './calls/callbacks.ts'
import { isRefusal, type Command, type CommandType, type Refusal } from './journal/commands.ts'
import { expire, nextDeadline, nextStep } from './due/deadlines.ts'
import { decide } from './decide.ts'
import { departures } from './people/saying.ts'
import type { Event } from './journal/events.ts'
import { evolve } from './evolve.ts'
import { DeadlineFault } from './due/quarantine.ts'
import { nextOffer, nextRoundEnd, nextOverflow } from './match/match.ts'
import type { State } from './state/state.ts'

export interface Outcome {
  /** What happened, in order: deadlines that came due before the command, the command, the offers it made possible. */
  readonly events: readonly Event[]
  readonly refusal: Refusal | null
}

function take(state: State, events: readonly Event[], into: Event[]): void {
  for (const next of events) {
    evolve(state, next)
    into.push(next)
  }
}

/** Lets go whoever is done and said so beforehand, holds off whoever may not be called now, lets overflow whoever their queue does not keep, makes every offer that can be made, and ends every round that has ended. */
export function settle(state: State): Event[] {
  const events: Event[] = []
  let sentOnAt = -1
  while (state.index.dirty.size > 0 || state.index.leaving.size > 0 || state.index.untimely.size > 0) {
    const leaving = departures(state)
    if (leaving.length > 0) {
      take(state, leaving, events)
      continue
    }
    const putOff = nextPutOff(state)
    if (putOff.length > 0) {
      take(state, putOff, events)
      continue
    }
    const sent = sentOnAt === state.index.touches ? null : nextOverflow(state)
    // An offer takes nobody out of a queue and opens none: until something else happens nobody more overflows.
    if (sent === null) sentOnAt = state.index.touches
    const next = sent ?? nextOffer(state) ?? nextRoundEnd(state)
    if (next === null) state.index.settled()
    else {
      state.regarded = next.interactionId
      take(state, [next], events)
    }
  }
  return events
}

/** Where no command has led to it, the interaction that it was about is to blame when it throws. */
function settleAlone(state: State): Event[] {
  state.regarded = null
  try {
    return settle(state)
  } catch (error) {
    const id = state.regarded
    throw id === null ? error : new DeadlineFault({ kind: 'match', id }, error)
  }
}

/** All steps of waits that have come by `due`. */
function reachSteps(state: State, due: Instant, into: Event[]): void {
  for (;;) {
    const next = state.index.steps.peek()
    try {
      const step = nextStep(state, due)
      if (step === null) return
      take(state, [step], into)
    } catch (error) {
      throw next === undefined ? error : new DeadlineFault(next.item, error)
    }
  }
}

/** Carries the state on to `at`, stopping at every deadline on the way, in order, at its own instant. Throws DeadlineFault. */
export function advance(state: State, at: Instant): Event[] {
  const events: Event[] = settleAlone(state)
  for (let due = nextDeadline(state); due !== null && due <= at; due = nextDeadline(state)) {
    // Eligibility goes by the wait alone: nothing is matched at an instant before all waits stand as they do then.
    reachSteps(state, due, events)
    let deadline = state.index.deadlines.peek()
    while (deadline !== undefined && deadline.key <= due) {
      const { item } = deadline
      const { kind } = item
      try {
        take(state, expire(state, item, Math.max(due, state.at)), events)
      } catch (error) {
        throw new DeadlineFault(item, error)
      }
      deadline = state.index.deadlines.peek()
      // Nor before all queues are open or closed as they are then.
      if (kind !== 'hours' || deadline?.item.kind !== 'hours') break
    }
    events.push(...settleAlone(state))
  }
  return events
}

const beforeDeadlines: ReadonlySet<CommandType> = new Set(['resumeRouter', 'quarantine'])

/**
 * One command at `at`: deadlines that are due come first, then the command, then the match. Changes the state. Only a
 * resuming router comes before the deadlines, for it extends them, and what takes out one that throws.
 */
export function run(state: State, command: Command, at: Instant): Outcome {
  const events = beforeDeadlines.has(command.type) ? [] : advance(state, at)
  const decision = decide(state, command, at)
  if (isRefusal(decision)) return { events, refusal: decision }
  take(state, decision, events)
  events.push(...settle(state))
  return { events, refusal: null }
}
