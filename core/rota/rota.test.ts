import fc from 'fast-check'
import type { PlanDocument } from '../plan/index.ts'
import { aloneMs, Rota, standingAt, type Away, type RotaPlan } from './index.ts'

const at = (text: string): number => Date.parse(text)
const hourMs = 3_600_000

const shift = (
  id: string,
  zone: string,
  from: string,
  to: string,
  rest: Partial<PlanDocument['shifts'][number]> = {},
): PlanDocument['shifts'][number] => ({
  id,
  name: id,
  description: '',
  zone,
  weekly: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from, to })),
  exceptions: [],
  calendarIds: [],
  pauses: [],
  ...rest,
})

const plan: RotaPlan = {
  centre: { zone: 'Europe/Lisbon' },
  sites: [
    { id: 'port', name: 'Port', description: '', zone: 'Europe/Lisbon', calendarIds: ['feasts'] },
    { id: 'bay', name: 'Bay', description: '', zone: 'Australia/Hobart', calendarIds: [] },
  ],
  shifts: [
    shift('early', 'Europe/Lisbon', '06:00', '14:00', {
      calendarIds: ['feasts'],
      pauses: [1, 2, 3, 4, 5].flatMap((weekday) => [
        { weekday, kind: 'meal' as const, from: '11:00', to: '11:30' },
        { weekday, kind: 'break' as const, from: '13:45', to: '14:15' },
      ]),
    }),
    shift('night', 'Australia/Hobart', '07:30', '16:30'),
  ],
  calendars: [
    {
      id: 'feasts',
      name: 'Feasts',
      description: '',
      holidays: [
        { name: 'Lantern feast', from: '2027-03-19', until: '2027-03-19' },
        { name: 'Dredging', from: '2027-03-16T10:00:00', until: '2027-03-16T14:00:00' },
      ],
    },
  ],
}
const rota = new Rota(plan)
const early = { siteId: 'port', shiftId: 'early' }
const away = (from: string, to: string, rest: Partial<Away> = {}): Away => ({
  id: 'a1',
  reason: 'sick',
  from: at(from),
  to: at(to),
  ...rest,
})
/** Friday, in Lisbon's winter time. */
const friday = { from: at('2027-03-12T00:00:00Z'), to: at('2027-03-13T00:00:00Z') }
const clock = ({ from, to }: { from: number; to: number }): string =>
  [from, to].map((instant) => new Date(instant).toISOString().slice(11, 16)).join('-')

test('a day’s duty is the shift, what is planned within it cut at its end', () => {
  const duty = rota.duty(early, [], friday.from, friday.to)
  expect(duty.shift.map(clock)).toEqual(['06:00-14:00'])
  expect(duty.pauses.map((pause) => [pause.kind, clock(pause)])).toEqual([
    ['meal', '11:00-11:30'],
    ['break', '13:45-14:00'],
  ])
})

test('an absence takes what it covers out of the work, and the pauses within it', () => {
  const duty = rota.duty(early, [away('2027-03-12T10:00:00Z', '2027-03-12T12:00:00Z')], friday.from, friday.to)
  expect(duty.working.map(clock)).toEqual(['06:00-10:00', '12:00-14:00'])
  expect(duty.pauses.map(({ kind }) => kind)).toEqual(['break'])
})

test.each([
  ['2027-03-12T05:59:59Z', { kind: 'off', next: at('2027-03-12T06:00:00Z') }],
  ['2027-03-12T06:00:00Z', { kind: 'working', since: at('2027-03-12T06:00:00Z'), until: at('2027-03-12T09:00:00Z') }],
  ['2027-03-12T09:00:00Z', { kind: 'away', reason: 'sick', until: at('2027-03-12T10:00:00Z') }],
  ['2027-03-12T11:10:00Z', { kind: 'pause', pause: 'meal', until: at('2027-03-12T11:30:00Z') }],
  ['2027-03-12T14:00:00Z', { kind: 'off', next: null }],
])('at %s somebody on the early shift is to be %o', (text, standing) => {
  const duty = rota.duty(early, [away('2027-03-12T09:00:00Z', '2027-03-12T10:00:00Z')], friday.from, friday.to)
  expect(standingAt(duty, at(text))).toEqual(standing)
})

test('a day is that of the person’s site: the bay works its Friday while the port still has Thursday', () => {
  const night = { siteId: 'bay', shiftId: 'night' }
  const thursdayEvening = at('2027-03-11T22:00:00Z')
  const day = rota.dayAt('bay', thursdayEvening)
  expect(day - rota.dayAt('port', thursdayEvening)).toBe(1)
  expect(rota.day(night, [], day)).toEqual({ workingMs: 9 * hourMs, awayMs: 0, off: null, away: null })
  expect(new Date(rota.spanOfDay('bay', day).from).toISOString()).toBe('2027-03-11T13:00:00.000Z')
})

test('a day on which clocks change has 23 or 25 hours', () => {
  const lengths = ['2027-03-28', '2027-10-31', '2027-11-01'].map((date) => {
    const { from, to } = rota.spanOfDay('port', at(`${date}T00:00:00Z`) / 86_400_000)
    return (to - from) / hourMs
  })
  expect(lengths).toEqual([23, 25, 24])
})

test('a day without work says whether that is an absence, or free by the pattern or a holiday', () => {
  const of = (date: string, absences: readonly Away[] = []) =>
    rota.day(early, absences, at(`${date}T00:00:00Z`) / 86_400_000)
  const week = away('2027-03-15T00:00:00Z', '2027-03-22T00:00:00Z', { reason: 'holiday' })
  expect(of('2027-03-15', [week])).toMatchObject({
    workingMs: 0,
    awayMs: 8 * hourMs,
    off: { because: 'away', reason: 'holiday' },
  })
  expect(of('2027-03-20', [week])).toMatchObject({ off: { because: 'free' }, away: { id: 'a1' } })
  expect(of('2027-03-19')).toMatchObject({ off: { because: 'free' } })
  expect(of('2027-03-16').workingMs).toBe(4 * hourMs)
})

test('somebody without a shift is away by an absence alone', () => {
  const nobody = { siteId: null, shiftId: null }
  const day = rota.dayAt(null, friday.from)
  expect(rota.day(nobody, [], day).off).toEqual({ because: 'free' })
  const absence = away('2027-03-12T00:00:00Z', '2027-03-13T00:00:00Z')
  expect(rota.day(nobody, [absence], day).off).toEqual({ because: 'away', reason: 'sick' })
})

test('a site’s holidays are named on the days that they touch', () => {
  const on = (site: string, date: string): string[] => {
    const { from, to } = rota.spanOfDay(site, at(`${date}T00:00:00Z`) / 86_400_000)
    return rota.holidaysOf(site, from, to)
  }
  expect([on('port', '2027-03-19'), on('port', '2027-03-16'), on('port', '2027-03-17')]).toEqual([
    ['Lantern feast'],
    ['Dredging'],
    [],
  ])
  expect([on('bay', '2027-03-19'), on('gone', '2027-03-19')]).toEqual([[], []])
})

test('whatever the absences, work and absence share out the shift, and every pause is worked time', () => {
  const minute = 60_000
  const span = fc.tuple(fc.integer({ min: 0, max: 3 * 1440 }), fc.integer({ min: 1, max: 1440 }))
  fc.assert(
    fc.property(fc.array(span, { maxLength: 6 }), fc.integer({ min: 0, max: 3 * 1440 }), (spans, probe) => {
      const absences = spans.map(([begin, length], n): Away => {
        const from = friday.from + begin * minute
        return { id: `a${n}`, reason: 'other', from, to: from + length * minute }
      })
      const duty = rota.duty(early, absences, friday.from, friday.from + 4 * 86_400_000)
      const at = friday.from + probe * minute
      const covers = (spans: readonly { from: number; to: number }[]): boolean =>
        spans.some(({ from, to }) => from <= at && at < to)
      const away = covers(absences)
      expect(covers(duty.working)).toBe(covers(duty.shift) && !away)
      expect(covers(duty.pauses) && !covers(duty.working)).toBe(false)
      expect(standingAt(duty, at).kind === 'away').toBe(away)
    }),
  )
})

test('who works alone is told by what the others of a queue work', () => {
  const late = rota.duty(
    { siteId: 'port', shiftId: 'early' },
    [away('2027-03-12T00:00:00Z', '2027-03-12T12:00:00Z')],
    friday.from,
    friday.to,
  )
  const own = rota.duty(early, [], friday.from, friday.to)
  expect(aloneMs(own.working, [late])).toBe(6 * hourMs)
  expect([aloneMs(own.working, []), aloneMs(own.working, [own])]).toEqual([8 * hourMs, 0])
})
