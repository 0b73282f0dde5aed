import type { ContentId, InteractionId } from '@eudromos/core/plan'
import { createHmac } from 'node:crypto'
import type { Actor } from '@eudromos/core/routing'
import { setting } from '../runtime/settings.ts'

// Ids that nobody can choose: made from who asks and the id that they gave, so that what is asked a second time has the same.

function mac(...parts: readonly (string | Buffer)[]): Buffer {
  const hmac = createHmac('sha256', setting('EUDROMOS_SECRET'))
  for (const part of parts) hmac.update(`${Buffer.byteLength(part)}:`).update(part)
  return hmac.digest()
}

/** Of the interaction that whoever asks begins under an id of theirs: a UUID. */
export function interactionIdFor(asker: string, id: string): InteractionId {
  const hex = mac('interaction', asker, id).toString('hex')
  return [hex.slice(0, 8), hex.slice(8, 12), `8${hex.slice(13, 16)}`, `a${hex.slice(17, 20)}`, hex.slice(20, 32)].join(
    '-',
  ) as InteractionId
}

/**
 * Of what a command carries along, which is kept under it: another actor's command has another, and so have other words, so
 * that a command id that comes again with other words is refused. `words` are what whoever asks gave.
 */
export const contentIdFor = (
  { kind, id }: Actor,
  commandId: string,
  ...words: readonly (string | Buffer)[]
): ContentId => mac('content', kind, id, commandId, ...words).toString('base64url') as ContentId
