import type { AgentId, Channel, CustomerId, Instant, InteractionId, PersonId, QueueId } from '../plan/index.ts'
import type { Outcome } from './pieces.ts'

/** A conversation of a customer as it is told in their story. */
export interface StoryEntry {
  readonly id: InteractionId
  readonly channel: Channel
  readonly arrivedAt: Instant
  readonly outcome: Outcome
  readonly queueId: QueueId
  readonly queueName: string
  readonly agentId: AgentId | null
  readonly agentName: string | null
  /** As of the record: by these who may see it is judged. */
  readonly personIds: readonly PersonId[]
  readonly queueIds: readonly QueueId[]
  readonly dispositionName: string | null
  readonly notes: string | null
  /** What was written first. */
  readonly words: string | null
}

/** Somebody who turned out to be another customer. All that is theirs stays theirs, is read with what is the other's, and can be split off again. */
export interface MergedCustomer {
  readonly id: CustomerId
  readonly name: string
  /** Numbers in E.164, and of email. */
  readonly addresses: readonly string[]
  readonly notes: string
  readonly tags: readonly string[]
  readonly doNotContact: boolean
  readonly mergedAt: Instant
  /** The name of who merged them; null where that is not known. */
  readonly mergedBy: string | null
  readonly conversations: number
}
