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
