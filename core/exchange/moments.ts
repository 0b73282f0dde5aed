import { dayMs, dayNumber, type Clock, UtcClock, Zone } from '../hours/index.ts'
import { IcsFault, type ContentLine } from './content-lines.ts'

/**
 * A DATE or DATE-TIME. `wall` is what a clock shows, as milliseconds of a clock in UTC. Without a clock it floats: it means
 * that wall time wherever it is read.
 */
export interface Moment {
  readonly isDate: boolean
  readonly wall: number
  readonly clock: Clock | null
}

export type Clocks = (name: string) => Clock | null

export function momentOf(text: string, line: ContentLine, clocks: Clocks): Moment {
  const match = /^(\d{4})(\d\d)(\d\d)(?:T(\d\d)(\d\d)(\d\d)(Z?))?$/.exec(text)
  const wrong = (): never => {
    throw new IcsFault(line.line, `${line.name}: “${text}” is no date (20270624) or date and time (20270624T123000)`)
  }
  if (match === null) return wrong()
  const [year, month, day] = [Number(match[1]), Number(match[2]), Number(match[3])]
  const days = dayNumber(year, month, day)
  const monthDays =
    month < 1 || month > 12
      ? 0
      : dayNumber(month === 12 ? year + 1 : year, (month % 12) + 1, 1) - dayNumber(year, month, 1)
  if (day < 1 || day > monthDays) return wrong()
  if (match[4] === undefined) return { isDate: true, wall: days * dayMs, clock: null }
  const [hour, minute, second] = [Number(match[4]), Number(match[5]), Number(match[6])]
  if (hour > 23 || minute > 59 || second > 60) return wrong()
  // A leap second (60) is the second before it, as in all time that counts 86,400 seconds a day.
  const wall = days * dayMs + ((hour * 60 + minute) * 60 + Math.min(second, 59)) * 1000
  if (match[7] === 'Z') return { isDate: false, wall, clock: UtcClock }
  const name = line.params.get('TZID')
  if (name === undefined) return { isDate: false, wall, clock: null }
  const clock = clocks(name)
  if (clock === null)
    throw new IcsFault(line.line, `${line.name}: the time zone “${name}” is neither in the file nor an IANA zone`)
  return { isDate: false, wall, clock }
}

const longest = 36_525 * dayMs

/** A DURATION: whole days go by the calendar, the rest by the clock. */
export interface Length {
  readonly days: number
  readonly ms: number
}

export function durationOf(text: string, line: ContentLine): Length {
  const match = /^\+?P(?:(\d+)W|(?:(\d+)D)?(?:T(?:(\d+)H)?(?:(\d+)M)?(?:(\d+)S)?)?)$/.exec(text)
  if (match === null || !/\d/.test(text))
    throw new IcsFault(line.line, `${line.name}: “${text}” is no duration (P1D, PT4H30M)`)
  const [weeks, days, hours, minutes, seconds] = match.slice(1).map((part) => Number(part ?? 0)) as [
    number,
    number,
    number,
    number,
    number,
  ]
  const length = { days: weeks * 7 + days, ms: ((hours * 60 + minutes) * 60 + seconds) * 1000 }
  if (length.days * dayMs + length.ms > longest)
    throw new IcsFault(line.line, `${line.name}: “${text}” is longer than 100 years`)
  return length
}

/** The instant, with floating times and dates read on the clock given. */
export const instantIn = ({ wall, clock }: Moment, own: Clock): number => (clock ?? own).fromWall(wall)

export const ianaClock = (name: string): Clock | null => {
  try {
    return Zone.of(name.replace(/^\//, ''))
  } catch {
    return null
  }
}
