// The headline: what most needs attention now, ranked. Imports plan.
import type { Instant, EmergencyId, InteractionId, PersonId, QueueId } from '../plan/index.ts'

export interface QueueNow {
  readonly id: QueueId
  readonly targetSeconds: number
  readonly waiting: number
  readonly oldestWaitSince: Instant | null
  /** When it closes next; null where it is closed or never closes. */
  readonly closesAt: Instant | null
  /** People listed, of these present and of these free; and those kept away only by their presence state. */
  readonly members: number
  readonly present: number
  readonly free: number
  readonly away: number
  /** Whether it takes part in the day: in service, or drained. */
  readonly active: boolean
  /** An emergency keeps those who wait in it in their places. */
  readonly kept: boolean
  /** Nobody is offered by itself: somebody has to give it out. */
  readonly byHand: boolean
}

/** An emergency closing that lasts. */
export interface EmergencyNow {
  readonly id: EmergencyId
  readonly from: Instant
}

export interface Situation {
  readonly queues: readonly QueueNow[]
  readonly stuck: readonly { readonly interactionId: InteractionId; readonly queueId: QueueId }[]
  readonly unattended: readonly PersonId[]
  /** Whose window is gone while conversations are open with them. */
  readonly gone: readonly { readonly personId: PersonId; readonly open: number }[]
  /** Who has been in their presence state for longer than the plan likes; the longest over first. */
  readonly overstaying: readonly { readonly personId: PersonId; readonly stateId: string; readonly forMs: number }[]
  readonly emergencies: readonly EmergencyNow[]
}

export type Concern =
  | { readonly kind: 'queueWaits'; readonly severity: number; readonly queue: QueueNow; readonly longestMs: number }
  | { readonly kind: 'closesSoon'; readonly severity: number; readonly queue: QueueNow; readonly inMs: number }
  | {
      readonly kind: 'stuck'
      readonly severity: number
      readonly interactionId: InteractionId
      readonly queueId: QueueId
    }
  | { readonly kind: 'unattended'; readonly severity: number; readonly personIds: readonly PersonId[] }
  | { readonly kind: 'gone'; readonly severity: number; readonly people: Situation['gone'] }
  | { readonly kind: 'emergency'; readonly severity: number; readonly emergencyId: EmergencyId; readonly forMs: number }
  | {
      readonly kind: 'overstaying'
      readonly severity: number
      readonly people: Situation['overstaying']
    }
  | { readonly kind: 'nobodyListed'; readonly severity: number; readonly queueId: QueueId }

/** A queue that closes within so long with people waiting is worth a line. */
export const soonMs = 15 * 60_000

/** Nothing else outranks a closed centre, unless customers have waited for many times their target. */
const emergencySeverity = 20

/** How late a wait is: wait / target, 1 at the target. */
const lateness = (queue: QueueNow, at: Instant): number =>
  queue.oldestWaitSince === null ? 0 : (at - queue.oldestWaitSince) / 1000 / queue.targetSeconds

/**
 * What needs attention at `at`, the worst first. Severity compares across kinds: below 1 is worth a line in a list,
 * from 1 on customers suffer, and waiting where nobody is there counts double.
 */
export function concerns(situation: Situation, at: Instant): Concern[] {
  const { queues, stuck, unattended, gone, overstaying, emergencies } = situation
  const found: Concern[] = []
  for (const { id, from } of emergencies)
    found.push({ kind: 'emergency', severity: emergencySeverity, emergencyId: id, forMs: at - from })
  for (const queue of queues) {
    if (queue.active && queue.members === 0) found.push({ kind: 'nobodyListed', severity: 0.3, queueId: queue.id })
    if (queue.waiting === 0 || queue.kept) continue
    const inMs = queue.closesAt === null ? Infinity : queue.closesAt - at
    if (inMs > 0 && inMs <= soonMs)
      found.push({ kind: 'closesSoon', severity: 0.9 + (soonMs - inMs) / soonMs / 2, queue, inMs })
    const late = lateness(queue, at)
    const unserved = queue.present === 0
    if (late < 1 && !unserved && !queue.byHand) continue
    const severity =
      (unserved ? 2 + 2 * late : queue.byHand ? Math.max(0.8, late) : late) * (1 + Math.log2(queue.waiting) / 4)
    const longestMs = queue.oldestWaitSince === null ? 0 : at - queue.oldestWaitSince
    found.push({ kind: 'queueWaits', severity, queue, longestMs })
  }
  for (const { interactionId, queueId } of stuck) found.push({ kind: 'stuck', severity: 1.5, interactionId, queueId })
  if (unattended.length > 0) found.push({ kind: 'unattended', severity: 0.5, personIds: unattended })
  if (gone.length > 0) found.push({ kind: 'gone', severity: 1.2, people: gone })
  if (overstaying.length > 0) found.push({ kind: 'overstaying', severity: 0.6, people: overstaying })
  return found.sort((a, b) => b.severity - a.severity || (concernKey(a) < concernKey(b) ? -1 : 1))
}

/** What a concern is about, the same as long as it lasts. */
export function concernKey(concern: Concern): string {
  switch (concern.kind) {
    case 'queueWaits':
      return `queueWaits ${concern.queue.id}`
    case 'closesSoon':
      return `closesSoon ${concern.queue.id}`
    case 'stuck':
      return `stuck ${concern.interactionId}`
    case 'unattended':
      return 'unattended'
    case 'gone':
      return `gone ${concern.people[0]?.personId ?? ''}`
    case 'overstaying':
      return `overstaying ${concern.people[0]?.personId ?? ''}`
    case 'emergency':
      return `emergency ${concern.emergencyId}`
    case 'nobodyListed':
      return `nobodyListed ${concern.queueId}`
  }
}

export interface Shown {
  readonly key: string
  readonly severity: number
  readonly since: Instant
}

const steadyMs = 20_000

/**
 * Which concern the headline shows: the one that it shows already stays for 20 seconds while it lasts, unless one at
 * least half as severe again comes up.
 */
export function headlineOf(ranked: readonly Concern[], shown: Shown | null, at: Instant): Concern | null {
  const worst = ranked[0]
  if (worst === undefined) return null
  const kept = ranked.find((concern) => concernKey(concern) === shown?.key)
  if (kept === undefined || shown === null || at - shown.since >= steadyMs) return worst
  return worst.severity >= 1.5 * kept.severity ? worst : kept
}
