import type { InteractionId } from '@eudromos/core/plan'
import { sendTyping } from '@eudromos/database'
import { limitRate } from '../edge/limits.ts'
import type { Runtime } from '../runtime/runtime.ts'

/** Says to the other side, wherever it is connected, that somebody is writing. Nothing of it is kept. */
export async function tellTyping(
  { database }: Runtime,
  interactionId: InteractionId,
  side: 'customer' | 'agent',
): Promise<void> {
  limitRate(`typing:${side}:${interactionId}`, 40)
  await sendTyping(database, { interactionId, side })
}
