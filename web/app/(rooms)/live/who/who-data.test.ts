import { Rota, type RotaPlan } from '@eudromos/core/rota'
import { madePerson, madeView } from '../../../../view/testing/index.ts'
import { awayStretches, Board, countsOf, holidaysOf, itemsOf, whoIsIn, type Filter } from './who-data.ts'

const weekly = [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from: '09:00', to: '17:00' }))
const plan: RotaPlan = {
  centre: { zone: 'UTC' },
  sites: [
    { id: 'port', name: 'Port', description: '', zone: 'UTC', calendarIds: ['feasts'] },
    { id: 'quay', name: 'Quay', description: '', zone: 'Atlantic/Azores', calendarIds: [] },
    { id: 'empty', name: 'Empty', description: '', zone: 'UTC', calendarIds: [] },
  ],
  shifts: [
    {
      id: 'day',
      name: 'Day',
      description: '',
      zone: 'UTC',
      weekly,
      exceptions: [],
      calendarIds: ['feasts'],
      pauses: [{ weekday: 5, kind: 'meal', from: '12:00', to: '13:00' }],
    },
  ],
  calendars: [
    { id: 'feasts', name: '', description: '', holidays: [{ name: 'Feast', from: '2027-03-15', until: '2027-03-15' }] },
  ],
}
/** A Friday. */
const now = Date.parse('2027-03-12T10:00:00Z')
const away = { id: 'a1', from: now - 3_600_000, to: now + 3_600_000, reason: 'sick' as const }
const view = madeView({
  queues: [],
  people: [
    madePerson('zoe', { siteId: 'port', shiftId: 'day' }),
    madePerson('abe', { siteId: 'port', shiftId: 'day', connected: false }),
    madePerson('ill', { siteId: 'port', shiftId: 'day', connected: false, absences: [away] }),
    madePerson('ann', { siteId: 'quay', shiftId: null }),
    madePerson('nowhere', { siteId: 'gone', shiftId: 'day', stateId: 'offline' }),
  ],
})
const board = new Board(new Rota(plan), plan, Math.floor(now / 86_400_000))
const who = (filter: Partial<Filter> = {}, at = now) => whoIsIn(view, board, at, { name: '', siteId: null, ...filter })

test('people stand by site and name, who is away or not signed in is counted', () => {
  expect(
    who().map(({ site, rows, onShift, missing, away }) => [
      site?.id ?? null,
      rows.map(({ person }) => person.id),
      { onShift, missing, away },
    ]),
  ).toEqual([
    ['port', ['abe', 'ill', 'zoe'], { onShift: 2, missing: 1, away: 1 }],
    ['quay', ['ann'], { onShift: 0, missing: 0, away: 0 }],
    [null, ['nowhere'], { onShift: 1, missing: 1, away: 0 }],
  ])
})

test('nobody is missing in a pause', () => {
  const [port] = who({}, Date.parse('2027-03-12T12:30:00Z'))
  expect(port).toMatchObject({ onShift: 3, missing: 0 })
})

test('a name and a site narrow the list', () => {
  expect(
    itemsOf(who({ name: ' AN ' })).map((item) => (item.kind === 'site' ? item.who.site?.id : item.row.person.id)),
  ).toEqual(['quay', 'ann'])
  expect(who({ siteId: 'port' })).toHaveLength(1)
})

test('four weeks: how many work on each day, and the holidays of the site', () => {
  const [port] = who()
  if (port === undefined) throw new Error('no port')
  expect(countsOf(board, port).slice(0, 5)).toEqual([3, 0, 0, 0, 3])
  expect(holidaysOf(board, port)).toEqual([{ day: board.firstDay + 3, name: 'Feast' }])
})

test('an absence of several days is one stretch, with its reason', () => {
  const days = 86_400_000
  const person = madePerson('gil', {
    siteId: 'port',
    shiftId: 'day',
    absences: [
      { id: 'a1', from: now, to: now + days, reason: 'sick' },
      { id: 'a2', from: now + 5 * days, to: now + 6.5 * days, reason: 'family' },
    ],
  })
  expect(awayStretches(board.weeksOf(person))).toEqual([
    { from: 0, days: 2, reason: 'sick' },
    { from: 5, days: 2, reason: 'family' },
  ])
})

test('what was worked out stays until something about somebody changes, and is shared by those alike', () => {
  const ill = madePerson('ill', { siteId: 'port', shiftId: 'day', absences: [away] })
  expect(board.dutyOf(ill)).toBe(board.dutyOf(ill))
  expect(board.dutyOf({ ...ill, absences: [{ ...away, to: now }] })).not.toEqual(board.dutyOf(ill))
  const like = madePerson('like', { siteId: 'port', shiftId: 'day' })
  expect(board.dutyOf({ ...like, id: 'other' })).toBe(board.dutyOf(like))
  expect(board.dutyOf({ ...like, shiftId: null }).shift).toEqual([])
})

test('who signs in is missing no more, and nothing is worked out anew for the others', () => {
  const [port] = who()
  const [abe, ill, zoe] = port?.rows ?? []
  if (abe === undefined) throw new Error('nobody')
  expect(board.rowOf(abe.person, now, true).missing).toBe(false)
  expect(board.rowOf(abe.person, now, false).missing).toBe(true)
  const [again] = who()
  expect([again?.rows[1] === ill, again?.rows[2] === zoe]).toEqual([true, true])
})
