// What the simulated devices of Outside show.

export interface PhoneView {
  readonly number: string
  /** Whose it is: one person, or several who share it. */
  readonly people: readonly string[]
}

/** A number of the centre as a telephone has it. */
export interface PhoneLine {
  readonly name: string
  readonly number: string
  readonly channel: 'voice' | 'sms'
}

export interface PhoneTextView {
  readonly id: string
  readonly from: string
  readonly to: string
  readonly text: string
  readonly pictures: readonly { readonly name: string; readonly type: string; readonly bytes: number }[]
  /** Real time, in milliseconds: the network has a clock of its own. */
  readonly at: number
  readonly state: 'sending' | 'delivered' | 'failed'
  readonly reason: string | null
}

export interface NetworkView {
  readonly delayMs: number
  readonly failPercent: number
  readonly up: boolean
}

/** The other ends of a telephone's texts, the newest first, each with its texts in order. */
export function threadsOf(
  number: string,
  texts: readonly PhoneTextView[],
): { readonly other: string; readonly texts: readonly PhoneTextView[] }[] {
  const threads = new Map<string, PhoneTextView[]>()
  for (const text of texts) {
    const other = text.from === number ? text.to : text.from
    threads.set(other, [...(threads.get(other) ?? []), text])
  }
  const newest = (all: readonly PhoneTextView[]): number => all.at(-1)?.at ?? 0
  return [...threads].map(([other, texts]) => ({ other, texts })).sort((a, b) => newest(b.texts) - newest(a.texts))
}
