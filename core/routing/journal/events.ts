import type { AgentId, Instant, InteractionId, OfferId } from '../../plan/index.ts'

export type PresenceCause =
  'planned' | 'chosen' | 'setByOther' | 'missed' | 'connectionLost' | 'plan' | 'emergency' | 'recovered'

export interface OfOffer {
  readonly offerId: OfferId
  readonly interactionId: InteractionId
  readonly agentId: AgentId
}

export interface Waited {
  /** Open time waited since the arrival; null where an older journal does not tell. */
  readonly waitedMs: number | null
}

/** What can happen, by name. The journal holds these: ids, codes and numbers, never a name or a word of a customer. */
// eslint-disable-next-line @typescript-eslint/no-empty-object-type -- each is declared in its room, beside what it does
export interface EventBodies {}

/** Why one who waited goes on to another queue. */
export type OverflowCause = 'closed' | 'full' | 'waited' | 'moved'

/** Why somebody beside the agent is not in a call any more, or never came. */
export type GuestEnd = 'left' | 'declined' | 'missed' | 'dismissed' | 'connectionLost'

/** Its time is up, or somebody has taken it back. */
export type LayerEnd = 'time' | 'ended'

/** Its time is up, the agent is away for the rest of it, or did not take it. */
export type PreferenceEnd = 'time' | 'away' | 'refused'

export type EventType = keyof EventBodies

/** One fact of the journal. `v` is the version of its type's shape. */
export type Event<T extends EventType = EventType> = {
  [K in T]: { readonly type: K; readonly v: number; readonly at: Instant } & EventBodies[K]
}[T]
