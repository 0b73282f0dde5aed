import fc from 'fast-check'
import { between, nextGapSeconds, pick, seeded } from './random.ts'

const draws = (seed: number, n: number): number[] => {
  const random = seeded(seed)
  return Array.from({ length: n }, () => random())
}

test('a seed settles everything that follows; another seed differs', () => {
  expect(draws(7, 50)).toEqual(draws(7, 50))
  expect(draws(7, 50)).not.toEqual(draws(8, 50))
})

test('numbers lie in [0, 1) and spread evenly', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 4294967295 }), (seed) => {
      const all = draws(seed, 2000)
      expect(all.every((x) => x >= 0 && x < 1)).toBe(true)
      expect(Math.abs(all.reduce((sum, x) => sum + x, 0) / all.length - 0.5)).toBeLessThan(0.05)
    }),
  )
})

test('gaps of a Poisson process are positive and have the mean asked for', () => {
  const random = seeded(3)
  const gaps = Array.from({ length: 20_000 }, () => nextGapSeconds(random, 4))
  expect(Math.min(...gaps)).toBeGreaterThanOrEqual(0)
  expect(gaps.reduce((sum, gap) => sum + gap, 0) / gaps.length).toBeCloseTo(0.25, 2)
})

test('between stays within its ends, and of nothing nothing can be picked', () => {
  const random = seeded(1)
  for (let n = 0; n < 100; n += 1) expect(between(random, 2, 5)).toBeGreaterThanOrEqual(2)
  expect(pick(random, ['a'])).toBe('a')
  expect(() => pick(random, [])).toThrow('nothing to pick from')
})
