import { byCustomer, bySystem, withTheirs, type CommandDefinitions } from '../allowed.ts'
import { leave } from '../consequences.ts'
import { beginInteraction, receiveText, reportText } from './arrivals.ts'

/** Customers come in, and leave again. */
export const arrivingCommands = {
  beginInteraction: { by: byCustomer, decide: beginInteraction },
  receiveText: { by: bySystem, decide: receiveText },
  reportText: { by: bySystem, decide: reportText },
  leaveInteraction: {
    by: byCustomer,
    decide: (state, command, at) => withTheirs(state, command, (interaction) => leave(state, interaction, 'left', at)),
  },
} satisfies Partial<CommandDefinitions>
