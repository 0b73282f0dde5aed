// Against a walk minute by minute, with wall times from another implementation of the calendar.
import fc from 'fast-check'
import { Temporal } from 'temporal-polyfill'
import { OpenTimes, Zone, type Hours, type Interval } from './index.ts'

const minute = 60_000
/** Zones with odd rules, each with a date near which its clock does something. */
const odd: readonly (readonly [zone: string, date: string])[] = [
  ['Europe/Lisbon', '2027-03-28'],
  ['Europe/Dublin', '1995-10-22'],
  ['Australia/Lord_Howe', '2026-04-05'],
  ['Australia/Lord_Howe', '2026-10-04'],
  ['America/Sao_Paulo', '2018-11-04'],
  ['America/Sao_Paulo', '2018-02-18'],
  ['America/Havana', '2026-03-08'],
  ['Pacific/Apia', '2011-12-30'],
  ['Pacific/Kwajalein', '1993-08-21'],
  ['Pacific/Kiritimati', '1994-12-31'],
  ['Asia/Tehran', '2021-03-22'],
  ['Asia/Kathmandu', '2024-01-01'],
  ['Asia/Pyongyang', '2015-08-15'],
  ['Asia/Pyongyang', '2018-05-05'],
  ['America/Caracas', '2016-05-01'],
  ['America/Caracas', '2007-12-09'],
  ['Antarctica/Troll', '2026-03-29'],
  ['Africa/Casablanca', '2026-02-15'],
  ['Africa/El_Aaiun', '2026-03-22'],
  ['Africa/Cairo', '2014-05-16'],
  ['Asia/Amman', '2022-10-28'],
  ['Asia/Gaza', '2023-04-29'],
  ['Pacific/Chatham', '2026-04-05'],
  ['America/St_Johns', '2006-10-29'],
  ['Europe/Istanbul', '2015-11-08'],
  ['America/Godthab', '2023-03-26'],
  ['Asia/Kolkata', '2040-06-01'],
  ['America/Asuncion', '2024-10-15'],
  ['Europe/Volgograd', '2020-12-27'],
  ['Antarctica/Casey', '2018-03-11'],
]

/** The spans of each date by the rules' own words: wall times made instants by Temporal's "compatible" choice. */
function naiveSpans(
  hours: Hours,
  first: Temporal.PlainDate,
  days: number,
): { from: number; to: number; special: boolean }[] {
  const spans = []
  const instant = (date: Temporal.PlainDate, time: string): number => {
    const [h, m] = time.split(':').map(Number) as [number, number]
    const on = h === 24 ? date.add({ days: 1 }) : date
    return on.toPlainDateTime({ hour: h % 24, minute: m }).toZonedDateTime(hours.zone).epochMilliseconds
  }
  for (let n = 0; n < days; n += 1) {
    const date = first.add({ days: n })
    const midnight = instant(date, '00:00')
    if (!Temporal.Instant.fromEpochMilliseconds(midnight).toZonedDateTimeISO(hours.zone).toPlainDate().equals(date))
      continue
    const exception = hours.exceptions.find((one) => one.date === date.toString())
    const list: readonly Interval[] =
      exception?.intervals ?? hours.weekly.filter(({ weekday }) => weekday === date.dayOfWeek)
    for (const { from, to } of list) {
      const runsOn = to !== '24:00' && to <= from
      const span = {
        from: instant(date, from),
        to: instant(runsOn ? date.add({ days: 1 }) : date, to),
        special: exception !== undefined,
      }
      if (span.to > span.from) spans.push(span)
    }
  }
  return spans
}

/** Open or not in each minute from `start` on. */
function walk(hours: Hours, start: number, minutes: number): boolean[] {
  const first = Temporal.Instant.fromEpochMilliseconds(start)
    .toZonedDateTimeISO(hours.zone)
    .toPlainDate()
    .subtract({ days: 3 })
  const spans = naiveSpans(hours, first, Math.ceil(minutes / 1440) + 7)
  const closed = hours.holidays.map(({ from, until }) => ({
    from: Temporal.PlainDate.from(from).toZonedDateTime(hours.zone).epochMilliseconds,
    to: Temporal.PlainDate.from(until).add({ days: 1 }).toZonedDateTime(hours.zone).epochMilliseconds,
  }))
  const within = (list: readonly { from: number; to: number }[], at: number): boolean =>
    list.some(({ from, to }) => from <= at && at < to)
  const special = spans.filter((span) => span.special)
  const regular = spans.filter((span) => !span.special)
  return Array.from({ length: minutes }, (_, n) => {
    const at = start + n * minute
    return within(special, at) || (within(regular, at) && !within(closed, at))
  })
}

const time = fc.oneof(
  fc.constantFrom('00:00', '01:00', '01:30', '02:00', '02:15', '02:30', '03:00', '12:00', '23:00', '23:30'),
  fc
    .integer({ min: 0, max: 1439 })
    .map((n) => `${String(Math.floor(n / 60)).padStart(2, '0')}:${String(n % 60).padStart(2, '0')}`),
)
const interval = fc.record({ from: time, to: fc.oneof(time, fc.constant('24:00')) })
const near = (date: string, days: number): string => Temporal.PlainDate.from(date).add({ days }).toString()

const scene = fc
  .record({
    place: fc.constantFrom(...odd),
    weekly: fc.array(fc.record({ weekday: fc.integer({ min: 1, max: 7 }), interval }), { maxLength: 12 }),
    exceptions: fc.uniqueArray(
      fc.record({ days: fc.integer({ min: -2, max: 3 }), intervals: fc.array(interval, { maxLength: 2 }) }),
      { maxLength: 2, selector: ({ days }) => days },
    ),
    holidays: fc.array(fc.record({ days: fc.integer({ min: -2, max: 2 }), more: fc.integer({ min: 0, max: 1 }) }), {
      maxLength: 1,
    }),
  })
  .map(({ place: [zone, date], weekly, exceptions, holidays }) => ({
    date,
    hours: {
      zone,
      weekly: weekly.map(({ weekday, interval: { from, to } }) => ({ weekday, from, to })),
      exceptions: exceptions.map(({ days, intervals }) => ({ date: near(date, days), intervals })),
      holidays: holidays.map(({ days, more }) => ({
        name: 'h',
        from: near(date, days),
        until: near(date, days + more),
      })),
    } satisfies Hours,
  }))

test('every answer is that of a walk minute by minute', () => {
  fc.assert(
    fc.property(
      scene,
      fc.array(fc.tuple(fc.nat(), fc.nat()), { minLength: 3, maxLength: 6 }),
      ({ date, hours }, asked) => {
        const minutes = 6 * 1440
        const start = Date.parse(`${near(date, -3)}T00:00:00Z`)
        const open = walk(hours, start, minutes)
        const times = new OpenTimes(hours)
        const instant = (n: number): number | null => (n < 0 ? null : start + n * minute)
        for (const [one, other] of asked) {
          const a = one % minutes
          const b = other % minutes
          const at = start + a * minute
          expect(times.isOpen(at)).toBe(open[a])
          const change = (to: boolean): number | null =>
            instant(open.findIndex((is, n) => n > a && is === to && open[n - 1] !== to))
          const opening = change(true)
          if (opening !== null) expect(times.nextOpening(at)).toBe(opening)
          const closing = change(false)
          if (closing !== null) expect(times.nextClosing(at)).toBe(closing)
          const count = open.slice(Math.min(a, b), Math.max(a, b)).filter(Boolean).length
          const [from, to] = [start + Math.min(a, b) * minute, start + Math.max(a, b) * minute]
          expect(times.openMs(from, to)).toBe(count * minute)
          let left = count
          const reached = open.findIndex((is, n) => n >= Math.min(a, b) && is && (left -= 1) === 0)
          if (count > 0) expect(times.afterOpenMs(from, count * minute)).toBe(instant(reached + 1))
          expect(times.intervals(from, to).reduce((sum, span) => sum + span.to - span.from, 0)).toBe(count * minute)
        }
      },
    ),
    { numRuns: 150 },
  )
}, 120_000)

test('the zone’s arithmetic is that of the calendar, for every zone there is', () => {
  const zones = Intl.supportedValuesOf('timeZone')
  expect(zones.length).toBeGreaterThan(400)
  fc.assert(
    fc.property(
      fc.constantFrom(...zones, ...odd.map(([zone]) => zone)),
      fc.integer({ min: Date.UTC(1990, 0, 1) / minute, max: Date.UTC(2050, 0, 1) / minute }),
      (name, n) => {
        const zone = Zone.of(name)
        const wall = Temporal.Instant.fromEpochMilliseconds(n * minute)
          .toZonedDateTimeISO('UTC')
          .toPlainDateTime()
        expect(zone.fromWall(n * minute)).toBe(wall.toZonedDateTime(name).epochMilliseconds)
        const offset = Temporal.Instant.fromEpochMilliseconds(n * minute).toZonedDateTimeISO(name).offsetNanoseconds
        expect(zone.offsetAt(n * minute)).toBe(offset / 1e6)
      },
    ),
    { numRuns: 300 },
  )
}, 120_000)
