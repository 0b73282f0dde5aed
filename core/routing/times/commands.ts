import { byCapability, bySystem, type CommandDefinitions } from '../allowed.ts'
import { event } from '../journal/shapes.ts'
import { beginEmergency, endEmergency } from './emergencies.ts'
import { extendPlan, publishPlan } from './publishing.ts'
import { beginStopgap, endStopgap } from './stopgaps.ts'

/** The plan, and what is laid over its times. */
export const timeCommands = {
  publishPlan: { by: byCapability('plan.edit'), decide: publishPlan },
  extendPlan: { by: bySystem, decide: extendPlan },
  resumeRouter: { by: bySystem, decide: (_, { body }, at) => [event('routerResumed', at, body)] },
  beginStopgap: { by: byCapability('stopgaps'), decide: beginStopgap },
  endStopgap: { by: byCapability('stopgaps'), decide: endStopgap },
  beginEmergency: { by: byCapability('emergency'), decide: beginEmergency },
  endEmergency: { by: byCapability('emergency'), decide: endEmergency },
} satisfies Partial<CommandDefinitions>
