import type { Instant } from '../plan/index.ts'
import type { Asker, CommandDefinition, CommandDefinitions } from './allowed.ts'
import { arrivalCommands } from './arriving/arrivals.ts'
import { callbackCommands } from './calls/callbacks.ts'
import { holdingCommands } from './calls/holding.ts'
import { joiningCommands } from './calls/joining.ts'
import { reachingCommands } from './calls/reaching.ts'
import { abuseCommands } from './customers/abuse.ts'
import { identifyingCommands } from './customers/identifying.ts'
import { mergingCommands } from './customers/merging.ts'
import { quarantineCommands } from './due/quarantine.ts'
import { answeringCommands } from './handing/answering.ts'
import { handingCommands } from './handing/handing.ts'
import { talkingCommands } from './handing/talking.ts'
import { wrappingUpCommands } from './handing/wrapping-up.ts'
import { absenceCommands } from './people/absences.ts'
import { connectingCommands } from './people/connecting.ts'
import { loanCommands } from './people/loans.ts'
import { sayingCommands } from './people/saying.ts'
import { emergencyCommands } from './times/emergencies.ts'
import { publishingCommands } from './times/publishing.ts'
import { stopgapCommands } from './times/stopgaps.ts'
import type { Command, CommandType, Decision } from './journal/commands.ts'
import type { State } from './state/state.ts'

/** Every command, by name. One that is missing does not compile. */
const definitions: CommandDefinitions = {
  ...arrivalCommands,
  ...callbackCommands,
  ...holdingCommands,
  ...joiningCommands,
  ...reachingCommands,
  ...abuseCommands,
  ...identifyingCommands,
  ...mergingCommands,
  ...quarantineCommands,
  ...answeringCommands,
  ...handingCommands,
  ...talkingCommands,
  ...wrappingUpCommands,
  ...absenceCommands,
  ...connectingCommands,
  ...loanCommands,
  ...sayingCommands,
  ...emergencyCommands,
  ...publishingCommands,
  ...stopgapCommands,
}

/** Whom a command is for, as far as a role tells. */
export const whoMayAsk = (type: CommandType): Pick<Asker, 'capability' | 'own'> => definitions[type].by

/**
 * What directly follows from a command: events, or a refusal. Looks at the state and changes nothing; who may do what
 * is checked here once more, whatever the edge has let through.
 */
export function decide(state: State, command: Command, at: Instant): Decision {
  // The one of its own type.
  const definition = definitions[command.type] as CommandDefinition | undefined
  if (definition === undefined) throw new Error(`unknown command ${JSON.stringify(command)}`)
  return definition.by.bar(state, command) ?? definition.decide(state, command, at)
}
