// A week of opening hours as it is drawn and typed. Times are minutes of the day; an interval that ends at or before its
// start runs past midnight and belongs to the day on which it starts.
import type { WeeklyInterval } from '@eudromos/core/hours'

export const dayMinutes = 1440
/** What dragging and arrow keys snap to. */
export const stepMinutes = 15

/** One interval on the grid: `end` beyond 1440 is past midnight. */
export interface Bar {
  readonly weekday: number
  readonly start: number
  readonly end: number
}

const clock = (minutes: number): string =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`

export const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3))

export function barOf({ weekday, from, to }: WeeklyInterval): Bar {
  const [start, end] = [minutesOf(from), minutesOf(to)]
  return { weekday, start, end: end <= start ? end + dayMinutes : end }
}

export const intervalOf = ({ weekday, start, end }: Bar): WeeklyInterval => ({
  weekday,
  from: clock(start),
  to: clock(end > dayMinutes ? end - dayMinutes : end),
})

const inOrder = (bars: readonly Bar[]): Bar[] =>
  [...bars].sort((a, b) => a.weekday - b.weekday || a.start - b.start || a.end - b.end)

/** The bars with those of one day that touch or overlap joined, in order. */
export function joined(bars: readonly Bar[]): Bar[] {
  const result: Bar[] = []
  for (const bar of inOrder(bars)) {
    const last = result.at(-1)
    if (last?.weekday === bar.weekday && bar.start <= last.end)
      result[result.length - 1] = { ...last, end: Math.min(last.start + dayMinutes, Math.max(last.end, bar.end)) }
    else result.push(bar)
  }
  return result
}

export const snap = (minutes: number): number => Math.round(minutes / stepMinutes) * stepMinutes

/** A bar drawn between two minutes of a day, at least one step long. */
export function drawn(weekday: number, a: number, b: number): Bar {
  const start = Math.max(0, Math.min(snap(a), snap(b), dayMinutes - stepMinutes))
  return { weekday, start, end: Math.min(dayMinutes, Math.max(snap(a), snap(b), start + stepMinutes)) }
}

/** The bar moved by minutes and days; it stays within the day and the week. */
export function moved(bar: Bar, minutes: number, days = 0): Bar {
  const start = Math.min(dayMinutes - stepMinutes, Math.max(0, bar.start + minutes))
  const weekday = Math.min(7, Math.max(1, bar.weekday + days))
  return { weekday, start, end: start + bar.end - bar.start }
}

/** The bar with one edge moved: one step is the least, a whole day the most. */
export function stretched(bar: Bar, edge: 'start' | 'end', minutes: number): Bar {
  if (edge === 'start') {
    const start = Math.min(
      bar.end - stepMinutes,
      dayMinutes - stepMinutes,
      Math.max(0, bar.end - dayMinutes, bar.start + minutes),
    )
    return { ...bar, start, end: Math.min(bar.end, start + dayMinutes) }
  }
  return { ...bar, end: Math.min(bar.start + dayMinutes, Math.max(bar.start + stepMinutes, bar.end + minutes)) }
}

/** A day's intervals as text: "08:00-12:30, 13:30-17:00". */
export const typedDay = (weekly: readonly WeeklyInterval[], weekday: number): string =>
  weekly
    .filter((interval) => interval.weekday === weekday)
    .map(({ from, to }) => `${from}-${to}`)
    .sort()
    .join(', ')

/** A time as people type it, 8, 8:30, 08.30, 0830, 8am or 8:30 p.m., as HH:MM; null where it is none. */
function timeOf(text: string): string | null {
  const match = /^(\d{1,2})(?:[:.]?(\d{2}))? ?([ap])?(?:\.?m\.?)?$/i.exec(text)
  if (match === null || (match[3] === undefined && /[a-z]/i.test(text))) return null
  const [hours, minutes] = [Number(match[1]), Number(match[2] ?? 0)]
  const half = match[3]?.toLowerCase()
  if (half !== undefined && (hours < 1 || hours > 12)) return null
  const inDay = half === undefined ? hours : (hours % 12) + (half === 'p' ? 12 : 0)
  return minutes > 59 || inDay * 60 + minutes > dayMinutes ? null : clock(inDay * 60 + minutes)
}

/** Intervals as typed, or null where the text is none: "8-12:30, 13:30-17", "8-12 13-17", "9am-5pm" or nothing. */
export function intervalsFrom(text: string): { from: string; to: string }[] | null {
  const parts = text
    // A space parts two intervals where it stands beside no dash and no half of the day.
    .replace(/\s*(-|–|\bto\b)\s*/gi, '-')
    .replace(/(\d)\s+(?=[ap]\.?m)/gi, '$1')
    .split(/[,;]|\s+(?:and\s+)?/i)
    .map((part) => part.trim())
    .filter((part) => part !== '')
  const found = parts.map((part) => {
    const [from, to, more] = part.split('-').map((side) => timeOf(side))
    return more !== undefined || from == null || to == null || from === '24:00' ? null : { from, to }
  })
  return found.every((one) => one !== null) ? found : null
}

/** From a time to the same time is the whole day, which may not be meant. */
export const wholeDays = (intervals: readonly { from: string; to: string }[]): { from: string; to: string }[] =>
  intervals.filter(({ from, to }) => from === to && from !== '00:00')

/** The week with one day's intervals replaced, in order. */
export const withDay = (
  weekly: readonly WeeklyInterval[],
  weekday: number,
  intervals: readonly { from: string; to: string }[],
): WeeklyInterval[] =>
  [
    ...weekly.filter((interval) => interval.weekday !== weekday),
    ...intervals.map((interval) => ({ weekday, ...interval })),
  ].sort((a, b) => a.weekday - b.weekday || (a.from < b.from ? -1 : 1))

/** Puts one day's intervals on other days as well. */
export const copiedDay = (weekly: readonly WeeklyInterval[], from: number, to: readonly number[]): WeeklyInterval[] =>
  to.reduce<WeeklyInterval[]>(
    (week, weekday) =>
      withDay(
        week,
        weekday,
        weekly.filter((interval) => interval.weekday === from).map((one) => ({ from: one.from, to: one.to })),
      ),
    [...weekly],
  )
