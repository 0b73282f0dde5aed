import { ownMegabytes, processorSeconds, slopeOf } from './processes.ts'

test('the slope is what memory rises by in a minute, whatever it was at first and however it wavers', () => {
  const samples = Array.from({ length: 61 }, (_, n) => ({ at: 7000 + n * 1000, megabytes: 80 + n / 30 }))
  expect(slopeOf(samples)).toBeCloseTo(2)
  const wavering = samples.map(({ at, megabytes }, n) => ({ at, megabytes: megabytes + (n % 2 === 0 ? 5 : -5) }))
  expect(slopeOf(wavering)).toBeCloseTo(2, 0)
  expect(slopeOf(samples.map(({ at }) => ({ at, megabytes: 80 })))).toBe(0)
})

test('what this very process uses is told, and one that is gone has none', () => {
  expect(ownMegabytes(process.pid)).toBeGreaterThan(10)
  expect(processorSeconds(process.pid)).toBeGreaterThan(0)
  expect(ownMegabytes(2 ** 30)).toBeNaN()
})
