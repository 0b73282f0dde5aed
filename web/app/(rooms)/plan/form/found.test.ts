import {
  checkHours,
  checkLimits,
  checkLine,
  checkPerson,
  checkShift,
  checkState,
  checkTeam,
  chatsOnly,
  plainPerson,
  plainState,
  upTo,
  type PeopleFinding,
  type PersonEdit,
  type PlanDocument,
} from '@eudromos/core/plan'
import { plannedLine, plannedQueue } from '@eudromos/core/testing'
import { hoursFound, lineMends, limitsMends, peopleFound, personMends, stateMends, teamMends } from './found.ts'
import { blankLimits, blankState, blankTeam, type TeamValue } from '../people/values.ts'

const ana = { ...plainPerson, id: 'ana', roles: ['agent' as const], loadLimitsId: 'one' }
const document = {
  centre: { name: 'Centre', zone: 'Europe/Lisbon' },
  presenceStates: [],
  loadLimits: [
    { id: 'one', name: 'One', slots: 3, freeForCalls: 0, sameCustomerInCalls: false, channels: chatsOnly(3) },
  ],
  people: [ana, { ...ana, id: 'ben' }],
  teams: [],
  skills: [],
  lines: [plannedLine(['boats'])],
  queues: [plannedQueue('boats', { onShiftOnly: true })],
  hours: [],
  calendars: [],
  sites: [],
  shifts: [
    { id: 'early', name: 'Early', zone: 'Europe/Lisbon', weekly: [], exceptions: [], calendarIds: [], pauses: [] },
  ],
} as unknown as PlanDocument

type Mends<T> = Parameters<typeof peopleFound<T>>[2]

/** Mends what was found of that code, and says what is found then. */
function mended<T>(
  value: T,
  code: PeopleFinding['code'],
  check: (value: T) => readonly PeopleFinding[],
  mends: Mends<T>,
): string[] {
  let after = value
  const finding = check(value).filter((one) => one.code === code)
  const set = (change: Partial<T>): void => {
    after = { ...after, ...change }
  }
  const [found] = peopleFound(finding, { value, set }, mends, document, true)
  if (found?.mend == null) throw new Error(`${code}: not found, or nothing mends it`)
  expect(found.field).not.toBeUndefined()
  expect(peopleFound(finding, { value, set }, mends, document, false)[0]?.mend).toBeNull()
  found.mend.act()
  return check(after).map((one) => one.code)
}

test('presence states', () => {
  const check = (state: ReturnType<typeof blankState>) => checkState(state, document)
  const state = { ...blankState('s'), name: 'Ready', ...plainState, admits: [] }
  expect(mended(state, 'nobodyCanBeReady', check, stateMends)).not.toContain('nobodyCanBeReady')
  expect(mended(state, 'admitsNothing', check, stateMends)).not.toContain('admitsNothing')
})

test('load limits', () => {
  const check = (limits: ReturnType<typeof blankLimits>) =>
    checkLimits(limits, { ...document, people: document.people.map((one) => ({ ...one, loadLimitsId: 'l' })) })
  const limits = { ...blankLimits('l'), name: 'Limits', slots: 2 }
  const calls = { ...limits, channels: { ...chatsOnly(2), voice: { ...upTo(1), slots: 3 } } }
  expect(mended(calls, 'neverFits', check, limitsMends)).toEqual([])
  expect(mended({ ...limits, channels: chatsOnly(0) }, 'takesNothing', check, limitsMends)).toEqual([])
  const keeps = { ...limits, freeForCalls: 2 }
  expect(
    mended({ ...keeps, channels: { ...chatsOnly(2), voice: upTo(1) } }, 'keepsEverybody', check, limitsMends),
  ).toEqual([])
  expect(mended({ ...keeps, channels: chatsOnly(2) }, 'keepsForNoCalls', check, limitsMends)).toEqual([])
})

test('teams and lines', () => {
  const team: TeamValue = { ...blankTeam('t'), name: 'Team', parentId: 't', leadId: 'gone' }
  const check = (one: TeamValue) => checkTeam(one, ['ana'], document)
  expect(mended(team, 'parentInACircle', check, teamMends)).toEqual(['leadIsGone'])
  expect(mended(team, 'leadIsGone', check, teamMends)).toEqual(['parentInACircle'])
  const checkBox = (line: PlanDocument['lines'][number]) => checkLine(line, document)
  expect(mended(plannedLine(['boats', 'gone'], 'box'), 'leadsToUnknown', checkBox, lineMends)).toEqual([])
  expect(mended(plannedLine([], 'box'), 'leadsNowhere', checkBox, lineMends)).toEqual([])
})

test('a person is given the one set of limits, and the one shift, that there is', () => {
  const person: PersonEdit = { ...ana, name: 'Ana', email: 'ana@skerrow.example', queueIds: ['boats'] }
  const check = (one: PersonEdit) => checkPerson(one, document, [])
  expect(mended({ ...person, loadLimitsId: null }, 'noLimits', check, personMends)).not.toContain('noLimits')
  expect(mended(person, 'neverOnShift', check, personMends)).not.toContain('neverOnShift')
  const two = { ...document, loadLimits: [...document.loadLimits, ...document.loadLimits] }
  expect(personMends.noLimits?.(person, {}, two)).toBeNull()
})

test('hours and shifts lose what is over, gone or outside', () => {
  const now = Date.parse('2027-03-12T10:00:00Z')
  const pause = { weekday: 1, from: '20:00', to: '20:15', kind: 'break' as const }
  const meal = { ...pause, from: '12:00', to: '12:30', kind: 'meal' as const }
  let shift: PlanDocument['shifts'][number] = {
    id: 's',
    name: 'Shift',
    description: '',
    zone: 'Europe/Lisbon',
    weekly: [{ weekday: 1, from: '08:00', to: '16:00' }],
    exceptions: [
      { date: '2027-03-11', intervals: [] },
      { date: '2027-03-12', intervals: [] },
    ] as unknown as PlanDocument['shifts'][number]['exceptions'],
    calendarIds: ['gone'],
    pauses: [pause, meal],
  }
  const set = (change: Partial<typeof shift>): void => {
    shift = { ...shift, ...change }
  }
  const check = () => {
    const whole = checkShift(shift, ['ana'], document, now)
    const hours = checkHours({ ...shift, id: 'h' }, document, now).filter(({ code }) => code !== 'neverOpen')
    return [...whole, ...hours]
  }
  for (const code of ['unknownCalendar', 'exceptionIsOver', 'pauseOutside'] as const) {
    const finding = check().filter((one) => one.code === code)
    const [found] = hoursFound(finding, { value: shift, set }, document, true, now)
    found?.mend?.act()
    expect(check().map((one) => one.code)).not.toContain(code)
  }
  expect(shift).toMatchObject({ calendarIds: [], exceptions: [{ date: '2027-03-12' }], pauses: [meal] })
})
