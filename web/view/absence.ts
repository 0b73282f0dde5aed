// An absence as it is entered: dates by the clocks of a place, times of day where only part of a day is meant.
import { months, weekdays } from '../messages/hours.ts'
import { dateOf, dayMs, dayOf, weekdayOf, type Span, type Zone } from '@eudromos/core/hours'

export interface AbsenceEntry {
  /** `YYYY-MM-DD` */
  readonly fromOn: string
  /** `HH:MM`; empty: from the beginning of the day. */
  readonly fromTime: string
  readonly untilOn: string
  /** Empty: to the end of the day. */
  readonly untilTime: string
}

export const blankAbsence: AbsenceEntry = { fromOn: '', fromTime: '', untilOn: '', untilTime: '' }

const minutesOf = (time: string): number | null => {
  const match = /^([01]\d|2[0-3]):([0-5]\d)$/.exec(time)
  return match === null ? null : Number(match[1]) * 60 + Number(match[2])
}

/** From when to when it is, as instants; null while it is not whole, or ends before it begins. */
export function absenceSpan({ fromOn, fromTime, untilOn, untilTime }: AbsenceEntry, zone: Zone): Span | null {
  const [first, last] = [dayOf(fromOn), dayOf(untilOn === '' ? fromOn : untilOn)]
  const [begins, ends] = [fromTime === '' ? 0 : minutesOf(fromTime), untilTime === '' ? 1440 : minutesOf(untilTime)]
  if (first === null || last === null || begins === null || ends === null) return null
  const at = (day: number, minutes: number): number => zone.fromWall(day * dayMs + minutes * 60_000)
  const span = { from: at(first, begins), to: at(last, ends) }
  return span.from < span.to ? span : null
}

const pad = (n: number): string => String(n).padStart(2, '0')

/** "Mon 15 Mar" of a day since 1970-01-01. */
export function dayText(day: number): string {
  const date = dateOf(day)
  return `${weekdays[weekdayOf(day) - 1]?.slice(0, 3) ?? ''} ${date.day} ${months[date.month - 1] ?? ''}`
}

/** When an absence begins and ends, in words: whole days as days, the last included. */
export function absenceEnds({ from, to }: Span, zone: Zone): [string, string] {
  const [begins, ends] = [zone.toWall(from), zone.toWall(to)]
  const whole = begins % dayMs === 0 && ends % dayMs === 0
  const text = (wall: number): string => {
    const minutes = Math.floor((wall % dayMs) / 60_000)
    return `${dayText(Math.floor(wall / dayMs))} ${pad(Math.floor(minutes / 60))}:${pad(minutes % 60)}`
  }
  return whole ? [dayText(begins / dayMs), dayText(ends / dayMs - 1)] : [text(begins), text(ends)]
}
