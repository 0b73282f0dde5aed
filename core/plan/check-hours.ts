import { dayMs, dayOf, hoursFaults, OpenTimes, Zone } from '../hours/index.ts'
import { hoursOf } from './compile.ts'
import type { Instant } from './ids.ts'
import type { PlanDocument } from './plan.ts'

/** What is likely wrong with opening hours. */
export interface HoursFinding {
  readonly severity: 'fault' | 'warning'
  readonly code: HoursFindingCode
  readonly params: Readonly<Record<string, string | number>>
}

export type HoursFindingCode =
  | 'nameTaken'
  | 'notValid'
  | 'unknownCalendar'
  | 'neverOpen'
  | 'otherZone'
  | 'smallGap'
  | 'exceptionIsOver'
  | 'calendarIsOver'
  | 'shutForWeeks'

const smallGapMinutes = 20
const shutDays = 28

type PlanHours = PlanDocument['hours'][number]

/** Everything wrong, or likely wrong, with one of the hours; faults first. They are open times as from `at`. */
export function checkHours(hours: PlanHours, document: PlanDocument, at: Instant): HoursFinding[] {
  const findings: HoursFinding[] = []
  const find = (
    severity: HoursFinding['severity'],
    code: HoursFindingCode,
    params: HoursFinding['params'] = {},
  ): void => {
    findings.push({ severity, code, params })
  }
  const named = hours.name.trim().toLowerCase()
  if (document.hours.some(({ id, name }) => id !== hours.id && name.trim().toLowerCase() === named))
    find('fault', 'nameTaken', { name: hours.name })
  if (hours.calendarIds.some((id) => !document.calendars.some((calendar) => calendar.id === id)))
    find('fault', 'unknownCalendar')
  const whole = hoursOf(hours, document.calendars)
  const fault = hoursFaults(whole)[0]
  if (fault !== undefined) {
    find('fault', 'notValid', { path: fault.path, code: fault.code, value: fault.value })
    return findings
  }
  if (hours.weekly.length + hours.exceptions.length === 0) find('warning', 'neverOpen')
  else if (hours.weekly.length > 0) {
    const times = new OpenTimes(whole)
    if (times.openMs(at, at + shutDays * dayMs) === 0) find('warning', 'shutForWeeks', { days: shutDays })
  }
  if (hours.zone !== document.centre.zone && offsetsDiffer(hours.zone, document.centre.zone, at))
    find('warning', 'otherZone', { zone: hours.zone, centre: document.centre.zone })
  for (const { weekday, minutes, time } of smallGaps(hours)) find('warning', 'smallGap', { weekday, minutes, time })
  const today = Math.floor(Zone.of(hours.zone).toWall(at) / dayMs)
  const over = hours.exceptions.filter(({ date }) => (dayOf(date) ?? today) < today)
  if (over.length > 0) find('warning', 'exceptionIsOver', { count: over.length, date: over[0]?.date ?? '' })
  for (const calendar of document.calendars)
    if (hours.calendarIds.includes(calendar.id) && isOver(calendar, today))
      find('warning', 'calendarIsOver', { name: calendar.name })
  return findings
}

const offsetsDiffer = (a: string, b: string, at: Instant): boolean =>
  [0, 182].some((days) => {
    const then = at + days * dayMs
    return Zone.of(a).toWall(then) !== Zone.of(b).toWall(then)
  })

/** Whether nothing of it is still to come. */
const isOver = ({ holidays }: PlanDocument['calendars'][number], today: number): boolean =>
  holidays.length > 0 && holidays.every(({ until }) => (dayOf(until.slice(0, 10)) ?? today) < today)

const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3))

/** Breaks of a few minutes between two openings of a day: more often a slip than meant. */
function smallGaps({ weekly }: PlanHours): { weekday: number; minutes: number; time: string }[] {
  const found: { weekday: number; minutes: number; time: string }[] = []
  for (let weekday = 1; weekday <= 7; weekday += 1) {
    const day = weekly
      .filter((interval) => interval.weekday === weekday)
      .map(({ from, to }) => ({ from: minutesOf(from), to: minutesOf(to), time: to }))
      .sort((a, b) => a.from - b.from)
    day.forEach((interval, n) => {
      const minutes = (day[n + 1]?.from ?? Infinity) - interval.to
      if (minutes > 0 && minutes < smallGapMinutes) found.push({ weekday, minutes, time: interval.time })
    })
  }
  return found
}
