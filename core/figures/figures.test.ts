import {
  answeredWithinOfEntered,
  averageHandleMs,
  averageSpeedOfAnswerMs,
  countVisitEnd,
  estimateErrorMs,
  estimateWaitSeconds,
  freshFigures,
  lanePlace,
  latenessOf,
  recentHandleMs,
  serviceLevel,
  targetPlace,
} from './index.ts'

test('short abandons leave the service level alone, long ones lower it', () => {
  const figures = { ...freshFigures(0), entered: 4 }
  countVisitEnd(figures, 'answered', 0, 20_000, 20_000)
  countVisitEnd(figures, 'answered', 0, 20_001, 20_000)
  countVisitEnd(figures, 'abandoned', 0, 5000, 20_000)
  countVisitEnd(figures, 'abandoned', 0, 50_000, 20_000)
  expect(serviceLevel(figures, 0)).toEqual({ part: 1, whole: 3 })
  expect(averageSpeedOfAnswerMs(figures)).toBe(20_001)
})

test('who still waits within the target is neither met nor missed, who waits beyond it is missed', () => {
  const figures = { ...freshFigures(0), entered: 3 }
  expect(serviceLevel(figures, 3)).toEqual({ part: 0, whole: 0 })
  countVisitEnd(figures, 'answered', 0, 4000, 20_000)
  expect(serviceLevel(figures, 2)).toEqual({ part: 1, whole: 1 })
  expect(serviceLevel(figures, 1)).toEqual({ part: 1, whole: 2 })
})

test('each end counts by itself; only answers have waits, and only short abandons are told apart', () => {
  const none = freshFigures(0)
  const ends = ['passedOn', 'rejected', 'callbacks', 'messagesLeft'] as const
  for (const end of ends) {
    const figures = freshFigures(0)
    countVisitEnd(figures, end, 0, 5000, 20_000)
    expect(figures).toEqual({ ...none, [end]: 1 })
  }
})

test('what is nowhere yet has no average, and what is somewhere has that of its own', () => {
  const none = freshFigures(0)
  expect([averageSpeedOfAnswerMs(none), averageHandleMs(none), estimateErrorMs(none)]).toEqual([null, null, null])
  const some = { ...none, entered: 5, answered: 3, answeredWithin: 2, waitSumMs: 10_000, handled: 4, handleSumMs: 50 }
  expect(answeredWithinOfEntered(some)).toEqual({ part: 2, whole: 5 })
  expect([averageSpeedOfAnswerMs(some), averageHandleMs(some)]).toEqual([3333, 13])
  expect(estimateErrorMs({ ...none, estimates: 8, estimateErrorSumMs: 100 })).toBe(13)
})

test('a visit of yesterday is not counted today', () => {
  const figures = freshFigures(1000)
  countVisitEnd(figures, 'answered', 999, 2000, 20_000)
  expect(figures.answered).toBe(0)
})

test.each([
  ['nobody there', 1, 0, 0, 60_000, null],
  ['somebody free', 1, 4, 1, 60_000, 0],
  ['next, four slots at work', 1, 4, 0, 60_000, 15],
  ['third, four slots at work', 3, 4, 0, 60_000, 45],
  ['third, one of four slots free', 3, 4, 1, 60_000, 30],
  ['second, with three free', 2, 4, 3, 60_000, 0],
  ['before anything was handled', 1, 1, 0, null, 180],
] as const)('the estimated wait: %s', (_, place, slots, free, handle, seconds) => {
  expect(estimateWaitSeconds(place, slots, free, handle)).toBe(seconds)
})

test('the recent handle time moves by an eighth', () => {
  expect(recentHandleMs(null, 8000)).toBe(8000)
  expect(recentHandleMs(8000, 16_000)).toBe(9000)
})

test('tokens move steadily to the line and to twice the target, then ever more slowly, and never leave the lane', () => {
  expect(lanePlace(0, 20)).toBe(0)
  expect(lanePlace(20_000, 20)).toBe(targetPlace)
  expect(lanePlace(40_000, 20)).toBeCloseTo(2 * targetPlace)
  expect(lanePlace(-5, 20)).toBe(0)
  // Half as far from the end as at twice the target.
  expect(lanePlace(80_000, 20)).toBeCloseTo(1 - (1 - 2 * targetPlace) / 2)
  const far = [41, 80, 200, 100_000].map((seconds) => lanePlace(seconds * 1000, 20))
  expect(far).toEqual([...far].sort((a, b) => a - b))
  expect(Math.max(...far)).toBeLessThan(1)
})

test.each([
  [14_999, 'fine'],
  [15_000, 'near'],
  [20_000, 'near'],
  [20_001, 'late'],
] as const)('%d ms of a 20 s target is %s', (wait, lateness) => expect(latenessOf(wait, 20)).toBe(lateness))
