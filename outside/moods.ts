// How a day can go: how many come and how that rises and falls, what they want, and how long they stay.
import { openings, stormOpenings } from './made-up.ts'
import { pick } from './random.ts'

export const moodNames = ['even', 'quiet', 'rush', 'storm'] as const
export type MoodName = (typeof moodNames)[number]

export interface Mood {
  /** What it begins with, where nothing else is asked for; `even`: as asked. */
  readonly usual: { readonly chatsPerMinute: number; readonly agents: number; readonly handleSeconds: number } | null
  /** How much more or less come so many seconds after the start. */
  readonly course: (seconds: number) => number
  /** Customers give up between these. */
  readonly patienceSeconds: readonly [least: number, most: number]
  /** The more, the more of them want the first queue of the plan; 2: as on any day. */
  readonly pull: number
  readonly openings: readonly string[]
}

const minute = 60

/** Straight from one to the other, `part` of the way. */
const on = (from: number, to: number, part: number): number => from + (to - from) * Math.min(1, Math.max(0, part))

/** Within a minute three times as many, for twelve minutes, then down over ten; and again after half an hour. */
function stormCourse(seconds: number): number {
  const at = seconds % (30 * minute)
  if (at < 12 * minute) return on(1, 3, at / (0.75 * minute))
  return on(3, 0.5, (at - 12 * minute) / (10 * minute))
}

export const moods: Readonly<Record<MoodName, Mood>> = {
  even: { usual: null, course: () => 1, patienceSeconds: [60, 240], pull: 2, openings },
  quiet: {
    usual: { chatsPerMinute: 8, agents: 16, handleSeconds: 60 },
    course: () => 1,
    patienceSeconds: [90, 300],
    pull: 1.3,
    openings,
  },
  // Waves of eight minutes, the next beginning before everybody of the last is served; it begins in the first of them.
  rush: {
    usual: { chatsPerMinute: 30, agents: 16, handleSeconds: 60 },
    course: (seconds) => 1 + 0.6 * Math.sin((2 * Math.PI * (seconds + minute)) / (8 * minute)),
    patienceSeconds: [60, 200],
    pull: 2,
    openings,
  },
  storm: {
    usual: { chatsPerMinute: 16, agents: 18, handleSeconds: 60 },
    course: stormCourse,
    patienceSeconds: [40, 150],
    pull: 5,
    openings: stormOpenings,
  },
}

export const openingOf = (random: () => number, mood: MoodName): string => pick(random, moods[mood].openings)
