/** What speaks against calling or texting somebody first. */
export type ReachBar =
  | { readonly code: 'blocked'; readonly until: string }
  | { readonly code: 'doNotContact' | 'noConsent' | 'stopped' }
  | { readonly code: 'quiet'; readonly local: string; readonly from: string; readonly to: string }

interface ReachLine {
  readonly id: string
  readonly name: string
  readonly number: string
}

/** What calling or texting a number for a queue would be. */
export interface ReachView {
  /** E.164. */
  readonly number: string
  readonly customers: readonly { readonly id: string; readonly name: string }[]
  readonly customerId: string | null
  /** The time where they are; null where that is not known. */
  readonly local: string | null
  readonly lines: { readonly voice: ReachLine | null; readonly sms: ReachLine | null }
  readonly bars: readonly ReachBar[]
  readonly textsStopped: boolean
}
