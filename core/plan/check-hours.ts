import { reachedBy } from './reach.ts'
import { dayMs, dayOf, hoursFaults, OpenTimes, Zone, type Hours, type WeeklyInterval } from '../hours/index.ts'
import { hoursCovered, hoursOpen } from './check-skills.ts'
import { hoursOf } from './compile.ts'
import { couldServe } from './serving.ts'
import type { Instant, PersonId } from '../ids/index.ts'
import type { PlanDocument } from './plan.ts'

/** What is likely wrong with opening hours, a shift or a site. */
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
  | 'pauseOutside'
  | 'nobodyHere'
  | 'openWithoutShift'

type Find = (severity: HoursFinding['severity'], code: HoursFindingCode, params?: HoursFinding['params']) => void

const smallGapMinutes = 20
const shutDays = 28

type PlanHours = PlanDocument['hours'][number]
type Site = PlanDocument['sites'][number]
type Shift = PlanDocument['shifts'][number]

function collected(work: (find: Find) => void): HoursFinding[] {
  const findings: HoursFinding[] = []
  work((severity, code, params = {}) => findings.push({ severity, code, params }))
  return findings
}

/** Everything wrong, or likely wrong, with one of the hours; faults first. They are open times as from `at`. */
export const checkHours = (
  hours: PlanHours,
  document: PlanDocument,
  at: Instant,
  { faultsOnly = false } = {},
): HoursFinding[] =>
  collected((find) => {
    if (!checkTimes(find, hours, document.hours, document, at) || faultsOnly) return
    const served = document.queues.filter(({ hoursId }) => hoursId === hours.id)
    const people = new Set(served.flatMap((queue) => reachedBy(queue, document)))
    checkZone(find, hours.zone, sitesOf(document, people), document, at)
    for (const { weekday, minutes, time } of smallGaps(hours)) find('warning', 'smallGap', { weekday, minutes, time })
    checkShifts(find, hours, document, at)
  })

const hourMs = 3_600_000
const two = (n: number): string => String(n).padStart(2, '0')

/** The first open hour of the next seven days in which nobody who could serve by these hours has a shift. */
function checkShifts(find: Find, hours: PlanHours, document: PlanDocument, at: Instant): void {
  const own = { ...document, hours: [...document.hours.filter(({ id }) => id !== hours.id), hours] }
  const from = Math.floor(at / hourMs) * hourMs
  for (const queue of document.queues) {
    if (queue.hoursId !== hours.id || queue.service !== 'inService') continue
    const able = couldServe(queue, document)
    // Where nobody has a shift, none is planned by shifts.
    if (!able.some(({ shiftId }) => shiftId !== null) || able.some(({ shiftId }) => shiftId === null)) continue
    const open = hoursOpen(queue, own, from)
    const gap = hoursCovered(able, document, from).find(({ count }, n) => count === 0 && open[n] === true)
    if (gap === undefined) continue
    const wall = Zone.of(hours.zone).toWall(gap.at)
    const [day, minutes] = [Math.floor(wall / dayMs), Math.floor((wall % dayMs) / 60_000)]
    find('warning', 'openWithoutShift', {
      queue: queue.name,
      // The first day of all, 1970-01-01, was a Thursday.
      weekday: ((day + 3) % 7) + 1,
      time: `${two(Math.floor(minutes / 60))}:${two(minutes % 60)}`,
    })
  }
}

/** What is wrong with a shift, or odd, where these people work it. */
export const checkShift = (
  shift: Shift,
  personIds: readonly PersonId[],
  document: PlanDocument,
  at: Instant,
): HoursFinding[] =>
  collected((find) => {
    if (!checkTimes(find, shift, document.shifts, document, at)) return
    checkZone(find, shift.zone, sitesOf(document, new Set(personIds)), document, at)
    for (const pause of shift.pauses)
      if (!isWithin(pause, shift.weekly)) {
        const { weekday, kind, from, to } = pause
        find('warning', 'pauseOutside', { weekday, kind, from, to })
      }
  })

/** What is wrong with a site, or odd, where these people work at it. */
export const checkSite = (
  site: Site,
  personIds: readonly PersonId[],
  document: PlanDocument,
  at: Instant,
): HoursFinding[] =>
  collected((find) => {
    checkName(find, site, document.sites)
    const { zone, calendarIds } = site
    const whole = hoursOf({ zone, calendarIds, weekly: [], exceptions: [] }, document.calendars)
    if (!isSound(find, site, whole, document)) return
    checkCalendars(find, site, document, Math.floor(Zone.of(zone).toWall(at) / dayMs))
    if (personIds.length === 0) find('warning', 'nobodyHere')
  })

function checkName(find: Find, one: { id: string; name: string }, all: readonly { id: string; name: string }[]): void {
  const named = one.name.trim().toLowerCase()
  if (all.some(({ id, name }) => id !== one.id && name.trim().toLowerCase() === named))
    find('fault', 'nameTaken', { name: one.name })
}

/** Whether its times mean something, so that more can be said of them. */
function isSound(
  find: Find,
  { calendarIds }: Pick<Site, 'calendarIds'>,
  whole: Hours,
  document: PlanDocument,
): boolean {
  if (calendarIds.some((id) => !document.calendars.some((calendar) => calendar.id === id)))
    find('fault', 'unknownCalendar')
  const fault = hoursFaults(whole)[0]
  if (fault !== undefined) find('fault', 'notValid', { path: fault.path, code: fault.code, value: fault.value })
  return fault === undefined
}

/** What hours and shifts have in common; false where their times mean nothing. */
function checkTimes(
  find: Find,
  hours: PlanHours | Shift,
  all: readonly { id: string; name: string }[],
  document: PlanDocument,
  at: Instant,
): boolean {
  checkName(find, hours, all)
  const whole = hoursOf(hours, document.calendars)
  if (!isSound(find, hours, whole, document)) return false
  if (hours.weekly.length + hours.exceptions.length === 0) find('warning', 'neverOpen')
  else if (hours.weekly.length > 0) {
    const times = new OpenTimes(whole)
    if (times.openMs(at, at + shutDays * dayMs) === 0) find('warning', 'shutForWeeks', { days: shutDays })
  }
  const today = Math.floor(Zone.of(hours.zone).toWall(at) / dayMs)
  const over = hours.exceptions.filter(({ date }) => (dayOf(date) ?? today) < today)
  if (over.length > 0) find('warning', 'exceptionIsOver', { count: over.length, date: over[0]?.date ?? '' })
  checkCalendars(find, hours, document, today)
  return true
}

function checkCalendars(find: Find, { calendarIds }: Pick<Site, 'calendarIds'>, document: PlanDocument, today: number) {
  for (const calendar of document.calendars)
    if (calendarIds.includes(calendar.id) && isOver(calendar, today))
      find('warning', 'calendarIsOver', { name: calendar.name })
}

/** The sites where these people sit, or all where none of them has one. */
function sitesOf({ sites, people }: PlanDocument, personIds: ReadonlySet<PersonId>): readonly Site[] {
  const used = new Set(people.filter(({ id }) => personIds.has(id)).map(({ siteId }) => siteId))
  const found = sites.filter(({ id }) => used.has(id))
  return found.length > 0 ? found : sites
}

/** Whether the zone's clocks go with those of a place concerned; where there is no site, with the centre's. */
function checkZone(find: Find, zone: string, sites: readonly Site[], { centre }: PlanDocument, at: Instant): void {
  const all = sites.length > 0 ? sites : [{ name: centre.name, zone: centre.zone }]
  // A place whose own zone is wrong is told as that.
  const places = all.filter((place) => hoursFaults({ ...place, weekly: [], exceptions: [], holidays: [] }).length === 0)
  if (places.length === 0) return
  if (places.some((place) => place.zone === zone || !offsetsDiffer(zone, place.zone, at))) return
  find('warning', 'otherZone', { zone, places: places.map((place) => `${place.name} (${place.zone})`).join(', ') })
}

/** Whether a pause lies within an interval worked, be it one that began the day before and runs past midnight. */
function isWithin(pause: WeeklyInterval, weekly: readonly WeeklyInterval[]): boolean {
  const [from, to] = endsOf(pause)
  return weekly.some((interval) => {
    const [begins, ends] = endsOf(interval)
    const shift = interval.weekday === pause.weekday ? 0 : (interval.weekday % 7) + 1 === pause.weekday ? 1440 : null
    return shift !== null && begins <= from + shift && to + shift <= ends
  })
}

function endsOf({ from, to }: WeeklyInterval): [number, number] {
  const [begins, ends] = [minutesOf(from), minutesOf(to)]
  return [begins, ends <= begins ? ends + 1440 : ends]
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
