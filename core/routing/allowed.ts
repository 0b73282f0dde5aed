import { may, type Capability } from '../plan/index.ts'
import type { Command } from './commands.ts'
import type { State } from './state.ts'

/** Whether who asks is a person whose roles carry the capability. */
export const personMay = (state: State, { actor }: Command, capability: Capability): boolean =>
  actor.kind === 'person' && may(state.lookup.people.get(actor.id)?.roles ?? [], capability)

/** Likewise, or the program itself. */
export const actorMay = (state: State, command: Command, capability: Capability): boolean =>
  command.actor.kind === 'system' || personMay(state, command, capability)
