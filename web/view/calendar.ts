// Holiday calendars as they are edited: what an import changes, a year at a glance, the next year's copy.
import { dateOf, dayMs, dayNumber, dayOf, instantOf, wallTimeOf, Zone, type Holiday } from '@eudromos/core/hours'

export interface ImportPreview {
  readonly adds: readonly Holiday[]
  readonly changes: readonly { readonly before: Holiday; readonly after: Holiday }[]
  readonly removes: readonly Holiday[]
  readonly same: number
}

const yearOf = ({ from }: Holiday): string => from.slice(0, 4)
const identity = ({ name, from, until }: Holiday): string => `${name}\n${from}\n${until}`

/**
 * What taking the file's holidays would do. Only the years that the file speaks of are compared: others stay. One of the
 * same name and year is changed where it lies elsewhere.
 */
export function previewImport(before: readonly Holiday[], file: readonly Holiday[]): ImportPreview {
  const years = new Set(file.map(yearOf))
  const known = new Set(before.map(identity))
  const fresh = new Set(file.map(identity))
  const gone = before.filter((holiday) => years.has(yearOf(holiday)) && !fresh.has(identity(holiday)))
  const adds: Holiday[] = []
  const changes: { before: Holiday; after: Holiday }[] = []
  for (const after of file) {
    if (known.has(identity(after))) continue
    const at = gone.findIndex(({ name, from }) => name === after.name && from.slice(0, 4) === yearOf(after))
    const [moved] = at === -1 ? [] : gone.splice(at, 1)
    if (moved === undefined) adds.push(after)
    else changes.push({ before: moved, after })
  }
  return { adds, changes, removes: gone, same: file.length - adds.length - changes.length }
}

/** The calendar after the import, in order. */
export function imported(before: readonly Holiday[], { adds, changes, removes }: ImportPreview): Holiday[] {
  const out = new Set([...removes, ...changes.map((change) => change.before)].map(identity))
  const kept = before.filter((holiday) => !out.has(identity(holiday)))
  return sorted([...kept, ...adds, ...changes.map(({ after }) => after)])
}

export const sorted = (holidays: readonly Holiday[]): Holiday[] =>
  [...holidays].sort((a, b) => (a.from < b.from ? -1 : a.from > b.from ? 1 : a.name < b.name ? -1 : 1))

const pad = (n: number, width = 2): string => String(n).padStart(width, '0')

/** The same text of a date or time one year on; 29 February becomes 1 March. */
const yearOn = (text: string): string => {
  const [year, month, day] = [Number(text.slice(0, 4)) + 1, Number(text.slice(5, 7)), Number(text.slice(8, 10))]
  const date = dateOf(dayNumber(year, month, day))
  return `${pad(date.year, 4)}-${pad(date.month)}-${pad(date.day)}${text.slice(10)}`
}

/** The holidays of a year with those of the same name not yet there copied to the next, on the same dates. */
export function copiedToNextYear(holidays: readonly Holiday[], year: number): Holiday[] {
  const there = new Set(holidays.filter((one) => yearOf(one) === pad(year + 1, 4)).map(({ name }) => name))
  const copies = holidays
    .filter((one) => yearOf(one) === pad(year, 4) && !there.has(one.name))
    .map(({ name, from, until }) => ({ name, from: yearOn(from), until: yearOn(until) }))
  return sorted([...holidays, ...copies])
}

/** The days (since 1970-01-01) that a holiday touches, read in a zone. */
export function daysTouched({ from, until }: Holiday, zone: string): { first: number; last: number } {
  const [first, last] = [dayOf(from), dayOf(until)]
  if (first !== null && last !== null) return { first, last }
  const wall = (text: string): number => wallTimeOf(text) ?? Zone.of(zone).toWall(instantOf(text) ?? 0)
  return { first: Math.floor(wall(from) / dayMs), last: Math.floor((wall(until) - 1) / dayMs) }
}

/** When a holiday is, as text: a date or a span of dates or times. */
export const spanText = ({ from, until }: Holiday): string => {
  const [begins, ends] = [from, until].map((text) =>
    text
      .replace('T', ' ')
      .replace(/:00(Z?)$/, '$1')
      .replace('Z', ' UTC'),
  )
  return begins === ends ? (begins ?? '') : `${begins} – ${ends}`
}
