import { v7 as newId } from 'uuid'
import type { Actor, Command, CommandBodies, CommandType } from '@eudromos/core/routing'

/** In whose name what carriers bring is done. */
export const gateway: Actor = { kind: 'system', id: 'gateway' }

export interface EnvelopeOptions {
  readonly id?: string
  readonly onBehalfOf?: string | null
  readonly reason?: string | null
  readonly correlation?: string | null
}

export const envelope = <T extends CommandType>(
  type: T,
  actor: Actor,
  body: CommandBodies[T],
  { id = newId(), onBehalfOf = null, reason = null, correlation = null }: EnvelopeOptions = {},
): Command => ({ id, type, v: 1, actor, onBehalfOf, reason, correlation, body }) as unknown as Command
