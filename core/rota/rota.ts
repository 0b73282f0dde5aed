import { dayMs, OpenTimes, union, without, Zone, type Span } from '../hours/index.ts'
import {
  hoursOf,
  type AbsenceReason,
  type Instant,
  type PauseKind,
  type PlanDocument,
  type ShiftId,
  type SiteId,
} from '../plan/index.ts'

/** What of the plan a rota is made from. */
export type RotaPlan = Pick<PlanDocument, 'sites' | 'shifts' | 'calendars'> & {
  readonly centre: Pick<PlanDocument['centre'], 'zone'>
}

export interface RotaPerson {
  readonly siteId: SiteId | null
  readonly shiftId: ShiftId | null
}

/** A planned time away, in epoch milliseconds. */
export interface Away extends Span {
  readonly id: string
  readonly reason: AbsenceReason
}

export interface Pause extends Span {
  readonly kind: PauseKind
}

/** What somebody has to do in a stretch of time. All spans are in order and cut at its ends. */
export interface Duty {
  /** As the shift has it, absences or not. */
  readonly shift: readonly Span[]
  readonly away: readonly Away[]
  /** The shift without the absences. */
  readonly working: readonly Span[]
  /** Breaks, meals and training within what is worked. */
  readonly pauses: readonly Pause[]
}

/** Why somebody with a shift does not work on a day: an absence for all of it, a holiday, or the pattern itself. */
export type DayOff = { readonly because: 'away'; readonly reason: AbsenceReason } | { readonly because: 'free' }

export interface RotaDay {
  /** Milliseconds worked. */
  readonly workingMs: number
  /** Of the shift, milliseconds lost to absences. */
  readonly awayMs: number
  /** Set where nothing is worked. */
  readonly off: DayOff | null
  /** The first absence that bears on the day, whether or not there is a shift. */
  readonly away: Away | null
}

/** What somebody is doing by their rota at an instant. */
export type Standing =
  | { readonly kind: 'away'; readonly reason: AbsenceReason; readonly until: Instant }
  | { readonly kind: 'pause'; readonly pause: PauseKind; readonly until: Instant }
  | { readonly kind: 'working'; readonly since: Instant; readonly until: Instant }
  /** `next`: when they come in next within what was looked at, or null. */
  | { readonly kind: 'off'; readonly next: Instant | null }

const cut = <T extends Span>(spans: readonly T[], from: Instant, to: Instant): T[] =>
  spans.flatMap((span) =>
    span.from < to && from < span.to ? [{ ...span, from: Math.max(span.from, from), to: Math.min(span.to, to) }] : [],
  )

/** What lies in both. */
const shared = (a: readonly Span[], b: readonly Span[]): Span[] => without([...a], without([...a], [...b]))

const total = (spans: readonly Span[]): number => spans.reduce((sum, { from, to }) => sum + to - from, 0)

interface ShiftTimes {
  readonly worked: OpenTimes
  readonly pauses: readonly (readonly [PauseKind, OpenTimes])[]
}

/** Answers who is in, from one version of the plan. People of one shift share what is worked out for it. */
export class Rota {
  private readonly shifts = new Map<ShiftId, ShiftTimes>()
  private readonly holidays = new Map<SiteId, OpenTimes>()

  constructor(private readonly plan: RotaPlan) {}

  /** The zone of a site, or the centre's where somebody has no site. */
  zoneOf(siteId: SiteId | null): Zone {
    return Zone.of(this.plan.sites.find(({ id }) => id === siteId)?.zone ?? this.plan.centre.zone)
  }

  private shiftTimes(id: ShiftId): ShiftTimes | null {
    const known = this.shifts.get(id)
    if (known !== undefined) return known
    const shift = this.plan.shifts.find((one) => one.id === id)
    if (shift === undefined) return null
    const kinds = [...new Set(shift.pauses.map(({ kind }) => kind))]
    const times = {
      worked: new OpenTimes(hoursOf(shift, this.plan.calendars)),
      pauses: kinds.map((kind) => {
        const weekly = shift.pauses.filter((pause) => pause.kind === kind)
        return [kind, new OpenTimes({ zone: shift.zone, weekly, exceptions: [], holidays: [] })] as const
      }),
    }
    this.shifts.set(id, times)
    return times
  }

  /** What the person has to do in [from, to). `absences` are theirs. */
  duty({ shiftId }: RotaPerson, absences: readonly Away[], from: Instant, to: Instant): Duty {
    const times = shiftId === null ? null : this.shiftTimes(shiftId)
    const shift = times?.worked.intervals(from, to) ?? []
    const away = cut(absences, from, to).sort((a, b) => a.from - b.from)
    const working = without(shift, union(away))
    const pauses = (times?.pauses ?? [])
      .flatMap(([kind, pause]) => shared(pause.intervals(from, to), working).map((span) => ({ ...span, kind })))
      .sort((a, b) => a.from - b.from)
    return { shift, away, working, pauses }
  }

  /** The names of the holidays that a site keeps and that bear on [from, to), in the order of its calendars. */
  holidaysOf(siteId: SiteId, from: Instant, to: Instant): string[] {
    let times = this.holidays.get(siteId)
    if (times === undefined) {
      const site = this.plan.sites.find(({ id }) => id === siteId)
      if (site === undefined) return []
      const { zone, calendarIds } = site
      times = new OpenTimes(hoursOf({ zone, calendarIds, weekly: [], exceptions: [] }, this.plan.calendars))
      this.holidays.set(siteId, times)
    }
    return [...new Set(times.specials(from, to).flatMap(({ name }) => name ?? []))]
  }

  /** The day (since 1970-01-01) that an instant belongs to at a site. */
  dayAt(siteId: SiteId | null, at: Instant): number {
    return Math.floor(this.zoneOf(siteId).toWall(at) / dayMs)
  }

  /** From midnight to midnight of a site's day: 23 or 25 hours where clocks change. */
  spanOfDay(siteId: SiteId | null, day: number): Span {
    const zone = this.zoneOf(siteId)
    return { from: zone.fromWall(day * dayMs), to: zone.fromWall((day + 1) * dayMs) }
  }

  /** What becomes of one day of a person, by the clocks of their site. */
  day(person: RotaPerson, absences: readonly Away[], day: number): RotaDay {
    const { from, to } = this.spanOfDay(person.siteId, day)
    const { shift, away, working } = this.duty(person, absences, from, to)
    const workingMs = total(working)
    const [first] = away
    const off: DayOff | null =
      workingMs > 0
        ? null
        : first !== undefined && (shift.length > 0 || person.shiftId === null)
          ? { because: 'away', reason: first.reason }
          : { because: 'free' }
    return { workingMs, awayMs: total(shift) - workingMs, off, away: first ?? null }
  }
}

/** Of somebody's work, the milliseconds in which none of the others works. */
export const aloneMs = (working: readonly Span[], others: readonly Duty[]): number =>
  total(without([...working], union(others.flatMap((other) => other.working))))

/** What the person of a duty is to do at an instant within it. An absence comes before a pause, a pause before work. */
export function standingAt({ away, working, pauses }: Duty, at: Instant): Standing {
  const covers = ({ from, to }: Span): boolean => from <= at && at < to
  const absence = away.find(covers)
  if (absence !== undefined) return { kind: 'away', reason: absence.reason, until: absence.to }
  const pause = pauses.find(covers)
  if (pause !== undefined) return { kind: 'pause', pause: pause.kind, until: pause.to }
  const work = working.find(covers)
  if (work !== undefined) return { kind: 'working', since: work.from, until: work.to }
  return { kind: 'off', next: working.find(({ from }) => from > at)?.from ?? null }
}
