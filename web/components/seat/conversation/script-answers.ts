import type { InteractionId } from '@eudromos/core/plan'
import type { ScriptView } from '../../../view/script.ts'

type Hear = (view: ScriptView) => void
const hearers = new Map<string, Set<Hear>>()

/**
 * Hears what is answered in the conversation from now on, wherever it was given: when a call ends its script is drawn anew in
 * the bay of the wrap-up, while an answer may still be on its way. Gives what ends the hearing.
 */
export function hearAnswers(interactionId: InteractionId, hear: Hear): () => void {
  const all = hearers.get(interactionId) ?? new Set()
  hearers.set(interactionId, all.add(hear))
  return () => {
    all.delete(hear)
    if (all.size === 0 && hearers.get(interactionId) === all) hearers.delete(interactionId)
  }
}

/** The centre has an answer, and these are all. */
export const tellAnswers = (interactionId: InteractionId, view: ScriptView): void =>
  hearers.get(interactionId)?.forEach((hear) => hear(view))
