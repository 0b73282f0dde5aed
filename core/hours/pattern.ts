import { dateOf, dayNumber } from './civil.ts'

/** Wall-clock time, `HH:MM`; `24:00` ends a day. At or before `from`, `to` is on the next day. */
export interface Interval {
  readonly from: string
  readonly to: string
}

export interface WeeklyInterval extends Interval {
  /** ISO 8601: 1 is Monday, 7 is Sunday. */
  readonly weekday: number
}

/** Replaces all intervals that start on its date; without intervals it closes the date. */
export interface DateException {
  /** `YYYY-MM-DD` */
  readonly date: string
  readonly name?: string
  readonly intervals: readonly Interval[]
}

/**
 * A named closure. Dates (`YYYY-MM-DD`) close whole days of the hours' zone, `until` included. Times close exactly from
 * one to the other: `YYYY-MM-DDTHH:MM:SS` in the hours' zone, or an instant (RFC 3339 with `Z`).
 */
export interface Holiday {
  readonly name: string
  readonly from: string
  readonly until: string
}

/** Opening hours: a weekly pattern in one IANA zone, with exceptions by date and the holidays of the calendars taken. */
export interface Hours {
  readonly zone: string
  readonly weekly: readonly WeeklyInterval[]
  readonly exceptions: readonly DateException[]
  readonly holidays: readonly Holiday[]
}

const minuteMs = 60_000
export const dayMs = 86_400_000

/** Milliseconds from midnight of `HH:MM` (00:00 to 24:00), or null. */
export function timeOfDay(text: string): number | null {
  const match = /^(\d\d):(\d\d)$/.exec(text)
  if (match === null) return null
  const [hours, minutes] = [Number(match[1]), Number(match[2])]
  if (minutes > 59 || hours * 60 + minutes > 1440) return null
  return (hours * 60 + minutes) * minuteMs
}

/** Days since 1970-01-01 of `YYYY-MM-DD`, or null where there is no such date. */
export function dayOf(text: string): number | null {
  const match = /^(\d{4})-(\d\d)-(\d\d)$/.exec(text)
  if (match === null) return null
  const [year, month, day] = [Number(match[1]), Number(match[2]), Number(match[3])]
  if (month < 1 || month > 12 || day < 1) return null
  const found = dayNumber(year, month, day)
  return dateOf(found).day === day ? found : null
}

/** The wall clock of `YYYY-MM-DDTHH:MM:SS` as milliseconds, as if it were UTC, or null. */
export function wallTimeOf(text: string): number | null {
  const match = /^(\d{4}-\d\d-\d\d)T(\d\d):(\d\d):(\d\d)$/.exec(text)
  const day = dayOf(match?.[1] ?? '')
  if (match === null || day === null) return null
  const [hours, minutes, seconds] = [Number(match[2]), Number(match[3]), Number(match[4])]
  if (hours > 23 || minutes > 59 || seconds > 59) return null
  return day * dayMs + ((hours * 60 + minutes) * 60 + seconds) * 1000
}

/** Epoch milliseconds of an RFC 3339 instant in UTC, or null. */
export function instantOf(text: string): number | null {
  const match = /^(\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d)(?:\.(\d{1,3})\d*)?Z$/.exec(text)
  const wall = wallTimeOf(match?.[1] ?? '')
  return wall === null ? null : wall + Number((match?.[2] ?? '0').padEnd(3, '0'))
}

/** 1 is Monday. */
export const weekdayOf = (day: number): number => ((((day + 3) % 7) + 7) % 7) + 1
