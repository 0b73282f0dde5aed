import type { Instant } from '../plan/index.ts'
import { bySystem, type Asker, type CommandDefinition, type CommandDefinitions } from './allowed.ts'
import { arrivingCommands } from './arriving/commands.ts'
import { callCommands } from './calls/commands.ts'
import { customerCommands } from './customers/commands.ts'
import { quarantine } from './due/quarantine.ts'
import { handingCommands } from './handing/commands.ts'
import type { Command, CommandType, Decision } from './journal/commands.ts'
import { peopleCommands } from './people/commands.ts'
import type { State } from './state/state.ts'
import { timeCommands } from './times/commands.ts'

/** Every command, by name. One that is missing does not compile. */
const definitions: CommandDefinitions = {
  ...timeCommands,
  ...peopleCommands,
  ...arrivingCommands,
  ...handingCommands,
  ...callCommands,
  ...customerCommands,
  quarantine: { by: bySystem, decide: quarantine },
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
