import { dayNumber } from './civil.ts'
import { Pattern } from './compile.ts'
import { dayMs, type Hours } from './pattern.ts'
import type { Span } from './spans.ts'

const firstPieceMs = 400 * dayMs
/** Nobody asks for later; an answer that lies beyond is "none". */
const end = dayNumber(2200, 1, 1) * dayMs

export interface Why {
  readonly open: boolean
  /** `week`: by the weekly pattern. `never`: there is no interval at all. */
  readonly because: 'week' | 'exception' | 'holiday' | 'never'
  /** Of the exception or holiday. */
  readonly name: string | null
}

/**
 * When hours are open, as instants in order: each answer is a binary search. What lies outside of what was asked for so
 * far is worked out when it is first asked for. All times are epoch milliseconds.
 */
export class OpenTimes {
  private readonly pattern: Pattern
  /** What is worked out: exact for everything that happens in [low, high]. */
  private low = 0
  private high = -1
  private starts = new Float64Array(0)
  private ends = new Float64Array(0)
  /** Open time from `low`'s first opening up to the start of each. */
  private sums = new Float64Array(0)

  /** `hours` must be free of faults (see `hoursFaults`). */
  constructor(hours: Hours) {
    this.pattern = new Pattern(hours)
  }

  private cover(from: number, to: number): void {
    if (from >= this.low && to <= this.high) return
    const none = this.high < this.low
    // Doubled each time, so that working out all costs no more than twice the last.
    const width = Math.max(firstPieceMs, none ? 0 : this.high - this.low)
    this.low = none || from < this.low ? from - (none ? dayMs : width) : this.low
    this.high = none || to > this.high ? to + width : this.high
    const spans = this.pattern.open(Math.floor(this.low / dayMs) - 4, Math.ceil(this.high / dayMs) + 4)
    this.starts = Float64Array.from(spans, (span) => span.from)
    this.ends = Float64Array.from(spans, (span) => span.to)
    this.sums = new Float64Array(spans.length)
    for (let n = 1; n < spans.length; n += 1)
      this.sums[n] = (this.sums[n - 1] ?? 0) + ((this.ends[n - 1] ?? 0) - (this.starts[n - 1] ?? 0))
  }

  /** The last opening that starts at or before `at`, as its place; -1 where there is none. */
  private place(at: number): number {
    let [low, high] = [0, this.starts.length]
    while (low < high) {
      const middle = (low + high) >>> 1
      if ((this.starts[middle] ?? 0) <= at) low = middle + 1
      else high = middle
    }
    return low - 1
  }

  isOpen(at: number): boolean {
    this.cover(at, at)
    return at < (this.ends[this.place(at)] ?? -Infinity)
  }

  /** Goes on to look for what the week alone must bring, unless it brings it never. */
  private later(never: 'open' | 'closed', look: () => number | null): number | null {
    for (;;) {
      const found = look()
      if (found !== null && found <= this.high) return found
      if (this.high >= end || (this.high >= this.pattern.plainFrom && this.pattern.week === never)) return null
      this.cover(this.low, this.high + 1)
    }
  }

  /** The first change from closed to open strictly after `at`; null where none ever comes. */
  nextOpening(at: number): number | null {
    this.cover(at, at)
    const { week } = this.pattern
    return this.later(week === 'changing' ? 'closed' : week, () => this.starts[this.place(at) + 1] ?? null)
  }

  /** The first change from open to closed strictly after `at`; null where none ever comes. */
  nextClosing(at: number): number | null {
    this.cover(at, at)
    const { week } = this.pattern
    return this.later(week === 'changing' ? 'open' : week, () => {
      const n = this.place(at)
      return (this.ends[n] ?? -Infinity) > at ? (this.ends[n] ?? null) : (this.ends[n + 1] ?? null)
    })
  }

  /** `at` where it is open, else the next opening. */
  openAtOrAfter(at: number): number | null {
    return this.isOpen(at) ? at : this.nextOpening(at)
  }

  private openBefore(at: number): number {
    const n = this.place(at)
    return n < 0 ? 0 : (this.sums[n] ?? 0) + Math.min(at, this.ends[n] ?? 0) - (this.starts[n] ?? 0)
  }

  /** Open milliseconds in [from, to); 0 where `to` is not after `from`. */
  openMs(from: number, to: number): number {
    if (to <= from) return 0
    this.cover(from, to)
    return this.openBefore(to) - this.openBefore(from)
  }

  /**
   * The smallest instant t at or after `at` with so many open milliseconds in [at, t); using up an opening gives its closing
   * instant. Null where it is never reached.
   */
  afterOpenMs(at: number, ms: number): number | null {
    if (ms <= 0) return at
    this.cover(at, Math.min(at + ms, end))
    const target = this.openBefore(at) + ms
    return this.later('closed', () => {
      let [low, high] = [0, this.sums.length]
      while (low < high) {
        const middle = (low + high) >>> 1
        if ((this.sums[middle] ?? 0) < target) low = middle + 1
        else high = middle
      }
      const n = low - 1
      const found = (this.starts[n] ?? Infinity) + target - (this.sums[n] ?? 0)
      return n >= 0 && found <= (this.ends[n] ?? 0) ? found : null
    })
  }

  /** The openings within [from, to), cut at its ends. */
  intervals(from: number, to: number): Span[] {
    this.cover(from, Math.max(from, to))
    const found: Span[] = []
    for (let n = Math.max(0, this.place(from)); n < this.starts.length; n += 1) {
      const span = { from: Math.max(from, this.starts[n] ?? 0), to: Math.min(to, this.ends[n] ?? 0) }
      if (span.from >= to) break
      if (span.to > span.from) found.push(span)
    }
    return found
  }

  /** Open or not at an instant, and by what: the weekly pattern, an exception, a holiday. */
  why(at: number): Why {
    const { pattern } = this
    const open = this.isOpen(at)
    const holiday = open ? null : pattern.holidayAt(at)
    if (holiday !== null) return { open, because: 'holiday', name: holiday.name }
    const exception = open ? pattern.openingException(at) : pattern.exceptionOn(at)
    if (exception !== null) return { open, because: 'exception', name: exception.name ?? null }
    const none = pattern.hours.weekly.length + pattern.hours.exceptions.length === 0
    return { open, because: none ? 'never' : 'week', name: null }
  }
}
