import { dateOf, dayNumber } from './civil.ts'
import { dayMs } from './pattern.ts'

const newYear = (year: number): number => dayNumber(year, 1, 1) * dayMs

const yearOf = (at: number): number => dateOf(Math.floor(at / dayMs)).year

/** Anything that tells which instant a wall time is. */
export interface Clock {
  fromWall(wall: number): number
}

export const UtcClock: Clock = { fromWall: (wall) => wall }

export interface Change {
  /** From this instant on the new offset holds. */
  readonly at: number
  readonly before: number
  readonly after: number
}

interface Year {
  readonly offset: number
  readonly changes: readonly Change[]
}

/** No zone was ever further from UTC than this, nor did one jump by more. */
const furthestMs = 26 * 3_600_000

/**
 * The instant of a wall time, with the offset that holds before the first of the changes given. A time that happens twice
 * means the first; one that is skipped moves forward by the length of the gap.
 */
export function throughChanges(wall: number, before: number, changes: Iterable<Change>): number {
  let offset = before
  for (const { at, after } of changes) {
    if (wall - offset < at || wall - after < at) return wall - offset
    offset = after
  }
  return wall - offset
}

/**
 * A zone's clock as arithmetic: its changes are looked up once a year and kept. All times are epoch milliseconds; a wall
 * time is written as the milliseconds at which a clock in UTC would show it.
 */
export class Zone implements Clock {
  private static readonly known = new Map<string, Zone>()
  private readonly years = new Map<number, Year>()

  private constructor(
    readonly name: string,
    private readonly format: Intl.DateTimeFormat,
  ) {}

  /** Throws RangeError for a name that the IANA zone data do not have. */
  static of(name: string): Zone {
    const known = Zone.known.get(name)
    if (known !== undefined) return known
    const format = new Intl.DateTimeFormat('en-US', {
      timeZone: name,
      calendar: 'gregory',
      numberingSystem: 'latn',
      hourCycle: 'h23',
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
    })
    const zone = new Zone(name, format)
    Zone.known.set(name, zone)
    return zone
  }

  private askOffset(at: number): number {
    const shown = /^(\d+)\/(\d+)\/(\d+), (\d+):(\d+):(\d+)$/.exec(this.format.format(at))
    if (shown === null) throw new RangeError(`no wall time of ${at} in ${this.name}`)
    const [month, day, year, hour, minute, second] = shown.slice(1).map(Number) as [
      number,
      number,
      number,
      number,
      number,
      number,
    ]
    const wall = dayNumber(year, month, day) * dayMs + ((hour * 60 + minute) * 60 + second) * 1000
    return wall - Math.floor(at / 1000) * 1000
  }

  private year(year: number): Year {
    const known = this.years.get(year)
    if (known !== undefined) return known
    const end = newYear(year + 1)
    let at = newYear(year)
    let offset = this.askOffset(at)
    const made = { offset, changes: [] as Change[] }
    while (at < end) {
      const next = Math.min(end, at + dayMs)
      const later = this.askOffset(next)
      // The year's own first instant belongs to it, the next one's to the next.
      while (offset !== later) {
        const change = this.changeBetween(at, next, offset)
        if (change.at < end) made.changes.push(change)
        at = change.at
        offset = change.after
      }
      at = next
    }
    this.years.set(year, made)
    return made
  }

  /** The first second after `low` at which the offset is no longer `before`; at `high` it is another. */
  private changeBetween(low: number, high: number, before: number): Change {
    let [same, other] = [low, high]
    while (other - same > 1000) {
      const middle = same + Math.floor((other - same) / 2000) * 1000
      if (this.askOffset(middle) === before) same = middle
      else other = middle
    }
    return { at: other, before, after: this.askOffset(other) }
  }

  /** Milliseconds that the wall clock is ahead of UTC. */
  offsetAt(at: number): number {
    const { offset, changes } = this.year(yearOf(at))
    let found = offset
    for (const change of changes) if (change.at <= at) found = change.after
    return found
  }

  /** All changes of the clock at instants in [from, to). */
  changes(from: number, to: number): Change[] {
    const found: Change[] = []
    for (let year = yearOf(from); year <= yearOf(to); year += 1) {
      const last = this.year(year - 1)
      const { offset, changes } = this.year(year)
      const at = newYear(year)
      const before = last.changes.at(-1)?.after ?? last.offset
      if (before !== offset) found.push({ at, before, after: offset })
      found.push(...changes)
    }
    return found.filter(({ at }) => at >= from && at < to)
  }

  toWall(at: number): number {
    return at + this.offsetAt(at)
  }

  /**
   * The instant of a wall time. One that happens twice means the first; one that a change of clocks skips moves forward by
   * the length of the gap.
   */
  fromWall(wall: number): number {
    const from = wall - furthestMs
    const to = wall + furthestMs
    const offset = this.offsetAt(from)
    if (yearOf(from) === yearOf(to)) {
      const { changes } = this.year(yearOf(from))
      if (!changes.some(({ at }) => at > from && at < to)) return wall - offset
    }
    return throughChanges(wall, offset, this.changes(from, to))
  }

  /** Whether the zone left this date out altogether. Days since 1970-01-01. */
  skips(day: number): boolean {
    return this.fromWall(day * dayMs) >= this.fromWall((day + 1) * dayMs)
  }
}
