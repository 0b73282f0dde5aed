import type { StoryEntry } from '@eudromos/core/records'

/** What is known of a customer, and their conversations. */
export interface CustomerView {
  readonly id: string
  readonly name: string
  readonly numbers: readonly string[]
  /** Where they are, as an IANA zone; null: as their number tells. */
  readonly zone: string | null
  readonly doNotContact: boolean
  readonly consentAt: number | null
  /** The latest, the newest first. */
  readonly entries: readonly StoryEntry[]
  readonly total: number
}
