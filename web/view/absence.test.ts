import { Zone } from '@eudromos/core/hours'
import { absenceEnds, absenceSpan, blankAbsence, type AbsenceEntry } from './absence.ts'

const span = (entry: Partial<AbsenceEntry>, zone = 'Atlantic/Azores'): string | null => {
  const found = absenceSpan({ ...blankAbsence, ...entry }, Zone.of(zone))
  return found === null ? null : [found.from, found.to].map((at) => new Date(at).toISOString().slice(0, 16)).join(' ')
}

test('whole days by the clocks of the place, the last included', () => {
  expect(span({ fromOn: '2027-03-15', untilOn: '2027-03-16' })).toBe('2027-03-15T01:00 2027-03-17T01:00')
  expect(span({ fromOn: '2027-03-15' })).toBe('2027-03-15T01:00 2027-03-16T01:00')
})

test('a part of a day, and a day on which clocks go forward', () => {
  expect(span({ fromOn: '2027-03-15', fromTime: '09:00', untilTime: '12:30' })).toBe(
    '2027-03-15T10:00 2027-03-15T13:30',
  )
  expect(span({ fromOn: '2027-03-28' }, 'Europe/Lisbon')).toBe('2027-03-28T00:00 2027-03-28T23:00')
})

test.each([
  {},
  { fromOn: '2027-02-30' },
  { fromOn: '2027-03-16', untilOn: '2027-03-15' },
  { fromOn: '2027-03-16', fromTime: '25:00' },
  { fromOn: '2027-03-16', fromTime: '12:00', untilTime: '12:00' },
])('%o is none yet', (entry) => expect(span(entry)).toBeNull())

test('an absence in words: days where they are whole, else times by the clocks of the place', () => {
  const zone = Zone.of('Atlantic/Azores')
  const ends = (from: string, to: string) => absenceEnds({ from: Date.parse(from), to: Date.parse(to) }, zone)
  expect(ends('2027-03-15T01:00:00Z', '2027-03-17T01:00:00Z')).toEqual(['Mon 15 Mar', 'Tue 16 Mar'])
  expect(ends('2027-03-15T10:00:00Z', '2027-03-15T13:30:00Z')).toEqual(['Mon 15 Mar 09:00', 'Mon 15 Mar 12:30'])
})
