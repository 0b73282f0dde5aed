import type { CustomerId, LineId } from '@eudromos/core/plan'
/** What speaks against calling or writing to somebody first. */
export type ReachBar =
  | { readonly code: 'blocked'; readonly until: string }
  | { readonly code: 'doNotContact' | 'noConsent' | 'stopped' }
  | { readonly code: 'quiet'; readonly local: string; readonly from: string; readonly to: string }

interface ReachLine {
  readonly id: LineId
  readonly name: string
  readonly address: string
}

/** What calling or writing to a number, or an address of email, for a queue would be. */
export interface ReachView {
  /** E.164, or of email. */
  readonly address: string
  readonly customers: readonly { readonly id: CustomerId; readonly name: string }[]
  readonly customerId: CustomerId | null
  /** The time where they are; null where that is not known. */
  readonly local: string | null
  /** By which line each would go; null where the address is none of the channel, or the queue has no such line. */
  readonly lines: Readonly<Record<'voice' | 'sms' | 'email', ReachLine | null>>
  readonly bars: readonly ReachBar[]
  readonly textsStopped: boolean
}
