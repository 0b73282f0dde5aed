// What the simulated devices of Outside show.
import type { Channel } from '@eudromos/core/plan'
import { shownNumber } from '@eudromos/core/numbers'
import { matterOf } from '@eudromos/core/mail'

export interface PhoneView {
  readonly number: string
  /** Whose it is: one person, or several who share it. */
  readonly people: readonly string[]
}

/** A number of the centre as a telephone has it. */
export interface PhoneLine {
  readonly name: string
  readonly number: string
  readonly channel: Channel
  /** What its customers speak; null: it is not said. */
  readonly language: string | null
}

export interface PhoneTextView {
  readonly id: string
  readonly from: string
  readonly to: string
  readonly text: string
  readonly files: readonly { readonly name: string; readonly type: string; readonly bytes: number }[]
  /** Real time, in milliseconds: the network has a clock of its own. */
  readonly at: number
  readonly state: 'sending' | 'delivered' | 'failed'
  readonly reason: string | null
}

/** A made-up person's mailbox. */
export interface MailboxView {
  readonly address: string
  readonly person: string
}

/** A mailbox of the centre's. */
export interface MailLine {
  readonly name: string
  readonly address: string
}

export interface MailView extends PhoneTextView {
  readonly subject: string
}

/** What a mailbox has of one matter with one address. */
export interface MailThread {
  readonly other: string
  readonly subject: string
  readonly mails: readonly MailView[]
}

/** The matters of a mailbox, the one with the newest email first, each with its email in order. */
export function mailThreadsOf(address: string, mails: readonly MailView[]): MailThread[] {
  const threads = new Map<string, { other: string; subject: string; mails: MailView[] }>()
  for (const mail of mails) {
    const other = mail.from === address ? mail.to : mail.from
    const key = `${other} ${matterOf(mail.subject)}`
    const thread = threads.get(key) ?? { other, subject: mail.subject, mails: [] }
    thread.mails.push(mail)
    threads.set(key, thread)
  }
  const newest = ({ mails }: MailThread): number => mails.at(-1)?.at ?? 0
  return [...threads.values()].sort((a, b) => newest(b) - newest(a))
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

/** What a number is called where it is called, or texted: it can be that of two lines. A number of no line is itself. */
export const namedBy = (lines: readonly PhoneLine[], number: string, by: 'voice' | 'sms'): string =>
  (lines.find((line) => line.number === number && line.channel === by) ?? lines.find((line) => line.number === number))
    ?.name ?? shownNumber(number)
