import type { AgentId, Channel, Instant, InteractionId, QueueId } from '../plan/index.ts'
import type { Outcome } from './record.ts'

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
  readonly dispositionName: string | null
  readonly notes: string | null
  /** What was written first. */
  readonly words: string | null
}
