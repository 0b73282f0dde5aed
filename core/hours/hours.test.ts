import cases from './cases.json'
import { hoursFaults, OpenTimes, type Hours } from './index.ts'

const at = (text: string): number => Date.parse(text)
const text = (instant: number | null): string | null =>
  instant === null ? null : new Date(instant).toISOString().replace('.000Z', 'Z')

interface Case {
  readonly id: string
  readonly schedule: string
  readonly ask: string
  readonly at: string
  readonly until?: string
  readonly seconds?: number
  readonly expect: boolean | number | string | null
}

const schedules = cases.schedules as Record<string, Hours>

test.each((cases.cases as Case[]).map((one) => [one.id, one.schedule, one.ask, one] as const))(
  'case %s of %s: %s',
  (_id, schedule, ask, one) => {
    const hours = schedules[schedule] as Hours
    expect(hoursFaults(hours)).toEqual([])
    const times = new OpenTimes(hours)
    const answers: Record<string, () => boolean | number | string | null> = {
      isOpen: () => times.isOpen(at(one.at)),
      nextOpen: () => text(times.nextOpening(at(one.at))),
      nextClose: () => text(times.nextClosing(at(one.at))),
      openAtOrAfter: () => text(times.openAtOrAfter(at(one.at))),
      openSeconds: () => times.openMs(at(one.at), at(one.until ?? '')) / 1000,
      addOpenSeconds: () => text(times.afterOpenMs(at(one.at), (one.seconds ?? NaN) * 1000)),
    }
    expect(answers[ask]?.()).toEqual(one.expect)
  },
)

const weekdays = (from: string, to: string) => [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from, to }))
const lisbon: Hours = {
  zone: 'Europe/Lisbon',
  weekly: weekdays('09:00', '17:00'),
  exceptions: [
    { date: '2027-03-15', name: 'Stocktaking', intervals: [] },
    { date: '2027-03-16', name: 'Harbour day, open all the same', intervals: [{ from: '10:00', to: '12:00' }] },
    { date: '2027-03-20', name: 'Night of the fleet', intervals: [{ from: '22:00', to: '02:00' }] },
  ],
  holidays: [
    { name: 'Harbour day', from: '2027-03-16', until: '2027-03-17' },
    { name: 'Drill', from: '2027-03-18T10:30:00', until: '2027-03-18T11:15:30' },
    { name: 'Repair', from: '2027-03-19T13:00:00Z', until: '2027-03-19T14:00:00Z' },
  ],
}

test('a timed holiday closes its exact span; an exception with intervals wins over a holiday on its date', () => {
  const times = new OpenTimes(lisbon)
  const found = times.intervals(at('2027-03-15T00:00:00Z'), at('2027-03-20T00:00:00Z'))
  expect(found.map(({ from, to }) => [text(from), text(to)])).toEqual([
    ['2027-03-16T10:00:00Z', '2027-03-16T12:00:00Z'],
    ['2027-03-18T09:00:00Z', '2027-03-18T10:30:00Z'],
    ['2027-03-18T11:15:30Z', '2027-03-18T17:00:00Z'],
    ['2027-03-19T09:00:00Z', '2027-03-19T13:00:00Z'],
    ['2027-03-19T14:00:00Z', '2027-03-19T17:00:00Z'],
  ])
})

test.each([
  ['2027-03-12T10:00:00Z', { open: true, because: 'week', name: null }],
  ['2027-03-12T18:00:00Z', { open: false, because: 'week', name: null }],
  ['2027-03-15T10:00:00Z', { open: false, because: 'exception', name: 'Stocktaking' }],
  ['2027-03-16T11:00:00Z', { open: true, because: 'exception', name: 'Harbour day, open all the same' }],
  ['2027-03-21T01:59:00Z', { open: true, because: 'exception', name: 'Night of the fleet' }],
  ['2027-03-21T02:00:00Z', { open: false, because: 'week', name: null }],
  ['2027-03-17T11:00:00Z', { open: false, because: 'holiday', name: 'Harbour day' }],
  ['2027-03-18T11:15:29Z', { open: false, because: 'holiday', name: 'Drill' }],
])('why at %s', (instant, why) => expect(new OpenTimes(lisbon).why(at(instant))).toEqual(why))

test('never open and always open answer "none" without an end to look for', () => {
  const never = new OpenTimes({ ...lisbon, weekly: [], exceptions: [], holidays: [] })
  const now = at('2027-03-12T09:40:00Z')
  expect([never.isOpen(now), never.nextOpening(now), never.nextClosing(now)]).toEqual([false, null, null])
  expect([never.afterOpenMs(now, 1), never.openMs(now, now + 1e12)]).toEqual([null, 0])
  expect(never.why(now)).toEqual({ open: false, because: 'never', name: null })
  const always = new OpenTimes({
    ...lisbon,
    weekly: [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({ weekday, from: '00:00', to: '24:00' })),
  })
  expect(always.nextClosing(at('2027-03-20T00:00:00Z'))).toBeNull()
  expect(text(always.nextClosing(now))).toBe('2027-03-15T00:00:00Z')
  expect(always.afterOpenMs(at('2030-01-01T00:00:00Z'), 1e11)).toBe(at('2030-01-01T00:00:00Z') + 1e11)
})

test('answers do not depend on what was asked before', () => {
  const one = new OpenTimes(lisbon)
  const instants = ['2031-01-01T00:00:00Z', '1995-06-01T12:00:00Z', '2027-03-16T10:30:00Z', '2048-02-29T23:59:59Z']
  for (const instant of [...instants, ...instants.reverse()]) {
    const fresh = new OpenTimes(lisbon)
    expect(one.nextOpening(at(instant))).toBe(fresh.nextOpening(at(instant)))
    expect(one.afterOpenMs(at(instant), 9e9)).toBe(fresh.afterOpenMs(at(instant), 9e9))
  }
})

test('faults say where and what', () => {
  const faults = hoursFaults({
    zone: 'Europe/Atlantis',
    weekly: [{ weekday: 8, from: '24:00', to: '9:00' }, 7],
    exceptions: [
      { date: '2027-02-29', intervals: [] },
      { date: '2027-03-01', intervals: [] },
      { date: '2027-03-01', intervals: 'none', name: 3 },
    ],
    holidays: [
      { name: 'Feast', from: '2027-06-24', until: '2027-06-23' },
      { name: 'Drill', from: 'noon', until: '2027-06-23T12:00:00+01:00' },
    ],
  })
  expect(faults.map(({ path, code }) => `${path} ${code}`)).toEqual([
    'zone unknownZone',
    'weekly[1] notAnObject',
    'weekly[0].weekday weekday',
    'weekly[0].from endOfDayAsStart',
    'weekly[0].to time',
    'exceptions[0].date date',
    'exceptions[2].date sameDateTwice',
    'exceptions[2].name notText',
    'exceptions[2].intervals notAList',
    'holidays[0].until endsBeforeItBegins',
    'holidays[1].from boundary',
    'holidays[1].until boundary',
  ])
  expect(hoursFaults(null)).toEqual([{ path: '', code: 'notAnObject', value: 'null' }])
})
