import { dayMs, type Clock } from '../hours/index.ts'
import { IcsFault, type ContentLine } from './content-lines.ts'
import { completed, daysIn, periods, type DayRule } from './days-of-rule.ts'
import { instantIn, momentOf, type Moment } from './moments.ts'

/** Bounds the work that a file can ask for: its steps are counted over all of its rules. */
export class Effort {
  constructor(private left = 1_500_000) {}

  spend(line: number, steps: number): void {
    this.left -= steps
    if (this.left < 0) throw new IcsFault(line, 'the rules of this file repeat too often to be worked out')
  }
}

export interface Rule {
  /**
   * Wall times of the set in order: its start, and those from `from` on, none after `to`. Where the rule counts its
   * repetitions, those before `from` are among them.
   */
  walls(start: Moment, span: { from: number; to: number }, own: Clock, effort: Effort): number[]
}

const weekdayNames = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU']
const freqs = ['DAILY', 'WEEKLY', 'MONTHLY', 'YEARLY'] as const

/** The parts that hold numbers: the least and the most that each may be, and whether it may count from the end. */
const numbered = {
  BYMONTH: [1, 12, false],
  BYWEEKNO: [1, 53, true],
  BYYEARDAY: [1, 366, true],
  BYMONTHDAY: [1, 31, true],
  BYHOUR: [0, 23, false],
  BYMINUTE: [0, 59, false],
  BYSECOND: [0, 60, false],
  BYSETPOS: [1, 366, true],
} as const
const understood = ['FREQ', 'INTERVAL', 'COUNT', 'UNTIL', 'WKST', 'BYDAY', ...Object.keys(numbered)]

function partsOf({ value, line }: ContentLine): Map<string, string> {
  const parts = new Map<string, string>()
  for (const part of value.split(';')) {
    const [name = '', text] = part.trim().toUpperCase().split('=')
    if (!understood.includes(name)) throw new IcsFault(line, `RRULE: ${name || 'an empty part'} is not understood`)
    if (text === undefined || text === '') throw new IcsFault(line, `RRULE: ${name} has no value`)
    if (parts.has(name)) throw new IcsFault(line, `RRULE: ${name} stands twice`)
    parts.set(name, text)
  }
  return parts
}

/** An RRULE of days; rules that repeat within a day are refused. Throws IcsFault. */
export function ruleOf(line: ContentLine): Rule {
  const parts = partsOf(line)
  const wrong = (reason: string): never => {
    throw new IcsFault(line.line, `RRULE: ${reason}`)
  }
  const whole = (name: string): number | null => {
    const text = parts.get(name)
    if (text === undefined) return null
    return /^0*[1-9]\d{0,8}$/.test(text) ? Number(text) : wrong(`${name} is no number`)
  }
  const numbers = (name: keyof typeof numbered): number[] | null => {
    const [least, most, fromEnd] = numbered[name]
    const found = parts
      .get(name)
      ?.split(',')
      .map((text) => {
        const n = /^[+-]?\d{1,3}$/.test(text) ? Number(text) : NaN
        const size = fromEnd ? Math.abs(n) : n
        return size >= least && size <= most ? n : wrong(`${name}: “${text}” is not from ${least} to ${most}`)
      })
    return found?.sort((a, b) => a - b) ?? null
  }
  const weekdayOfName = (text: string): number => {
    const at = weekdayNames.indexOf(text)
    return at < 0 ? wrong(`“${text}” is no weekday (MO to SU)`) : at + 1
  }
  const freqText = parts.get('FREQ') ?? wrong('FREQ is missing')
  const freq = freqs.find((one) => one === freqText)
  if (freq === undefined)
    return wrong(
      /^(HOUR|MINUTE|SECOND)LY$/.test(freqText)
        ? `FREQ=${freqText} repeats within a day, which no closing does`
        : `“${freqText}” is no FREQ`,
    )
  const [count, untilText] = [whole('COUNT'), parts.get('UNTIL')]
  if (untilText !== undefined && count !== null) wrong('COUNT and UNTIL exclude each other')
  const until = untilText === undefined ? null : momentOf(untilText, { ...line, params: new Map() }, () => null)
  const weekdays = parts.get('BYDAY')?.split(',') ?? null
  const days: DayRule = {
    freq,
    interval: whole('INTERVAL') ?? 1,
    months: numbers('BYMONTH'),
    weeks: numbers('BYWEEKNO'),
    yearDays: numbers('BYYEARDAY'),
    monthDays: numbers('BYMONTHDAY'),
    weekdays:
      weekdays?.map((text) => {
        const nth = text.slice(0, -2)
        if (!/^([+-]?[1-9]\d?)?$/.test(nth)) wrong(`BYDAY: “${text}” is no weekday (MO, 1MO, -1FR)`)
        return { weekday: weekdayOfName(text.slice(-2)), nth: Number(nth) }
      }) ?? null,
    weekStart: weekdayOfName(parts.get('WKST') ?? 'MO'),
  }
  if (freq !== 'YEARLY' && days.weeks !== null) wrong('BYWEEKNO goes with FREQ=YEARLY only')
  if (freq !== 'YEARLY' && days.yearDays !== null) wrong('BYYEARDAY goes with FREQ=YEARLY only')
  const counted = days.weekdays?.some(({ nth }) => nth !== 0) === true
  if (counted && (freq === 'DAILY' || freq === 'WEEKLY' || days.weeks !== null))
    wrong('BYDAY counts weekdays (1MO) in months and years only')
  if (parts.has('BYSETPOS') && ![...parts.keys()].some((name) => name.startsWith('BY') && name !== 'BYSETPOS'))
    wrong('BYSETPOS chooses among days that another part, such as BYDAY, takes')
  const times = [numbers('BYHOUR'), numbers('BYMINUTE'), numbers('BYSECOND')] as const
  const positions = numbers('BYSETPOS')
  const isPast = (wall: number, start: Moment, own: Clock): boolean => {
    if (until === null) return false
    if (until.isDate) return Math.floor(wall / dayMs) * dayMs > until.wall
    return until.clock === null ? wall > until.wall : instantIn({ ...start, wall }, own) > until.wall
  }
  return {
    walls(start, { from, to }, own, effort) {
      // The start is the first of the set whether the rule meets it or not.
      const walls = [start.wall]
      const first = Math.floor(start.wall / dayMs)
      const rule = completed(days, first)
      const clockTimes = start.isDate ? [0] : timesOf(times, start.wall - first * dayMs)
      for (const period of periods(rule, first, count === null ? Math.floor(from / dayMs) : first)) {
        if (period[0] * dayMs > to) return walls
        effort.spend(line.line, 1)
        const found = daysIn(rule, period, (looked) => effort.spend(line.line, looked))
        effort.spend(line.line, found.length * clockTimes.length)
        const set = found.flatMap((day) => clockTimes.map((time) => day * dayMs + time))
        for (const wall of positions === null ? set : at(set, positions)) {
          if (wall > to || isPast(wall, start, own) || walls.length >= (count ?? Infinity)) return walls
          if (wall > start.wall) walls.push(wall)
        }
      }
      return walls
    },
  }
}

/** The times of the day, in order, in ms; what is not said is as at the start. A leap second is the one before it. */
function timesOf(given: readonly (readonly number[] | null)[], start: number): number[] {
  const [hours, minutes, seconds] = [
    given[0] ?? [Math.floor(start / 3_600_000)],
    given[1] ?? [Math.floor(start / 60_000) % 60],
    given[2] ?? [Math.floor(start / 1000) % 60],
  ]
  const found = hours.flatMap((hour) =>
    minutes.flatMap((minute) => seconds.map((second) => ((hour * 60 + minute) * 60 + Math.min(second, 59)) * 1000)),
  )
  return [...new Set(found)].sort((a, b) => a - b)
}

/** Those at the positions, from 1, or from the end where negative. */
const at = (set: readonly number[], positions: readonly number[]): number[] =>
  [...new Set(positions.map((n) => set.at(n > 0 ? n - 1 : n)))]
    .filter((wall) => wall !== undefined)
    .sort((a, b) => a - b)
