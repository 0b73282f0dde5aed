import type { Unsent } from '../seat/saying/outbox.ts'
import type { ShownMessage } from './transcript.tsx'

/** One's own words that are on their way; those that have arrived (`has` knows them by their id) are among the messages. */
export const unsentMessages = (
  unsent: readonly Unsent[],
  side: ShownMessage['side'],
  has: (id: string) => boolean,
  retry: (id: string) => void,
): ShownMessage[] =>
  unsent
    .filter(({ id }) => !has(id))
    .map((one) => ({
      key: one.id,
      contentId: null,
      side,
      at: one.at,
      text: one.text,
      subject: one.subject,
      attachment: one.file === null ? null : { fileName: one.file.name, mediaType: '', sizeBytes: one.file.size },
      delivery: one.failed === null ? 'sending' : 'unsent',
      reason: one.failed,
      retry: one.failed === null ? undefined : () => retry(one.id),
    }))
