import type { CustomerNeed, CustomerId, BlockId } from '@eudromos/core/plan'
import type { MergedCustomer } from '@eudromos/core/records'
import type { ToldEntry } from './story.ts'

/** A customer is kept out for a while. */
export interface BlockView {
  readonly id: BlockId
  readonly customerId: CustomerId
  readonly customerName: string
  readonly until: number
  /** Who has blocked them. */
  readonly byName: string | null
}

/** What is known of a customer, and their conversations. */
export interface CustomerView {
  readonly id: CustomerId
  readonly name: string
  readonly addresses: readonly string[]
  /** Where they are, as an IANA zone; null: as their number tells. */
  readonly zone: string | null
  readonly notes: string
  readonly tags: readonly string[]
  readonly needs: readonly CustomerNeed[]
  /** As a BCP 47 tag. */
  readonly language: string | null
  /** By the ids of the centre's fields. */
  readonly fields: Readonly<Record<string, string>>
  /** Who turned out to be this customer, the latest first. */
  readonly merged: readonly MergedCustomer[]
  readonly doNotContact: boolean
  readonly consentAt: number | null
  readonly block: BlockView | null
  /** The latest, the newest first. */
  readonly entries: readonly ToldEntry[]
  readonly total: number
}
