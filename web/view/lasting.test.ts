import { endOf, nextAt } from './lasting.ts'

const zone = 'Europe/Lisbon'
const at = (time: string): number => Date.parse(`2027-07-02T${time}:00+01:00`)

test('so many minutes, or the rest of the day in the zone', () => {
  expect(endOf('halfHour', zone, at('09:40'))).toBe(at('10:10'))
  expect(endOf('today', zone, at('09:40'))).toBe(Date.parse('2027-07-03T00:00:00+01:00'))
  // The day of the change of clocks has 25 hours.
  const autumn = Date.parse('2027-10-31T00:00:00+01:00')
  expect(endOf('today', zone, autumn) - autumn).toBe(25 * 3_600_000)
})

test('a time typed is the next one that the clocks there show', () => {
  expect(nextAt('10:00', zone, at('09:40'))).toBe(at('10:00'))
  expect(nextAt('09:00', zone, at('09:40'))).toBe(at('09:00') + 86_400_000)
  expect(nextAt('9', zone, at('09:40'))).toBeNull()
})
