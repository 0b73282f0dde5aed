import { callableTimes } from './calling-hours.ts'

const hours = { callsFrom: '08:00', callsTo: '21:00' }
const iso = (times: readonly number[]) => times.slice(0, 4).map((at) => new Date(at).toISOString())

test('by the clock of one zone, from now on', () => {
  const noon = Date.parse('2026-03-06T12:00:00Z')
  expect(iso(callableTimes(hours, ['Europe/Lisbon'], noon))).toEqual([
    '2026-03-06T12:00:00.000Z',
    '2026-03-06T21:00:00.000Z',
    '2026-03-07T08:00:00.000Z',
    '2026-03-07T21:00:00.000Z',
  ])
})

test('of several zones only what is neither too early nor too late in any', () => {
  const night = Date.parse('2026-03-06T03:00:00Z')
  expect(iso(callableTimes(hours, ['Europe/Lisbon', 'Atlantic/Azores'], night)).slice(0, 2)).toEqual([
    '2026-03-06T09:00:00.000Z',
    '2026-03-06T21:00:00.000Z',
  ])
  expect(callableTimes(hours, ['Europe/Lisbon', 'Australia/Hobart'], night)).toEqual(
    callableTimes(hours, ['Australia/Hobart', 'Europe/Lisbon'], night),
  )
  expect(callableTimes({ callsFrom: '09:00', callsTo: '10:00' }, ['Europe/Lisbon', 'Australia/Hobart'], night)).toEqual(
    [],
  )
})

test('a change of clocks moves the day, and without a zone there is no time', () => {
  const before = Date.parse('2026-03-28T22:00:00Z')
  expect(iso(callableTimes(hours, ['Europe/Lisbon'], before)).slice(0, 2)).toEqual([
    '2026-03-29T07:00:00.000Z',
    '2026-03-29T20:00:00.000Z',
  ])
  expect(callableTimes(hours, [], before)).toEqual([])
})
