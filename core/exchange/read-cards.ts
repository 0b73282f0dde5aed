import { IcsFault, unescapeText, unfold, type ContentLine } from './content-lines.ts'
import type { Card } from './write-cards.ts'

/** What was read of a card; what it does not say is empty. */
export interface ReadCard extends Required<Omit<Card, 'organisation' | 'roles'>> {
  /** Where the card begins, from 1. */
  readonly line: number
  readonly notes: string
}

/** Parts of a value that are set apart by commas which no backslash stands before. */
const listed = (value: string): string[] =>
  (value.match(/(?:[^,\\]|\\.)+/gs) ?? []).map((part) => unescapeText(part).trim()).filter((part) => part !== '')

/** Of a name in parts, family name first (RFC 6350, 6.2.2), as people say it. */
const spoken = (value: string): string => {
  const [family = '', given = ''] = value.split(/(?<!\\);/).map((part) => unescapeText(part).trim())
  return `${given} ${family}`.trim()
}

function cardOf(line: number, lines: readonly ContentLine[]): ReadCard {
  const all = (name: string): ContentLine[] => lines.filter((one) => one.name === name)
  const first = (name: string): string => unescapeText(all(name)[0]?.value ?? '').trim()
  return {
    line,
    id: first('UID').replace(/^urn:uuid:/i, ''),
    name: first('FN') || spoken(all('N')[0]?.value ?? ''),
    emails: all('EMAIL').map(({ value }) => unescapeText(value).trim()),
    telephones: all('TEL').map(({ value }) => unescapeText(value).replace(/^tel:/i, '').split(';')[0]?.trim() ?? ''),
    zone: first('TZ') || null,
    categories: all('CATEGORIES').flatMap(({ value }) => listed(value)),
    language: first('LANG') || null,
    needs: all('X-NEEDS').flatMap(({ value }) => listed(value)),
    notes: all('NOTE')
      .map(({ value }) => unescapeText(value).trim())
      .join('\n'),
  }
}

/**
 * The cards of a file, of vCard 4.0 (RFC 6350) or 3.0 (RFC 2426). Pictures and whatever else we have no use for are passed
 * over. Throws IcsFault.
 */
export function readCards(text: string): ReadCard[] {
  const cards: ReadCard[] = []
  let open: { line: number; lines: ContentLine[] } | null = null
  // Lines that belong together may be grouped: `item1.TEL`.
  for (const one of unfold(text.replaceAll(/^[A-Za-z0-9-]+\.(?=[A-Za-z0-9-]+[;:])/gm, ''))) {
    const isCard = one.value.trim().toUpperCase() === 'VCARD'
    if (one.name === 'BEGIN' && isCard) {
      if (open !== null) throw new IcsFault(one.line, `the card of line ${open.line} is not ended before this begins`)
      open = { line: one.line, lines: [] }
    } else if (open === null) throw new IcsFault(one.line, 'a card begins with BEGIN:VCARD')
    else if (one.name === 'END' && isCard) {
      cards.push(cardOf(open.line, open.lines))
      open = null
    } else open.lines.push(one)
  }
  if (open !== null) throw new IcsFault(open.line, 'the card is never ended')
  return cards
}
