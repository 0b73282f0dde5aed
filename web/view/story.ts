// What is known of a customer, beside the conversation one has with them.
import type { Channel } from '@eudromos/core/plan'
import type { Phase } from '@eudromos/core/routing'
import type { StoryEntry } from '@eudromos/core/records'

export interface StoryView {
  readonly customerId: string
  readonly known: { readonly notes: string; readonly tags: readonly string[] }
  /** Whether they want to be called or texted first, and when they agreed to it. */
  readonly contact: { readonly doNotContact: boolean; readonly consentAt: number | null }
  /** Who else has the number. */
  readonly sharers: readonly { readonly id: string; readonly name: string }[]
  /** What else they have with the centre now. */
  readonly now: readonly {
    readonly id: string
    readonly channel: Channel
    readonly phase: Phase
    readonly queueName: string
  }[]
  /** The latest, the newest first. */
  readonly before: readonly StoryEntry[]
  readonly total: number
}
