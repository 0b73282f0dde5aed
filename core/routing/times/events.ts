import type { EmergencyTerms } from '../state/pieces.ts'
import type {
  AgentId,
  CompiledPlan,
  CompiledTimes,
  ContentId,
  EmergencyId,
  Instant,
  PersonId,
  QueueId,
  StopgapId,
  StopgapKind,
  StopgapReason,
} from '../../plan/index.ts'
import {
  beginDay,
  beginEmergency,
  beginStopgap,
  changeOpening,
  changeShift,
  endEmergency,
  extendPlan,
  layOver,
} from './layers.ts'
import { extendDeadlines, takePlan } from './taking.ts'
import type { EventDefinitions } from '../state/changing.ts'

declare module '../journal/events.ts' {
  interface EventBodies {
    planTaken: { readonly plan: CompiledPlan }
    /** More of what depends on the calendar, for the plan of this version. */
    planExtended: { readonly version: number; readonly times: CompiledTimes }
    stopgapBegan: {
      readonly stopgapId: StopgapId
      readonly queueId: QueueId
      readonly kind: StopgapKind
      readonly from: Instant
      readonly until: Instant
      readonly wordsId: ContentId | null
      readonly reason: StopgapReason
      readonly by: PersonId | null
    }
    /** Before its time; at its time it ends without a word. */
    stopgapEnded: { readonly stopgapId: StopgapId; readonly queueId: QueueId }
    emergencyBegan: EmergencyTerms & { readonly emergencyId: EmergencyId }
    emergencyEnded: { readonly emergencyId: EmergencyId }
    queueOpened: { readonly queueId: QueueId }
    queueClosed: { readonly queueId: QueueId }
    routerResumed: { readonly outageMs: number }
    dayBegan: Record<never, never>
    /** A shift or an absence begins or ends for the agent. */
    shiftChanged: { readonly agentId: AgentId; readonly on: boolean }
  }
}

/** The plan, and what is laid over its times. */
export const timeEvents = {
  planTaken: takePlan,
  planExtended: extendPlan,
  stopgapBegan: beginStopgap,
  stopgapEnded: (state, event) => {
    const ended = state.stopgaps.find(({ id }) => id === event.stopgapId)
    if (ended === undefined) throw new Error(`no stopgap ${event.stopgapId} in the state`)
    ended.until = event.at
    return layOver(state, [event.queueId])
  },
  emergencyBegan: beginEmergency,
  emergencyEnded: endEmergency,
  queueOpened: (state, event) => changeOpening(state, event.queueId, true),
  queueClosed: (state, event) => changeOpening(state, event.queueId, false),
  routerResumed: (state, event) => extendDeadlines(state, event.outageMs),
  dayBegan: (state) => beginDay(state),
  shiftChanged: (state, event) => changeShift(state, event.agentId),
} satisfies Partial<EventDefinitions>
