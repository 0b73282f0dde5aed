import type { PersonId } from '@eudromos/core/plan'
import { newId } from '../../view/new-id.ts'
import { commandOf, type Actor, type Command, type CommandBodies, type CommandType } from '@eudromos/core/routing'

export { gateway } from '@eudromos/core/routing'

export interface EnvelopeOptions {
  readonly id?: string
  readonly onBehalfOf?: PersonId | null
  readonly reason?: string | null
  readonly correlation?: string | null
}

export const envelope = <T extends CommandType>(
  type: T,
  actor: Actor,
  body: CommandBodies[T],
  { id = newId(), ...rest }: EnvelopeOptions = {},
): Command => commandOf(id, type, actor, body, rest)
