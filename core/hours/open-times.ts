import { dayNumber } from './civil.ts'
import { Pattern } from './compile.ts'
import { Openings } from './openings.ts'
import { dayMs, type Hours } from './pattern.ts'
import type { Span } from './spans.ts'

const firstPieceMs = 400 * dayMs
/** Nobody asks for later; an answer that lies beyond is "none". */
const end = dayNumber(2200, 1, 1) * dayMs

export interface Special {
  readonly kind: 'exception' | 'holiday'
  readonly name: string | null
}

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
  private openings = new Openings([])

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
    this.openings = new Openings(spans)
  }

  isOpen(at: number): boolean {
    this.cover(at, at)
    return this.openings.isOpen(at)
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
    return this.later(week === 'changing' ? 'closed' : week, () => this.openings.nextOpening(at))
  }

  /** The first change from open to closed strictly after `at`; null where none ever comes. */
  nextClosing(at: number): number | null {
    this.cover(at, at)
    const { week } = this.pattern
    return this.later(week === 'changing' ? 'open' : week, () => this.openings.nextClosing(at))
  }

  /** `at` where it is open, else the next opening. */
  openAtOrAfter(at: number): number | null {
    return this.isOpen(at) ? at : this.nextOpening(at)
  }

  /** Open milliseconds in [from, to); 0 where `to` is not after `from`. */
  openMs(from: number, to: number): number {
    if (to <= from) return 0
    this.cover(from, to)
    return this.openings.openBefore(to) - this.openings.openBefore(from)
  }

  /**
   * The smallest instant t at or after `at` with so many open milliseconds in [at, t); using up an opening gives its closing
   * instant. Null where it is never reached.
   */
  afterOpenMs(at: number, ms: number): number | null {
    if (ms <= 0) return at
    this.cover(at, Math.min(at + ms, end))
    // Covering more may begin earlier, so what was open before is counted again each time.
    return this.later('closed', () => this.openings.whenOpenFor(this.openings.openBefore(at) + ms))
  }

  /** The openings within [from, to), cut at its ends. */
  intervals(from: number, to: number): Span[] {
    this.cover(from, Math.max(from, to))
    return this.openings.within(from, to)
  }

  /** The exceptions and holidays that bear on [from, to), by name; an exception may have none. */
  specials(from: number, to: number): Special[] {
    const { zone, exceptions, holidays } = this.pattern
    const found: Special[] = []
    for (let day = Math.floor(zone.toWall(from) / dayMs); day * dayMs < zone.toWall(to); day += 1) {
      const special = exceptions.get(day)
      if (special !== undefined) found.push({ kind: 'exception', name: special.exception.name ?? null })
    }
    for (const holiday of holidays)
      if (holiday.from < to && from < holiday.to) found.push({ kind: 'holiday', name: holiday.name })
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
