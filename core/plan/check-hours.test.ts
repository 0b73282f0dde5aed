import { plannedLine, plannedQueue } from '../testing/index.ts'
import {
  chatsOnly,
  checkHours,
  checkQueue,
  checkShift,
  checkSite,
  usersOfCalendar,
  type PlanDocument,
} from './index.ts'

/** A Friday. */
const at = Date.parse('2027-03-12T10:00:00Z')
const weekdays = (from: string, to: string) => [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from, to }))

const hours = (rest: Partial<PlanDocument['hours'][number]> = {}): PlanDocument['hours'][number] => ({
  id: 'office',
  name: 'Office',
  description: '',
  zone: 'Europe/Lisbon',
  weekly: weekdays('09:00', '17:00'),
  exceptions: [],
  calendarIds: [],
  ...rest,
})
const shift = (rest: Partial<PlanDocument['shifts'][number]> = {}): PlanDocument['shifts'][number] => ({
  ...hours(),
  id: 'early',
  name: 'Early',
  pauses: [],
  ...rest,
})
const site = (id: string, zone: string, calendarIds: string[] = []): PlanDocument['sites'][number] => ({
  id,
  name: id,
  description: '',
  zone,
  calendarIds,
})
const person = (id: string, siteId: string | null, shiftId: string | null = null) => ({
  id,
  roles: ['agent'] as const,
  loadLimitsId: 'usual',
  siteId,
  shiftId,
  skills: [],
})
const queue = (agentIds: string[], rest: Partial<PlanDocument['queues'][number]> = {}) =>
  plannedQueue('q', { name: 'Queue', agentIds, target: null, ...rest })

const document = (rest: Partial<PlanDocument> = {}): PlanDocument =>
  ({
    centre: { name: 'Centre', zone: 'Europe/Lisbon' },
    presenceStates: [],
    loadLimits: [{ id: 'usual', name: '', slots: 1, channels: chatsOnly(1) }],
    declineReasons: [],
    dispositions: [],
    people: [person('ana', 'port', 'early'), person('ulla', 'bay'), person('joe', null)],
    skills: [],
    queues: [],
    lines: [plannedLine(['q'])],
    hours: [hours()],
    calendars: [
      { id: 'old', name: 'Old', description: '', holidays: [{ name: 'x', from: '2026-01-01', until: '2026-01-01' }] },
    ],
    sites: [site('port', 'Europe/Lisbon'), site('bay', 'Australia/Hobart')],
    shifts: [shift()],
    ...rest,
  }) as PlanDocument

const codes = (findings: readonly { code: string }[]): string[] => findings.map(({ code }) => code)

describe('hours go by a zone', () => {
  const of = (zone: string, agentIds: string[], rest: Partial<PlanDocument> = {}) =>
    checkHours(hours({ zone }), document({ queues: [queue(agentIds, { hoursId: 'office' })], ...rest }), at)

  test('of a site where the people sit who serve by them, or of one with the same clocks', () => {
    expect(of('Australia/Hobart', ['ulla'])).toEqual([])
    expect(of('Europe/London', ['ana'])).toEqual([])
  })

  test('another is told, with those sites by name', () => {
    expect(of('Australia/Hobart', ['ana'])).toMatchObject([
      { severity: 'warning', code: 'otherZone', params: { zone: 'Australia/Hobart', places: 'port (Europe/Lisbon)' } },
      { code: 'openWithoutShift' },
    ])
  })

  test('where nobody concerned has a site any site will do, and the centre’s clocks where there is none', () => {
    expect(of('Australia/Hobart', ['joe'])).toEqual([])
    expect(codes(of('Asia/Tokyo', ['joe']))).toEqual(['otherZone'])
    expect(of('Asia/Tokyo', ['joe'], { sites: [] })[0]?.params).toMatchObject({ places: 'Centre (Europe/Lisbon)' })
  })
})

describe('hours that are likely wrong', () => {
  test.each<[string, Partial<PlanDocument['hours'][number]>, string[]]>([
    ['nothing in them', { weekly: [] }, ['neverOpen']],
    [
      'a gap of minutes',
      { weekly: [...weekdays('09:00', '12:00'), ...weekdays('12:10', '17:00')] },
      Array(5).fill('smallGap') as string[],
    ],
    ['an exception that is over', { exceptions: [{ date: '2027-03-11', intervals: [] }] }, ['exceptionIsOver']],
    ['a calendar that is over', { calendarIds: ['old'] }, ['calendarIsOver']],
    ['a calendar that is gone', { calendarIds: ['gone'] }, ['unknownCalendar']],
    ['a zone that does not exist', { zone: 'Mars/Olympus' }, ['notValid']],
    ['a name that is taken', { id: 'other', name: ' office ' }, ['nameTaken']],
  ])('%s', (_, rest, expected) => {
    expect(codes(checkHours(hours(rest), document(), at))).toEqual(expected)
  })
})

describe('a shift', () => {
  const of = (rest: Partial<PlanDocument['shifts'][number]>, personIds: string[] = ['ana']) =>
    codes(checkShift(shift(rest), personIds, document(), at))

  test('by the clocks of its people, its pauses within it, is in order', () => {
    const pauses = [{ weekday: 1, kind: 'meal' as const, from: '12:00', to: '12:30' }]
    expect(of({ pauses })).toEqual([])
    expect(of({ zone: 'Australia/Hobart' }, ['ulla'])).toEqual([])
  })

  test('by other clocks than those of its people is told', () => {
    expect(of({ zone: 'Australia/Hobart' })).toEqual(['otherZone'])
  })

  test('a pause before it, across its end or on a free day counts for nothing', () => {
    const pause = (weekday: number, from: string, to: string) => ({ weekday, kind: 'break' as const, from, to })
    expect(
      of({ pauses: [pause(1, '08:00', '08:15'), pause(2, '16:50', '17:10'), pause(6, '10:00', '10:15')] }),
    ).toEqual(['pauseOutside', 'pauseOutside', 'pauseOutside'])
  })

  test('past midnight holds pauses on both days', () => {
    const weekly = [{ weekday: 7, from: '22:00', to: '06:00' }]
    const pause = (weekday: number, from: string, to: string) => ({ weekday, kind: 'meal' as const, from, to })
    expect(of({ weekly, pauses: [pause(7, '23:45', '00:15'), pause(1, '02:00', '02:30')] })).toEqual([])
    expect(of({ weekly, pauses: [pause(1, '06:00', '06:30')] })).toEqual(['pauseOutside'])
  })

  test('of a name that another shift has is a fault', () => {
    expect(checkShift(shift({ id: 'new' }), [], document(), at)[0]).toMatchObject({
      severity: 'fault',
      code: 'nameTaken',
    })
  })
})

test('a site without people, with a calendar that is over or gone, or of a name that is taken, is told', () => {
  const of = (one: PlanDocument['sites'][number], personIds: string[]) =>
    codes(checkSite(one, personIds, document(), at))
  expect(of(site('port', 'Europe/Lisbon'), ['ana'])).toEqual([])
  expect(of(site('new', 'Europe/Lisbon', ['old']), [])).toEqual(['calendarIsOver', 'nobodyHere'])
  expect(of({ ...site('new', 'Europe/Lisbon', ['gone']), name: 'Port' }, ['ana'])).toEqual([
    'nameTaken',
    'unknownCalendar',
  ])
  expect(of(site('new', 'Mars/Olympus'), ['ana'])).toEqual(['notValid'])
})

test('a queue that offers only to people on shift wants people with shifts', () => {
  const of = (agentIds: string[]) => codes(checkQueue(queue(agentIds, { onShiftOnly: true }), document()))
  expect(of(['ulla', 'joe'])).toEqual(['nobodyOnShift'])
  expect(of(['ana', 'joe'])).toEqual(['someWithoutShift'])
})

test('who takes a calendar is told by kind, as a shift may be called like hours', () => {
  const taking = document({
    hours: [hours({ calendarIds: ['old'] })],
    shifts: [shift({ name: 'Office', calendarIds: ['old'] })],
    sites: [site('port', 'Europe/Lisbon', ['old'])],
  })
  expect(usersOfCalendar(taking, 'old')).toEqual([
    { kind: 'hours', name: 'Office' },
    { kind: 'shift', name: 'Office' },
    { kind: 'site', name: 'port' },
  ])
})

describe('hours without any shift', () => {
  const found = (agentIds: string[], rest: Partial<PlanDocument['hours'][number]> = {}, service = 'inService') =>
    checkHours(
      hours(rest),
      document({ queues: [queue(agentIds, { hoursId: 'office', service: service as 'inService' })] }),
      at,
    )

  test('are told with the first of them, in the hours’ own zone', () => {
    expect(found(['ana'])).toEqual([])
    expect(found(['ana'], { weekly: weekdays('09:00', '19:00') })).toEqual([
      { severity: 'warning', code: 'openWithoutShift', params: { queue: 'Queue', weekday: 5, time: '17:00' } },
    ])
  })

  test('are not asked for where somebody works without a shift, or the queue is not in service', () => {
    const late = { weekly: weekdays('09:00', '19:00') }
    expect(found(['ana', 'joe'], late)).toEqual([])
    expect(found(['joe'], late)).toEqual([])
    expect(found(['ana'], late, 'inPreparation')).toEqual([])
  })
})
