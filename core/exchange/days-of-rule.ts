import { dateOf, dayNumber, weekdayOf } from '../hours/index.ts'

/** The parts of a rule by which days are chosen (RFC 5545, 3.3.10). */
export interface DayRule {
  readonly freq: 'DAILY' | 'WEEKLY' | 'MONTHLY' | 'YEARLY'
  readonly interval: number
  readonly months: readonly number[] | null
  readonly weeks: readonly number[] | null
  readonly yearDays: readonly number[] | null
  readonly monthDays: readonly number[] | null
  /** `nth` 0: every such weekday. */
  readonly weekdays: readonly { readonly weekday: number; readonly nth: number }[] | null
  readonly weekStart: number
}

const yearBegin = (year: number): number => dayNumber(year, 1, 1)
/** Months beyond the year's run on. */
const monthBegin = (year: number, month: number): number =>
  dayNumber(year + Math.floor((month - 1) / 12), ((month - 1) % 12) + 1, 1)
/** Months since the year 0. */
const monthsTo = (day: number): number => dateOf(day).year * 12 + dateOf(day).month - 1
const weekBegin = (day: number, weekStart: number): number => day - ((weekdayOf(day) - weekStart + 7) % 7)

const everyMonth = [1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12]

/** What a rule leaves open is as its start is. Days since 1970-01-01, here and below. */
export function completed(rule: DayRule, start: number): DayRule {
  if ((rule.weeks ?? rule.yearDays ?? rule.monthDays ?? rule.weekdays) !== null || rule.freq === 'DAILY') return rule
  const { month, day } = dateOf(start)
  if (rule.freq === 'WEEKLY') return { ...rule, weekdays: [{ weekday: weekdayOf(start), nth: 0 }] }
  return { ...rule, monthDays: [day], months: rule.freq === 'YEARLY' ? (rule.months ?? [month]) : rule.months }
}

/** The periods of the rule, one an interval, from the one that holds `from` or, if later, the start: as [begin, end). */
export function* periods(rule: DayRule, start: number, from: number): Generator<readonly [number, number]> {
  const { freq, interval } = rule
  const since = Math.max(start, from)
  if (freq === 'DAILY' || freq === 'WEEKLY') {
    const [length, base] = freq === 'DAILY' ? [1, start] : [7, weekBegin(start, rule.weekStart)]
    const step = length * interval
    for (let at = base + Math.floor((since - base) / step) * step; ; at += step) yield [at, at + length]
  }
  const [length, base, now] = [freq === 'YEARLY' ? 12 : 1, monthsTo(start), monthsTo(since)]
  const begin = base - (base % length)
  const step = length * interval
  for (let at = begin + Math.floor((now - begin) / step) * step; ; at += step)
    yield [monthBegin(0, at + 1), monthBegin(0, at + length + 1)]
}

/** The months that the rule takes of a period, as [begin, end), in order. */
function monthsIn({ months }: DayRule, [begin, end]: readonly [number, number]): (readonly [number, number])[] {
  const { year, month } = dateOf(begin)
  const inYear = end - begin > 31
  const both = inYear || end <= monthBegin(year, month + 1) ? [month] : [month, month + 1]
  const all = inYear
    ? (months ?? everyMonth)
    : months === null
      ? both
      : both.filter((n) => months.includes(n > 12 ? 1 : n))
  return all.map((n) => [monthBegin(year, n), monthBegin(year, n + 1)])
}

/** The days of a period that the rule takes, in order; `look` is called with how many are looked at. */
export function daysIn(rule: DayRule, period: readonly [number, number], look: (days: number) => void): number[] {
  const [begin, end] = period
  const found: number[] = []
  for (const [first, next] of monthsIn(rule, period)) {
    const [from, to] = [Math.max(begin, first), Math.min(end, next)]
    if (rule.monthDays === null) {
      look(to - from)
      for (let day = from; day < to; day += 1) if (takes(rule, day)) found.push(day)
    } else
      for (const of of rule.monthDays) {
        look(1)
        const day = of > 0 ? first + of - 1 : next + of
        if (day >= from && day < to && takes(rule, day)) found.push(day)
      }
  }
  return rule.monthDays === null ? found : [...new Set(found)].sort((a, b) => a - b)
}

/** Whether a day of the right month and day of the month is taken. */
function takes(rule: DayRule, day: number): boolean {
  const { freq, weeks, yearDays, weekdays } = rule
  if (weeks === null && yearDays === null && weekdays === null) return true
  const { year, month } = dateOf(day)
  const [yearFirst, yearNext] = [yearBegin(year), yearBegin(year + 1)]
  if (yearDays !== null && !yearDays.includes(day - yearFirst + 1) && !yearDays.includes(day - yearNext)) return false
  if (weeks !== null) {
    const week = weekBegin(day, rule.weekStart)
    // A week is of the year that has four days of it.
    const of = dateOf(week + 3).year
    const firstOf = (one: number): number => weekBegin(dayNumber(one, 1, 4), rule.weekStart)
    if (!weeks.includes((week - firstOf(of)) / 7 + 1) && !weeks.includes((week - firstOf(of + 1)) / 7)) return false
  }
  if (weekdays === null) return true
  // Counted within the month, or within the year where the rule names no month.
  const inYear = freq === 'YEARLY' && rule.months === null
  const [begin, end] = inYear ? [yearFirst, yearNext] : [monthBegin(year, month), monthBegin(year, month + 1)]
  const nth = Math.floor((day - begin) / 7) + 1
  const nthLast = -Math.floor((end - 1 - day) / 7) - 1
  return weekdays.some(
    (one) => one.weekday === weekdayOf(day) && (one.nth === 0 || one.nth === nth || one.nth === nthLast),
  )
}
