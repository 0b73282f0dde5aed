import { byAgent, byCapability, type CommandDefinitions } from '../allowed.ts'
import { askForBlock, blockCustomer, endBlock, endForAbuse, refuseBlock, warnCustomer } from './abuse.ts'
import { identifyCustomer } from './identifying.ts'
import { mergeCustomer, splitCustomer } from './merging.ts'

/** Who a customer is, and who is kept out. */
export const customerCommands = {
  identifyCustomer: { by: byAgent, decide: identifyCustomer },
  warnCustomer: { by: byAgent, decide: warnCustomer },
  endForAbuse: { by: byAgent, decide: endForAbuse },
  askForBlock: { by: byAgent, decide: askForBlock },
  blockCustomer: { by: byCapability('customers.edit'), decide: blockCustomer },
  refuseBlock: { by: byCapability('customers.edit'), decide: refuseBlock },
  endBlock: { by: byCapability('customers.edit'), decide: endBlock },
  mergeCustomer: { by: byCapability('customers.edit'), decide: mergeCustomer },
  splitCustomer: { by: byCapability('customers.edit'), decide: splitCustomer },
} satisfies Partial<CommandDefinitions>
