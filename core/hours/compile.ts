import {
  dayMs,
  dayOf,
  instantOf,
  timeOfDay,
  wallTimeOf,
  weekdayOf,
  type DateException,
  type Holiday,
  type Hours,
  type Interval,
} from './pattern.ts'
import { union, without, type Span } from './spans.ts'
import { Zone } from './zone.ts'

interface Length {
  readonly startMs: number
  /** From the midnight on which it starts; more than a day where it runs past the next. */
  readonly endMs: number
}

export interface NamedSpan extends Span {
  readonly name: string
}

const lengthOf = ({ from, to }: Interval): Length => {
  const startMs = timeOfDay(from) ?? NaN
  const endMs = timeOfDay(to) ?? NaN
  return { startMs, endMs: endMs <= startMs ? endMs + dayMs : endMs }
}

function boundary(text: string, zone: Zone, daysOn: number): number {
  const day = dayOf(text)
  if (day !== null) return zone.fromWall((day + daysOn) * dayMs)
  const wall = wallTimeOf(text)
  return wall === null ? (instantOf(text) ?? NaN) : zone.fromWall(wall)
}

/** Opening hours made ready to be asked; `hours` must be free of faults (see `hoursFaults`). */
export class Pattern {
  readonly zone: Zone
  readonly weekly: readonly (readonly Length[])[]
  readonly exceptions = new Map<number, { readonly exception: DateException; readonly lengths: readonly Length[] }>()
  readonly holidays: readonly NamedSpan[]
  private readonly closed: readonly Span[]
  /** After this instant only the week counts. */
  readonly plainFrom: number
  /** What the week alone comes to: always open, never open, or now this and now that. */
  readonly week: 'open' | 'closed' | 'changing'

  constructor(readonly hours: Hours) {
    this.zone = Zone.of(hours.zone)
    const byWeekday: Length[][] = Array.from({ length: 8 }, () => [])
    for (const interval of hours.weekly) byWeekday[interval.weekday]?.push(lengthOf(interval))
    this.weekly = byWeekday
    for (const exception of hours.exceptions)
      this.exceptions.set(dayOf(exception.date) ?? NaN, { exception, lengths: exception.intervals.map(lengthOf) })
    this.holidays = hours.holidays.map((holiday) => this.spanOf(holiday)).sort((a, b) => a.from - b.from)
    this.closed = union(this.holidays)
    let lastDay = -Infinity
    for (const day of this.exceptions.keys()) lastDay = Math.max(lastDay, day)
    this.plainFrom = Math.max((lastDay + 4) * dayMs, (this.closed.at(-1)?.to ?? -Infinity) + dayMs)
    this.week = this.weekAlone()
  }

  private spanOf({ name, from, until }: Holiday): NamedSpan {
    return { name, from: boundary(from, this.zone, 0), to: boundary(until, this.zone, 1) }
  }

  private weekAlone(): 'open' | 'closed' | 'changing' {
    if (this.hours.weekly.length === 0) return 'closed'
    const spans = [0, 7].flatMap((later) =>
      this.weekly.flatMap((lengths, weekday) =>
        lengths.map(({ startMs, endMs }) => ({
          from: (weekday + later) * dayMs + startMs,
          to: (weekday + later) * dayMs + endMs,
        })),
      ),
    )
    const [only, more] = union(spans)
    return more === undefined && only !== undefined && only.to - only.from >= 8 * dayMs ? 'open' : 'changing'
  }

  private *starting(fromDay: number, untilDay: number): Generator<Span & { readonly day: number; special: boolean }> {
    for (let day = fromDay; day < untilDay; day += 1) {
      const special = this.exceptions.get(day)
      const lengths = special?.lengths ?? this.weekly[weekdayOf(day)] ?? []
      if (lengths.length === 0 || this.zone.skips(day)) continue
      for (const { startMs, endMs } of lengths) {
        const from = this.zone.fromWall(day * dayMs + startMs)
        const to = this.zone.fromWall(day * dayMs + endMs)
        if (to > from) yield { from, to, day, special: special !== undefined }
      }
    }
  }

  /** The open set that intervals starting on the days [fromDay, untilDay) make. */
  open(fromDay: number, untilDay: number): Span[] {
    const regular: Span[] = []
    const special: Span[] = []
    for (const span of this.starting(fromDay, untilDay)) (span.special ? special : regular).push(span)
    const left = without(union(regular), this.closed)
    return special.length === 0 ? left : union([...left, ...special])
  }

  /** The exception whose interval makes it open at this instant, or null. */
  openingException(at: number): DateException | null {
    const day = Math.floor(this.zone.toWall(at) / dayMs)
    for (const span of this.starting(day - 2, day + 1))
      if (span.special && span.from <= at && at < span.to) return this.exceptions.get(span.day)?.exception ?? null
    return null
  }

  exceptionOn(at: number): DateException | null {
    return this.exceptions.get(Math.floor(this.zone.toWall(at) / dayMs))?.exception ?? null
  }

  holidayAt(at: number): NamedSpan | null {
    return this.holidays.find(({ from, to }) => from <= at && at < to) ?? null
  }
}
