import type { InteractionId } from '@eudromos/core/plan'
import { createHmac } from 'node:crypto'
import type { PartyId } from '@eudromos/core/calls'
import { setting } from '../runtime/settings.ts'

/**
 * As whom a person of the centre is known to the customer's end of one call: enough to set up the sound, and nothing that
 * tells who it is, not even to somebody who knows everybody's id.
 */
export const aliasOf = (interactionId: InteractionId, personId: PartyId): string =>
  createHmac('sha256', setting('EUDROMOS_SECRET'))
    .update(`call ${interactionId} ${personId}`)
    .digest('hex')
    .slice(0, 24)

/** Whom of these the alias stands for; null: none. */
export const personOf = (interactionId: InteractionId, alias: string, personIds: readonly PartyId[]): PartyId | null =>
  personIds.find((id) => aliasOf(interactionId, id) === alias) ?? null
