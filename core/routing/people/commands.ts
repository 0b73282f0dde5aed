import {
  byAgent,
  byAgentOr,
  byCapability,
  byCustomer,
  bySystem,
  withTheirs,
  type CommandDefinitions,
} from '../allowed.ts'
import { event } from '../journal/shapes.ts'
import { byWhoEnters, enterAbsence, removeAbsence } from './absences.ts'
import { connectAgent, disconnectAgent, disconnectCustomer, holds, loseProcess } from './connecting.ts'
import { endGrant, endLoan, grantSkill, lendAgent } from './loans.ts'
import { closeChannels, planPresence, setPresence } from './saying.ts'

/** Who is there, for what, and where somebody is lent or away. */
export const peopleCommands = {
  loseProcess: { by: bySystem, decide: loseProcess },
  connectAgent: { by: byAgent, decide: connectAgent },
  disconnectAgent: { by: byAgent, decide: disconnectAgent },
  connectCustomer: {
    by: byCustomer,
    decide: (state, command, at) =>
      withTheirs(state, command, ({ connections }) =>
        holds(connections, command.body) ? [] : [event('customerConnected', at, command.body)],
      ),
  },
  disconnectCustomer: {
    by: byCustomer,
    decide: (state, command, at) =>
      withTheirs(state, command, (interaction) =>
        disconnectCustomer(state, interaction, command.body.connectionId, at),
      ),
  },
  setPresence: { by: byAgentOr('presence.setOthers'), decide: setPresence },
  planPresence: { by: byAgentOr('presence.setOthers'), decide: planPresence },
  closeChannels: { by: byAgent, decide: closeChannels },
  lendAgent: { by: byCapability('stopgaps'), decide: lendAgent },
  endLoan: { by: byCapability('stopgaps'), decide: endLoan },
  grantSkill: { by: byCapability('stopgaps'), decide: grantSkill },
  endGrant: { by: byCapability('stopgaps'), decide: endGrant },
  enterAbsence: { by: byWhoEnters, decide: enterAbsence },
  removeAbsence: { by: byWhoEnters, decide: removeAbsence },
} satisfies Partial<CommandDefinitions>
