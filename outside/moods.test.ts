import { moodNames, moods, openingOf, seeded } from './index.ts'

const averageOf = (name: keyof typeof moods, seconds: number): number =>
  Array.from({ length: seconds }, (_, n) => moods[name].course(n)).reduce((sum, one) => sum + one, 0) / seconds

test('nobody ever comes at less than no rate, and a rush is on average what was asked for', () => {
  for (const name of moodNames)
    for (let n = 0; n < 7200; n += 7) expect(moods[name].course(n)).toBeGreaterThanOrEqual(0)
  expect(averageOf('even', 600)).toBe(1)
  expect(averageOf('rush', 4800)).toBeCloseTo(1, 2)
})

test('a storm comes up, stays and goes down, and comes again after half an hour', () => {
  const { course } = moods.storm
  expect(course(0)).toBeCloseTo(1)
  expect(course(45)).toBeCloseTo(3)
  expect(course(11 * 60)).toBeCloseTo(3)
  expect(course(25 * 60)).toBeCloseTo(0.5)
  expect(course(37 * 60)).toBeCloseTo(3)
})

test('in a storm people ask about the storm, and most of them want the first queue', () => {
  const random = seeded(4)
  const said = Array.from({ length: 300 }, () => openingOf(random, 'storm'))
  expect(said.every((text) => moods.storm.openings.includes(text))).toBe(true)
  expect(moods.storm.openings).not.toEqual(moods.even.openings)
  const first = (pull: number): number =>
    Array.from({ length: 2000 }, (_, n) => Math.floor((n / 2000) ** pull * 5)).filter((queue) => queue === 0).length
  expect(first(moods.storm.pull)).toBeGreaterThan(1.5 * first(moods.quiet.pull))
})
