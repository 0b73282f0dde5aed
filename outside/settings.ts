import { moodNames, moods } from './moods.ts'
import type { TrafficSettings } from './traffic.ts'

export const usualTraffic: TrafficSettings = {
  chatsPerMinute: 8,
  callPercent: 15,
  textPercent: 15,
  mailPercent: 5,
  agents: 16,
  handleSeconds: 60,
  seed: 1,
  queueIds: [],
  mood: 'even',
}

const ranges = {
  chatsPerMinute: ['Conversations a minute', 0, 6000],
  callPercent: ['By telephone, percent', 0, 100],
  textPercent: ['By text, percent', 0, 100],
  mailPercent: ['By email, percent', 0, 100],
  agents: ['Simulated agents', 0, 1000],
  handleSeconds: ['Conversation length, seconds', 1, 3600],
  seed: ['Seed', 0, 4294967295],
} as const

/** Settings from outside the program: what is missing is as usual in that mood, what is wrong throws a sentence that names it. */
export function readSettings(input: unknown): TrafficSettings {
  if (input === null || typeof input !== 'object' || Array.isArray(input))
    throw new RangeError('Give the settings as a JSON object.')
  const given = input as Record<string, unknown>
  const mood = moodNames.find((name) => name === (given.mood ?? usualTraffic.mood))
  if (mood === undefined) throw new RangeError(`Mood: choose ${moodNames.join(', ')}.`)
  const usual = { ...usualTraffic, ...moods[mood].usual }
  const numbers = Object.entries(ranges).map(([name, [label, least, most]]) => {
    const value = given[name] ?? usual[name as keyof typeof ranges]
    if (typeof value !== 'number' || !Number.isFinite(value) || value < least || value > most)
      throw new RangeError(`${label}: give a number from ${least} to ${most}.`)
    return [name, value] as const
  })
  const queueIds = given.queueIds ?? []
  if (!Array.isArray(queueIds) || queueIds.some((id) => typeof id !== 'string'))
    throw new RangeError('Queues: give a list of queue ids, or none for all.')
  return {
    ...(Object.fromEntries(numbers) as Record<keyof typeof ranges, number>),
    queueIds: queueIds as string[],
    mood,
  }
}
