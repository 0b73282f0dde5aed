import { nextGapSeconds, readSettings, seeded, usualTraffic } from './index.ts'

test('what is not given is as usual', () => expect(readSettings({})).toEqual(usualTraffic))

test('a mood brings its own figures, where none are given', () => {
  expect(readSettings({ mood: 'storm' })).toMatchObject({ mood: 'storm', chatsPerMinute: 16, agents: 18 })
  expect(readSettings({ mood: 'quiet', agents: 2 })).toMatchObject({ chatsPerMinute: 8, agents: 2 })
})

test.each([
  [{ chatsPerMinute: 'many' }, 'Conversations a minute: give a number from 0 to 6000.'],
  [{ agents: -1 }, 'Simulated agents: give a number from 0 to 1000.'],
  [{ seed: Number.NaN }, 'Seed: give a number'],
  [{ queueIds: 'all' }, 'Queues: give a list of queue ids'],
  [{ mood: 'gloomy' }, 'Mood: choose even, quiet, rush, storm.'],
  [[], 'Give the settings as a JSON object.'],
])('%j is refused with a sentence that names it', (input, sentence) => {
  expect(() => readSettings(input)).toThrow(sentence)
})

test('a seed settles the stream; another gives another', () => {
  const first = (seed: number): number[] => {
    const random = seeded(seed)
    return Array.from({ length: 5 }, random)
  }
  expect(first(7)).toEqual(first(7))
  expect(first(7)).not.toEqual(first(8))
  expect(first(7).every((n) => n >= 0 && n < 1)).toBe(true)
})

test('gaps come to the rate asked for', () => {
  const random = seeded(1)
  const gaps = Array.from({ length: 20_000 }, () => nextGapSeconds(random, 4))
  expect(gaps.reduce((sum, gap) => sum + gap, 0) / gaps.length).toBeCloseTo(0.25, 1)
})
