import { traitsOf, inThreads, type PlanDocument, type LineId } from '@eudromos/core/plan'
import { visitOf, type Interaction } from '@eudromos/core/routing'

/**
 * The line by which the customer of an interaction is written to: a thread's own; in a call that of the number called, else
 * one of its queue, else any. Null where there is none, or no number to text.
 */
export function textLineOf(document: PlanDocument | null, interaction: Interaction): LineId | null {
  const { channel, addressId, lineId } = interaction
  if (document === null || addressId === null) return null
  if (inThreads(channel)) return lineId
  const called = document.lines.find(({ id }) => id === lineId)?.address ?? null
  const { queueId } = visitOf(interaction)
  const lines = document.lines.filter(({ channel, on, address }) => traitsOf(channel).texted && on && address !== null)
  const best =
    lines.find(({ address }) => address === called) ??
    lines.find(({ queueIds }) => queueIds.includes(queueId)) ??
    lines[0]
  return best?.id ?? null
}
