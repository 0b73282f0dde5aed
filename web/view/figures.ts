import type { QueueId } from '@eudromos/core/plan'
import { serviceLevel } from '@eudromos/core/figures'
import { waitMsAt, type InteractionView, type QueueView } from './view.ts'

/**
 * Percent of the day's visits to a queue that met the target, of those of which that is decided by now; null while none
 * is. `waiting` are all who wait there or are offered.
 */
export function levelNow(
  { figures }: Pick<QueueView, 'figures'>,
  waiting: readonly Pick<InteractionView, 'visitWait'>[],
  targetSeconds: number,
  now: number,
): number | null {
  const undecided = waiting.filter(
    ({ visitWait }) => visitWait !== null && waitMsAt(visitWait, now) <= targetSeconds * 1000,
  )
  const { part, whole } = serviceLevel(figures, undecided.length)
  return whole <= 0 ? null : Math.round((100 * part) / whole)
}

/** Those of a view who wait in a queue, or are offered there. */
export const waitingIn = (
  interactions: Readonly<Record<string, InteractionView>>,
  queueId: QueueId,
): InteractionView[] =>
  Object.values(interactions).filter(
    (one) => one.queueId === queueId && (one.phase === 'waiting' || one.phase === 'offered') && !one.awaitsOpening,
  )
