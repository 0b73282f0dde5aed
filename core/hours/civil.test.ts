import fc from 'fast-check'
import { Temporal } from 'temporal-polyfill'
import { dateOf, dayNumber } from './civil.ts'
import { dayOf, weekdayOf } from './index.ts'

test('day numbers are those of the calendar, there and back', () => {
  fc.assert(
    fc.property(fc.integer({ min: -800_000, max: 800_000 }), (n) => {
      const date = Temporal.PlainDate.from('1970-01-01').add({ days: n })
      expect(dateOf(n)).toEqual({ year: date.year, month: date.month, day: date.day })
      expect(dayNumber(date.year, date.month, date.day)).toBe(n)
      expect(weekdayOf(n)).toBe(date.dayOfWeek)
    }),
    { numRuns: 2000 },
  )
})

test.each(['2027-02-29', '2100-02-29', '2027-04-31', '2027-00-10', '2027-13-01', '2027-01-00', '27-01-01', ''])(
  '%s is no date',
  (text) => expect(dayOf(text)).toBeNull(),
)
