// What follows from asking that a queue be closed, or open, for a while.
import type { Instant } from '../plan/index.ts'
import { actorMay, askedBy } from './allowed.ts'
import { refuse, type Command, type Decision } from './commands.ts'
import { event, type Event } from './events.ts'
import type { State } from './state.ts'

/** Stopgaps are for today and tomorrow; what lasts longer belongs in the plan. */
const longestStopgapMs = 48 * 3_600_000

/** Whether something laid over the plan may last until then. */
export const isForAWhile = (until: Instant, at: Instant): boolean => until > at && until <= at + longestStopgapMs

/** The events that turn a queue, where it is not already as it is to be. */
export const turned = (state: State, queueId: string, open: boolean, at: Instant): Event[] =>
  state.queueDay(queueId).open === open ? [] : [event(open ? 'queueOpened' : 'queueClosed', at, { queueId })]

export function beginStopgap(state: State, command: Command<'beginStopgap'>, at: Instant): Decision {
  const { queueId, kind, until } = command.body
  if (!actorMay(state, command, 'stopgaps')) return refuse('notAllowed', { command: command.type })
  if (!state.lookup.queues.has(queueId)) return refuse('unknownQueue', { queueId })
  if (state.lookup.emergencies.has(queueId)) return refuse('queueInEmergency', { queueId })
  if (!isForAWhile(until, at)) return refuse('stopgapTime', { until })
  // Closing what is closed until then, or opening what is open until then, would change nothing.
  const turn = state.nextTurn(queueId)
  if (state.stopgapOf(queueId) === null && state.queueDay(queueId).open === (kind === 'open'))
    if (turn === null || turn >= until) return refuse('stopgapIdle', { queueId, kind })
  return [
    event('stopgapBegan', at, { ...command.body, by: askedBy(command) }),
    ...turned(state, queueId, kind === 'open', at),
  ]
}

export function endStopgap(state: State, command: Command<'endStopgap'>, at: Instant): Decision {
  const { stopgapId } = command.body
  if (!actorMay(state, command, 'stopgaps')) return refuse('notAllowed', { command: command.type })
  const stopgap = state.stopgaps.find(({ id, until }) => id === stopgapId && until > at)
  if (stopgap === undefined) return refuse('unknownStopgap', { stopgapId })
  const { queueId } = stopgap
  return [
    event('stopgapEnded', at, { stopgapId, queueId }),
    ...turned(state, queueId, state.isOpenWithout(stopgapId, queueId, at), at),
  ]
}
