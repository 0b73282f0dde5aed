import { dateOf, dayOf, type Holiday } from '../hours/index.ts'
import { escapeText, folded } from './write-lines.ts'

/** How a holiday is called in the file; the same whenever the same holiday is written. */
const uidOf = ({ name, from, until }: Holiday): string => {
  let sum = 0
  for (const sign of `${name}\n${from}\n${until}`) sum = (Math.imul(sum, 31) + (sign.codePointAt(0) ?? 0)) >>> 0
  return `${from.replaceAll(/[^0-9TZ]/g, '')}-${sum.toString(16)}@eudromos.invalid`
}

const two = (n: number): string => String(n).padStart(2, '0')

/** The day after, as a file writes it: an all-day event ends before its DTEND. */
function dayAfter(date: string): string {
  const { year, month, day } = dateOf((dayOf(date) ?? 0) + 1)
  return `${String(year).padStart(4, '0')}${two(month)}${two(day)}`
}

const compact = (text: string): string => text.replaceAll(/[-:]|\.\d+/g, '')

const moments = ({ from, until }: Holiday): string[] =>
  dayOf(from) === null
    ? [`DTSTART:${compact(from)}`, `DTEND:${compact(until)}`]
    : [`DTSTART;VALUE=DATE:${compact(from)}`, `DTEND;VALUE=DATE:${dayAfter(until)}`]

/**
 * Holidays as a calendar file (RFC 5545). Dates are all-day events, wall times float, instants are in UTC. `stamp` is the
 * instant of writing in RFC 3339 (with Z). Reading it again gives the same holidays.
 */
export function writeHolidays(name: string, holidays: readonly Holiday[], stamp: string): string {
  const used = new Map<string, number>()
  const uid = (holiday: Holiday): string => {
    const own = uidOf(holiday)
    const before = used.get(own) ?? 0
    used.set(own, before + 1)
    return before === 0 ? own : `${before}-${own}`
  }
  const events = holidays.flatMap((holiday) => [
    'BEGIN:VEVENT',
    `UID:${uid(holiday)}`,
    `DTSTAMP:${compact(stamp)}`,
    ...moments(holiday),
    `SUMMARY:${escapeText(holiday.name)}`,
    'END:VEVENT',
  ])
  return [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Eudromos//Holidays//EN',
    `NAME:${escapeText(name)}`,
    ...events,
    'END:VCALENDAR',
  ]
    .map((line) => `${folded(line)}\r\n`)
    .join('')
}
