import { dateOf, dayNumber, weekdayOf } from '../hours/index.ts'

/** The parts of a rule by which days are chosen (RFC 5545, 3.3.10), for the rules that holidays are written in. */
export interface DayRule {
  readonly freq: 'DAILY' | 'WEEKLY' | 'MONTHLY' | 'YEARLY'
  readonly interval: number
  readonly months: readonly number[] | null
  readonly monthDays: readonly number[] | null
  /** `nth` 0: every such weekday. */
  readonly weekdays: readonly { readonly weekday: number; readonly nth: number }[] | null
  readonly weekStart: number
}

const names = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU']
const understood = ['FREQ', 'INTERVAL', 'BYMONTH', 'BYMONTHDAY', 'BYDAY', 'WKST']
const numbers = (text: string | undefined): number[] | null => text?.split(',').map(Number) ?? null

/** Null where the rule has parts that choose otherwise than by month, day of the month and weekday. */
export function dayRuleOf(parts: ReadonlyMap<string, string>): DayRule | null {
  const freq = parts.get('FREQ')
  if (freq !== 'DAILY' && freq !== 'WEEKLY' && freq !== 'MONTHLY' && freq !== 'YEARLY') return null
  if ([...parts.keys()].some((name) => !understood.includes(name))) return null
  const weekdays =
    parts
      .get('BYDAY')
      ?.split(',')
      .map((text) => ({ weekday: names.indexOf(text.slice(-2)) + 1, nth: Number(text.slice(0, -2)) })) ?? null
  return {
    freq,
    interval: Number(parts.get('INTERVAL') ?? 1),
    months: numbers(parts.get('BYMONTH')),
    monthDays: numbers(parts.get('BYMONTHDAY')),
    weekdays,
    weekStart: names.indexOf(parts.get('WKST') ?? 'MO') + 1,
  }
}

/** Whether the rule takes this day, for a series that starts on `start`. Days since 1970-01-01. */
export function takes(rule: DayRule, start: number, day: number): boolean {
  const { freq, interval, months, monthDays, weekdays } = rule
  const date = dateOf(day)
  const first = dateOf(start)
  const weekOf = (of: number): number => Math.floor((of - ((weekdayOf(of) - rule.weekStart + 7) % 7)) / 7)
  const steps = {
    DAILY: day - start,
    WEEKLY: weekOf(day) - weekOf(start),
    MONTHLY: (date.year - first.year) * 12 + date.month - first.month,
    YEARLY: date.year - first.year,
  }[freq]
  if (steps % interval !== 0) return false
  if (months !== null && !months.includes(date.month)) return false
  const monthBegin = dayNumber(date.year, date.month, 1)
  const monthEnd = date.month === 12 ? dayNumber(date.year + 1, 1, 1) : dayNumber(date.year, date.month + 1, 1)
  if (monthDays !== null && !monthDays.includes(date.day) && !monthDays.includes(day - monthEnd)) return false
  if (weekdays !== null) {
    // Counted within the month, or within the year where the rule names no month.
    const inYear = freq === 'YEARLY' && months === null && monthDays === null
    const begin = inYear ? dayNumber(date.year, 1, 1) : monthBegin
    const end = inYear ? dayNumber(date.year + 1, 1, 1) : monthEnd
    const nth = Math.floor((day - begin) / 7) + 1
    const nthLast = -Math.floor((end - 1 - day) / 7) - 1
    return weekdays.some(
      (one) => one.weekday === weekdayOf(day) && (one.nth === 0 || one.nth === nth || one.nth === nthLast),
    )
  }
  if (monthDays !== null || freq === 'DAILY') return true
  if (freq === 'WEEKLY') return weekdayOf(day) === weekdayOf(start)
  return date.day === first.day && (freq === 'MONTHLY' || months !== null || date.month === first.month)
}
