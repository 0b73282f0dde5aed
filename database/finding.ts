// How text that somebody types is looked for, and how long a list can be.
import { sql, type SQL } from 'drizzle-orm'

/** Of longer lists the first so many are counted, sorted and paged; whoever looks for more narrows the search down. */
export const mostListed = 10_000

export interface Page {
  readonly offset: number
  readonly limit: number
}

/** The page, as far as it is listed. */
export function pageWithin(page: Page): Page {
  const offset = Math.min(page.offset, mostListed)
  return { offset, limit: Math.min(page.limit, mostListed - offset) }
}

/** Shorter text than this has no trigram of its own: it is found where a word begins. */
const trigram = 3

const escaped = (text: string): string => text.replace(/[\\%_]/g, (sign) => `\\${sign}`)

/** The digits of what may be a phone number; the zero before a national number is not in the international one. */
const digitsOf = (text: string): string =>
  /^[\d\s()+./-]+$/.test(text) ? text.replace(/[^0-9]/g, '').replace(/^0+/, '') : ''

/** What is like one of these holds the text in one of its lines of small letters. */
export function patternsOf(find: string): string[] {
  const text = escaped(find.toLowerCase())
  const digits = digitsOf(find)
  const written = text.length >= trigram ? [`%${text}%`] : ['', '% ', '%\n'].map((before) => `${before}${text}%`)
  return digits.length >= trigram && digits !== text ? [...written, `%${digits}%`] : written
}

/** That these lines of small letters hold the text. Each pattern by itself: of a list of them the planner knows nothing. */
export const holds = (lines: SQL, find: string): SQL =>
  sql`(${sql.join(
    patternsOf(find).map((pattern) => sql`${lines} like ${pattern}`),
    sql` or `,
  )})`
