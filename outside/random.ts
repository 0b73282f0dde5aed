/** A stream of numbers in [0, 1) that a seed settles (mulberry32, public domain, by Tommy Ettinger). */
export function seeded(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
}

export const between = (random: () => number, least: number, most: number): number => least + random() * (most - least)

export function pick<T>(random: () => number, from: readonly T[]): T {
  const found = from[Math.floor(random() * from.length)]
  if (found === undefined) throw new Error('nothing to pick from')
  return found
}

/** The time to the next of events that come by themselves `perSecond` times a second on average (a Poisson process). */
export const nextGapSeconds = (random: () => number, perSecond: number): number => -Math.log(1 - random()) / perSecond
