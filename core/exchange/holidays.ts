import { dateOf, dayMs, UtcClock, Zone, type Clock, type Holiday, type Span } from '../hours/index.ts'
import { IcsFault, readComponents, unescapeText, type Component, type ContentLine } from './content-lines.ts'
import { durationOf, instantIn, momentOf, type Clocks, type Length, type Moment } from './moments.ts'
import { Effort, ruleOf, type Rule } from './recurrence.ts'
import { clocksOf } from './zones-of-file.ts'

/** One closure: a `Holiday`, and which event of the file it comes from. */
export interface Occurrence extends Holiday {
  readonly uid: string
  /** Epoch milliseconds, with dates and floating times read in the zone asked for. */
  readonly span: { readonly from: number; readonly to: number }
}

interface Start {
  readonly moment: Moment
  /** Of an RDATE with a period: its own end. */
  readonly end?: Moment | Length
}

interface Event {
  readonly line: number
  readonly uid: string
  readonly sequence: number
  readonly name: string
  readonly cancelled: boolean
  readonly start: Moment
  readonly end: Moment | Length
  readonly rules: readonly Rule[]
  readonly more: readonly Start[]
  readonly without: readonly Moment[]
  readonly instead: Moment | null
  readonly andFuture: boolean
}

const isLength = (end: Moment | Length): end is Length => 'ms' in end

function only(component: Component, name: string): ContentLine | null {
  const [first, second] = component.lines.filter((line) => line.name === name)
  if (second !== undefined) throw new IcsFault(second.line, `${component.name} has ${name} twice`)
  return first ?? null
}

function eventOf(component: Component, clocks: Clocks): Event {
  const moment = (line: ContentLine): Moment => momentOf(line.value, line, clocks)
  const startLine = only(component, 'DTSTART')
  if (startLine === null) throw new IcsFault(component.line, 'VEVENT has no DTSTART')
  const start = moment(startLine)
  const [endLine, lengthLine] = [only(component, 'DTEND'), only(component, 'DURATION')]
  if (endLine !== null && lengthLine !== null) throw new IcsFault(lengthLine.line, 'VEVENT has both DTEND and DURATION')
  const end = endLine === null ? null : moment(endLine)
  if (end !== null && end.isDate !== start.isDate)
    throw new IcsFault(endLine?.line ?? component.line, 'DTEND and DTSTART are not of the same kind')
  if (end !== null && instantIn(end, UtcClock) < instantIn(start, UtcClock))
    throw new IcsFault(endLine?.line ?? component.line, 'DTEND is before DTSTART')
  const named = (name: string): ContentLine[] => component.lines.filter((line) => line.name === name)
  const insteadLine = only(component, 'RECURRENCE-ID')
  return {
    line: component.line,
    uid: only(component, 'UID')?.value ?? `line ${component.line}`,
    sequence: Number(only(component, 'SEQUENCE')?.value ?? 0),
    name: unescapeText(only(component, 'SUMMARY')?.value ?? ''),
    cancelled: only(component, 'STATUS')?.value.trim().toUpperCase() === 'CANCELLED',
    start,
    end:
      end ?? (lengthLine === null ? { days: start.isDate ? 1 : 0, ms: 0 } : durationOf(lengthLine.value, lengthLine)),
    rules: named('RRULE').map(ruleOf),
    more: named('RDATE').flatMap((line) =>
      line.value.split(',').map((text): Start => {
        const [from, to] = text.split('/')
        const begins = momentOf(from ?? '', line, clocks)
        if (to === undefined) return { moment: begins }
        return { moment: begins, end: /^[+]?P/.test(to) ? durationOf(to, line) : momentOf(to, line, clocks) }
      }),
    ),
    without: named('EXDATE').flatMap((line) => line.value.split(',').map((text) => momentOf(text, line, clocks))),
    instead: insteadLine === null ? null : moment(insteadLine),
    andFuture: insteadLine?.params.get('RANGE')?.toUpperCase() === 'THISANDFUTURE',
  }
}

/** How long an event lasts, roughly: zones apart. */
const lengthOf = ({ start, end }: Event): number => (isLength(end) ? end.days * dayMs + end.ms : end.wall - start.wall)

class Expansion {
  constructor(
    private readonly own: Clock,
    private readonly from: number,
    private readonly to: number,
    private readonly effort: Effort,
  ) {}

  private key({ isDate, wall, clock }: Moment): string {
    return isDate ? `date ${wall}` : `time ${(clock ?? this.own).fromWall(wall)}`
  }

  /** A DTEND makes all members of a series exactly as long; a DURATION counts its days by the calendar. */
  private endOf(event: Event, start: Start): number {
    const { moment } = start
    const clock = moment.clock ?? this.own
    const end = start.end ?? event.end
    if (isLength(end)) return clock.fromWall(moment.wall + end.days * dayMs) + end.ms
    if (start.end !== undefined) return instantIn(end, this.own)
    if (moment.isDate) return clock.fromWall(moment.wall + end.wall - event.start.wall)
    return clock.fromWall(moment.wall) + instantIn(end, this.own) - instantIn(event.start, this.own)
  }

  private occurrence(event: Event, start: Start, name = event.name): Occurrence | null {
    const span = { from: instantIn(start.moment, this.own), to: this.endOf(event, start) }
    if (span.to <= span.from || span.to <= this.from || span.from >= this.to) return null
    const text = (wall: number, days: number): string => {
      const { year, month, day } = dateOf(Math.floor(wall / dayMs) + days)
      return [String(year).padStart(4, '0'), String(month).padStart(2, '0'), String(day).padStart(2, '0')].join('-')
    }
    const { isDate, wall } = start.moment
    if (isDate) {
      const end = start.end ?? event.end
      const days = isLength(end) ? end.days : (end.wall - event.start.wall) / dayMs
      if (!isLength(end) || end.ms === 0)
        return { uid: event.uid, name, span, from: text(wall, 0), until: text(wall, days - 1) }
    }
    const walls = this.floating(event, start, span)
    if (walls !== null) return { uid: event.uid, name, span, ...walls }
    return { uid: event.uid, name, span, from: instantText(span.from), until: instantText(span.to) }
  }

  /** What floats stays wall time, so that it means the same in every zone; null where its end is no wall time. */
  private floating(event: Event, { moment, end: own }: Start, span: Span): { from: string; until: string } | null {
    const end = own ?? event.end
    if (moment.isDate || moment.clock !== null || (!isLength(end) && end.clock !== null)) return null
    const until = isLength(end)
      ? moment.wall + end.days * dayMs + end.ms
      : own === undefined
        ? moment.wall + end.wall - event.start.wall
        : end.wall
    if (this.own.fromWall(until) !== span.to) return null
    return { from: instantText(moment.wall).slice(0, -1), until: instantText(until).slice(0, -1) }
  }

  series(events: readonly Event[]): Occurrence[] {
    const [master] = events.filter(({ instead }) => instead === null).sort((a, b) => b.sequence - a.sequence)
    const changed = latestOf(
      events.filter(({ instead }) => instead !== null),
      (event) => this.key(event.instead as Moment),
    )
    const found: (Occurrence | null)[] = []
    if (master !== undefined && !master.cancelled) {
      const lasting = [...changed.values()]
        .filter(({ andFuture }) => andFuture)
        .map((event) => ({ event, since: instantIn(event.instead as Moment, this.own) }))
        .sort((a, b) => b.since - a.since)
      // What is changed from a day on may be moved far: then the series is taken from its beginning.
      const from = lasting.length > 0 ? -Infinity : this.from - lengthOf(master) - 2 * dayMs
      for (const start of this.starts(master, from)) {
        if (changed.has(this.key(start.moment))) continue
        const at = instantIn(start.moment, this.own)
        this.effort.spend(master.line, lasting.length)
        const since = lasting.find((one) => one.since <= at)?.event
        if (since === undefined) found.push(this.occurrence(master, start))
        else if (!since.cancelled) {
          const moved = start.moment.wall + since.start.wall - (since.instead as Moment).wall
          found.push(this.occurrence(since, { moment: { ...since.start, wall: moved } }))
        }
      }
    }
    for (const event of changed.values())
      if (!event.cancelled && master?.cancelled !== true) found.push(this.occurrence(event, { moment: event.start }))
    return found.filter((one) => one !== null)
  }

  private starts(event: Event, from: number): Start[] {
    const starts = new Map<string, Start>([[this.key(event.start), { moment: event.start }]])
    const put = (start: Start): void => {
      const key = this.key(start.moment)
      if (!starts.has(key) || start.end !== undefined) starts.set(key, start)
    }
    for (const rule of event.rules)
      for (const wall of rule.walls(event.start, { from, to: this.to + 2 * dayMs }, this.own, this.effort))
        put({ moment: { ...event.start, wall } })
    for (const start of event.more) put(start)
    for (const moment of event.without) starts.delete(this.key(moment))
    return [...starts.values()]
  }
}

/** Of events with the same key the one with the highest sequence, the later one where that is the same. */
function latestOf(events: readonly Event[], keyOf: (event: Event) => string): Map<string, Event> {
  const latest = new Map<string, Event>()
  for (const event of events) {
    const known = latest.get(keyOf(event))
    if (known === undefined || event.sequence >= known.sequence) latest.set(keyOf(event), event)
  }
  return latest
}

function instantText(at: number): string {
  const { year, month, day } = dateOf(Math.floor(at / dayMs))
  const seconds = (((at % dayMs) + dayMs) % dayMs) / 1000
  const two = (n: number): string => String(Math.floor(n)).padStart(2, '0')
  return `${String(year).padStart(4, '0')}-${two(month)}-${two(day)}T${two(seconds / 3600)}:${two((seconds / 60) % 60)}:${two(seconds % 60)}Z`
}

/**
 * The closures of an iCalendar file (RFC 5545) that touch [from, to), in order; all-day events as dates, timed ones as exact
 * instants, those without a zone as wall times. Dates and wall times are read in `zone`. Throws IcsFault; nothing is taken of a file with a fault.
 */
export function readHolidays(
  text: string | Uint8Array,
  { zone, from, to }: { zone: string; from: number; to: number },
): Occurrence[] {
  const effort = new Effort()
  const expansion = new Expansion(Zone.of(zone), from, to, effort)
  const found: Occurrence[] = []
  for (const calendar of readComponents(text)) {
    const clocks = clocksOf(calendar, to + 2 * dayMs, effort)
    const series = new Map<string, Event[]>()
    for (const component of calendar.children)
      if (component.name === 'VEVENT') {
        const event = eventOf(component, clocks)
        const same = series.get(event.uid)
        if (same === undefined) series.set(event.uid, [event])
        else same.push(event)
      }
    for (const events of series.values()) for (const one of expansion.series(events)) found.push(one)
  }
  return found.sort((a, b) => a.span.from - b.span.from || (a.uid < b.uid ? -1 : 1))
}
