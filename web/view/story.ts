// What is known of a customer, beside the conversation one has with them.
import type { Channel, CustomerNeed, CustomerId, InteractionId } from '@eudromos/core/plan'
import type { Phase } from '@eudromos/core/routing'
import type { StoryEntry } from '@eudromos/core/records'

interface Fresh {
  /** Others had it since who asks looked last. */
  readonly fresh: boolean
}

/** A conversation as it is told: one of a private team's is there, without anything that leads to it. */
export type ToldEntry = Fresh &
  (
    | Omit<StoryEntry, 'personIds' | 'queueIds' | 'agentId'>
    | { readonly id: null; readonly channel: Channel; readonly arrivedAt: number }
  )

export interface StoryView {
  readonly customerId: CustomerId
  readonly known: {
    readonly notes: string
    readonly tags: readonly string[]
    readonly language: string | null
    readonly fields: Readonly<Record<string, string>>
    readonly needs: readonly CustomerNeed[]
  }
  /** What is to be asked first, and what came of it; null: nothing is. Until it is passed nothing is known of them here. */
  readonly check: {
    readonly ask: string
    readonly passed: boolean | null
    readonly byName: string
  } | null
  /** Whether they want to be called or texted first, and when they agreed to it. */
  readonly contact: { readonly doNotContact: boolean; readonly consentAt: number | null }
  /** Who else has the number. */
  readonly sharers: readonly { readonly id: CustomerId; readonly name: string }[]
  /** What else they have with the centre now. */
  readonly now: readonly {
    readonly id: InteractionId
    readonly channel: Channel
    readonly phase: Phase
    readonly queueName: string
    /** It waits, and could be joined to this one. */
    readonly joinable: boolean
    /** It waits for this agent alone. */
    readonly joined: boolean
  }[]
  /** The latest, the newest first. */
  readonly before: readonly ToldEntry[]
  readonly total: number
}
