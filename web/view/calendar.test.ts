import { copiedToNextYear, daysTouched, imported, previewImport } from './calendar.ts'

const day = (name: string, from: string, until = from) => ({ name, from, until })

const before = [
  day('Old', '2026-05-01'),
  day('Feast', '2027-03-19'),
  day('Quay', '2027-03-29'),
  day('Fair', '2027-08-01'),
]
const file = [day('Feast', '2027-03-19'), day('Quay', '2027-03-30'), day('New', '2027-06-14')]

test('an import shows what it adds, changes and removes, in the years that it speaks of', () => {
  expect(previewImport(before, file)).toEqual({
    adds: [day('New', '2027-06-14')],
    changes: [{ before: day('Quay', '2027-03-29'), after: day('Quay', '2027-03-30') }],
    removes: [day('Fair', '2027-08-01')],
    same: 1,
  })
})

test('taking it gives the file’s holidays for its years and keeps the others', () => {
  expect(imported(before, previewImport(before, file))).toEqual([day('Old', '2026-05-01'), ...file])
  expect(imported(file, previewImport(file, file))).toEqual(file)
})

test('two of one name in a year are matched one to one', () => {
  const two = [day('Quay', '2027-01-01'), day('Quay', '2027-02-01')]
  const moved = [day('Quay', '2027-01-02'), day('Quay', '2027-02-02')]
  expect(previewImport(two, moved).changes).toHaveLength(2)
  expect(imported(two, previewImport(two, moved))).toEqual(moved)
})

test('a year is copied to the next, where it is not there already', () => {
  const year = [
    day('Leap', '2028-02-29'),
    day('Dredging', '2028-03-16T10:00:00', '2028-03-16T14:00:00'),
    day('Had', '2028-01-01'),
    day('Had', '2029-01-06'),
  ]
  const copied = copiedToNextYear(year, 2028)
  expect(copied).toHaveLength(6)
  expect(copied).toContainEqual(day('Leap', '2029-03-01'))
  expect(copied).toContainEqual(day('Dredging', '2029-03-16T10:00:00', '2029-03-16T14:00:00'))
  expect(copiedToNextYear(copied, 2028)).toEqual(copied)
})

test('the days that a holiday touches', () => {
  const span = (from: string, until: string, zone = 'Europe/Lisbon'): number => {
    const { first, last } = daysTouched(day('x', from, until), zone)
    return last - first + 1
  }
  expect(span('2027-12-27', '2027-12-28')).toBe(2)
  expect(span('2027-03-16T10:00:00', '2027-03-16T14:00:00')).toBe(1)
  expect(span('2027-03-16T10:00:00', '2027-03-17T00:00:00')).toBe(1)
  expect(span('2027-06-16T22:00:00Z', '2027-06-16T23:30:00Z')).toBe(2)
})
