import type { InteractionId } from '@eudromos/core/plan'
import 'server-only'
import { readNotes, readRecord } from '@eudromos/database'
import { inHand } from '../sight/hands.ts'
import type { Runtime } from '../runtime/runtime.ts'
import type { Who } from '../edge/who.ts'

/** What has been noted of a conversation that one has; empty where nothing was. */
export async function notesKept(
  runtime: Pick<Runtime, 'follower' | 'database'>,
  who: Who,
  interactionId: InteractionId,
): Promise<{ readonly notes: string }> {
  inHand(runtime, who, interactionId)
  const record = await readRecord(runtime.database, interactionId)
  return { notes: (await readNotes(runtime.database, record?.notesContentId ?? null)) ?? '' }
}
