import fc from 'fast-check'
import {
  barOf,
  copiedDay,
  dayMinutes,
  drawn,
  intervalOf,
  intervalsFrom,
  wholeDays,
  joined,
  moved,
  stepMinutes,
  stretched,
  typedDay,
  withDay,
} from './week.ts'

const bar = fc
  .record({
    weekday: fc.integer({ min: 1, max: 7 }),
    start: fc.nat(dayMinutes - 1),
    length: fc.integer({ min: 1, max: dayMinutes }),
  })
  .map(({ weekday, start, length }) => ({ weekday, start, end: start + length }))

test('a bar and its interval are the same', () => {
  fc.assert(fc.property(bar, (one) => expect(barOf(intervalOf(one))).toEqual(one)))
  expect(barOf({ weekday: 5, from: '22:00', to: '06:00' })).toEqual({ weekday: 5, start: 1320, end: 1800 })
  expect(intervalOf({ weekday: 1, start: 0, end: 1440 })).toEqual({ weekday: 1, from: '00:00', to: '24:00' })
})

test('whatever is done to a bar, it stays one that can be kept', () => {
  const kept = ({ weekday, start, end }: { weekday: number; start: number; end: number }): void => {
    expect(weekday).toBeGreaterThanOrEqual(1)
    expect(weekday).toBeLessThanOrEqual(7)
    expect(start).toBeGreaterThanOrEqual(0)
    expect(start).toBeLessThan(dayMinutes)
    expect(end).toBeGreaterThan(start)
    expect(end - start).toBeLessThanOrEqual(dayMinutes)
  }
  const by = fc.integer({ min: -3000, max: 3000 })
  fc.assert(
    fc.property(bar, by, fc.integer({ min: -9, max: 9 }), (one, minutes, days) => {
      const whole = { ...one, end: Math.max(one.end, one.start + stepMinutes) }
      kept(moved(whole, minutes, days))
      kept(stretched(whole, 'start', minutes))
      kept(stretched(whole, 'end', minutes))
    }),
  )
  fc.assert(fc.property(fc.nat(dayMinutes), fc.nat(dayMinutes), (a, b) => kept(drawn(3, a, b))))
})

test('joining covers the same minutes with bars that do not touch', () => {
  const minutes = (bars: readonly { weekday: number; start: number; end: number }[]): Set<string> =>
    new Set(
      bars.flatMap(({ weekday, start, end }) =>
        Array.from({ length: end - start }, (_, n) => `${weekday} ${start + n}`),
      ),
    )
  const short = bar.map((one) => ({ ...one, end: Math.min(one.end, dayMinutes) }))
  fc.assert(
    fc.property(fc.array(short, { maxLength: 8 }), (bars) => {
      const result = joined(bars)
      expect(minutes(result)).toEqual(minutes(bars))
      result.forEach((one, n) => {
        const next = result[n + 1]
        if (next?.weekday === one.weekday) expect(next.start).toBeGreaterThan(one.end)
      })
    }),
    { numRuns: 50 },
  )
})

test('a day is typed as people write it', () => {
  expect(intervalsFrom('8-12:30, 13.30 – 17')).toEqual([
    { from: '08:00', to: '12:30' },
    { from: '13:30', to: '17:00' },
  ])
  expect(intervalsFrom('0900 to 2400')).toEqual([{ from: '09:00', to: '24:00' }])
  expect(intervalsFrom(' ')).toEqual([])
  expect(intervalsFrom('8-12 13-17')).toEqual([
    { from: '08:00', to: '12:00' },
    { from: '13:00', to: '17:00' },
  ])
  expect(intervalsFrom('9am-5pm')).toEqual([{ from: '09:00', to: '17:00' }])
  expect(intervalsFrom('9 a.m. to 12:30 p.m. and 1 pm – 12 am')).toEqual([
    { from: '09:00', to: '12:30' },
    { from: '13:00', to: '00:00' },
  ])
  expect(wholeDays(intervalsFrom('8-8, 0-24, 0-0') ?? [])).toEqual([{ from: '08:00', to: '08:00' }])
  for (const wrong of ['13pm-14pm', '0am-5', '8m-9', '9-5 pm pm', 'from 8-9', '8 - 9 10'])
    expect(intervalsFrom(wrong)).toBeNull()
  for (const wrong of ['8', '8-25', '24-8', '8-9-10', 'noon-13', '8:70-9']) expect(intervalsFrom(wrong)).toBeNull()
})

test('days are replaced and copied whole', () => {
  const week = withDay([{ weekday: 2, from: '10:00', to: '11:00' }], 1, [{ from: '08:00', to: '12:00' }])
  expect(typedDay(week, 1)).toBe('08:00-12:00')
  const copied = copiedDay(week, 1, [2, 3])
  expect([1, 2, 3, 4].map((weekday) => typedDay(copied, weekday))).toEqual([
    '08:00-12:00',
    '08:00-12:00',
    '08:00-12:00',
    '',
  ])
})
