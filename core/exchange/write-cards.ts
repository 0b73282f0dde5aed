import { escapeText, folded } from './write-lines.ts'

/** What a card says of somebody. */
export interface Card {
  readonly id: string
  readonly name: string
  readonly emails: readonly string[]
  /** In E.164. */
  readonly telephones: readonly string[]
  /** The organisation, then its units. */
  readonly organisation: readonly string[]
  readonly roles: readonly string[]
  /** An IANA time zone. */
  readonly zone: string | null
  readonly categories: readonly string[]
  /** As a BCP 47 tag. */
  readonly language: string | null
  /** What else they need to be served; each in a word. */
  readonly needs?: readonly string[]
}

const list = (values: readonly string[], between: string): string => values.map(escapeText).join(between)

/** People as vCards 4.0 (RFC 6350), one after another in one file. */
export const writeCards = (cards: readonly Card[]): string =>
  cards
    .flatMap(({ id, name, emails, telephones, organisation, roles, zone, categories, language, needs = [] }) => [
      'BEGIN:VCARD',
      'VERSION:4.0',
      'KIND:individual',
      `UID;VALUE=text:${escapeText(id)}`,
      `FN:${escapeText(name)}`,
      ...emails.map((email) => `EMAIL${organisation.length === 0 ? '' : ';TYPE=work'}:${escapeText(email)}`),
      ...telephones.map((number) => `TEL;VALUE=uri:tel:${number}`),
      ...(organisation.length === 0 ? [] : [`ORG:${list(organisation, ';')}`]),
      ...roles.map((role) => `ROLE:${escapeText(role)}`),
      ...(zone === null ? [] : [`TZ:${escapeText(zone)}`]),
      ...(categories.length === 0 ? [] : [`CATEGORIES:${list(categories, ',')}`]),
      ...(language === null ? [] : [`LANG:${escapeText(language)}`]),
      // No property of the standard says it: one of our own, as its 6.10 would have it.
      ...(needs.length === 0 ? [] : [`X-NEEDS:${list(needs, ',')}`]),
      'END:VCARD',
    ])
    .map((line) => `${folded(line)}\r\n`)
    .join('')
