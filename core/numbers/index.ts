// What customers are reached by: telephone numbers, addresses of email, and what is sent to them. Imports nothing of the project.
// Whoever compiles this file compiles that declaration too: the library brings none of its own.
// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- a declaration cannot be imported
/// <reference path="./split-sms.d.ts" />
import { parsePhoneNumberFromString } from 'libphonenumber-js'
import { split } from 'split-sms'

/** The number in E.164 (`+` and digits), or null where it is none that a network would take. Spaces and signs may be in it. */
export function e164(text: string): string | null {
  const number = parsePhoneNumberFromString(text.trim())
  return number?.isValid() === true && number.ext === undefined ? number.number : null
}

/** As people write it, with its country's code; what is no number stays as it is. */
export const shownNumber = (number: string): string =>
  isMailbox(number) ? number : (parsePhoneNumberFromString(number)?.formatInternational() ?? number)

const label = '[a-z0-9](?:[a-z0-9-]{0,61}[a-z0-9])?'
/** A valid address as the HTML Standard has it for inputs of email; of a domain with a dot, as mail is sent to no other. */
const mailboxForm = new RegExp(`^[a-z0-9.!#$%&'*+/=?^_\`{|}~-]{1,64}@(?:${label}\\.)+${label}$`)
const mostOfMailbox = 254

/** The address of email in small letters, or null where it is none that mail could be sent to. */
export function mailbox(text: string): string | null {
  const small = text.trim().toLowerCase()
  return small.length <= mostOfMailbox && mailboxForm.test(small) ? small : null
}

/** Of what a customer is reached by: whether it is of email. */
export const isMailbox = (address: string): boolean => address.includes('@')

export interface TextParts {
  /** GSM 03.38 where every sign of it is in that alphabet, else UCS-2. */
  readonly alphabet: 'GSM-7' | 'UCS-2'
  readonly parts: number
  /** Signs that the last part still takes. */
  readonly left: number
}

/** As how many text messages it goes out. */
export function textParts(text: string): TextParts {
  const { characterSet, parts, remainingInPart } = split(text)
  return { alphabet: characterSet === 'GSM' ? 'GSM-7' : 'UCS-2', parts: parts.length, left: remainingInPart }
}

/** The IANA zones of the country that the number is of; empty where it is of none. */
export function zonesOf(number: string): readonly string[] {
  const country = parsePhoneNumberFromString(number)?.country
  if (country === undefined) return []
  const locale = new Intl.Locale('und', { region: country }) as Intl.Locale & {
    getTimeZones?: () => string[]
    timeZones?: string[]
  }
  return locale.getTimeZones?.() ?? locale.timeZones ?? []
}
