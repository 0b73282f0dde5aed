// What follows from asking that a queue be closed, or open, for a while.
import type { Instant, ContentId, QueueId, StopgapId, StopgapKind, StopgapReason } from '../../plan/index.ts'
import { askedBy, byCapability, type CommandDefinitions } from '../allowed.ts'
import { refuse, type Command, type Decision } from '../journal/commands.ts'
import type { Event } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    beginStopgap: {
      readonly stopgapId: StopgapId
      readonly queueId: QueueId
      readonly kind: StopgapKind
      /** When it begins; left out: now. */
      readonly from?: Instant
      readonly until: Instant
      readonly reason: StopgapReason
      /** The reason in words of their own. */
      readonly wordsId?: ContentId | null
    }
    endStopgap: { readonly stopgapId: StopgapId }
  }
}

/** Stopgaps are for today and tomorrow; what lasts longer belongs in the plan. */
const longestStopgapMs = 48 * 3_600_000

/** Whether something laid over the plan may last until then. */
export const isForAWhile = (until: Instant, at: Instant): boolean => until > at && until <= at + longestStopgapMs

/** The events that open or close a queue, where it is not already as it is to be. */
export const openingChanged = (state: State, queueId: QueueId, open: boolean, at: Instant): Event[] =>
  state.queueDay(queueId).open === open ? [] : [event(open ? 'queueOpened' : 'queueClosed', at, { queueId })]

export function beginStopgap(state: State, command: Command<'beginStopgap'>, at: Instant): Decision {
  const { queueId, kind, until, from: wanted = at, wordsId = null, ...body } = command.body
  const from = Math.max(at, wanted)
  if (!state.lookup.queues.has(queueId)) return refuse('unknownQueue', { queueId })
  if (state.stopgaps.some(({ id }) => id === body.stopgapId)) return []
  if (state.lookup.emergencies.has(queueId)) return refuse('queueInEmergency', { queueId })
  if (!isForAWhile(until, at) || from >= until) return refuse('stopgapTime', { until })
  // Closing what is closed until then, or opening what is open until then, would change nothing.
  const openMs = state.openClock(queueId, until) - state.openClock(queueId, from)
  if (state.stopgapOf(queueId) === null && openMs === (kind === 'open' ? until - from : 0))
    return refuse('stopgapIdle', { queueId, kind })
  return [
    event('stopgapBegan', at, { ...body, queueId, kind, from, until, wordsId, by: askedBy(command) }),
    ...(from > at ? [] : openingChanged(state, queueId, kind === 'open', at)),
  ]
}

export function endStopgap(state: State, command: Command<'endStopgap'>, at: Instant): Decision {
  const { stopgapId } = command.body
  const stopgap = state.stopgaps.find(({ id, until }) => id === stopgapId && until > at)
  if (stopgap === undefined) return refuse('unknownStopgap', { stopgapId })
  const { queueId } = stopgap
  return [
    event('stopgapEnded', at, { stopgapId, queueId }),
    ...openingChanged(state, queueId, state.isOpenWithout(stopgapId, queueId, at), at),
  ]
}

export const stopgapCommands = {
  beginStopgap: { by: byCapability('stopgaps'), decide: beginStopgap },
  endStopgap: { by: byCapability('stopgaps'), decide: endStopgap },
} satisfies Partial<CommandDefinitions>
