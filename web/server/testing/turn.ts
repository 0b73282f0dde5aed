// How long one turn holds the event loop, in time on the processor: what else the machine does is not counted.
import { readFileSync } from 'node:fs'

/** So long a turn may be, in milliseconds, on the machine that this was set on. */
const most = 50
/** What the yardstick took there. */
const yardstickThere = 22

/** Milliseconds that the main thread has been on the processor (Linux). */
const onProcessor = (): number =>
  Number(readFileSync(`/proc/self/task/${process.pid}/schedstat`, 'latin1').split(' ')[0]) / 1e6

/** Something that takes a while on every machine. */
function yardstick(): number {
  const text = JSON.stringify(Array.from({ length: 20_000 }, (_, n) => ({ id: `id-${n}`, n, on: true })))
  const took = [1, 2, 3, 4, 5].map(() => {
    const from = onProcessor()
    JSON.parse(JSON.stringify(JSON.parse(text)))
    return onProcessor() - from
  })
  return Math.min(...took)
}

/** So long a turn may be here, in milliseconds: slower machines may take longer. */
export const allowedTurnMs = (): number => most * Math.max(1, yardstick() / yardstickThere)

/** The longest turn of the event loop while the work is done, in milliseconds. */
async function longestTurn(work: () => Promise<unknown>): Promise<number> {
  let [longest, last] = [0, onProcessor()]
  const look = (): void => {
    const now = onProcessor()
    longest = Math.max(longest, now - last)
    last = now
  }
  const timer = setInterval(look, 1)
  try {
    await work()
    look()
  } finally {
    clearInterval(timer)
  }
  return longest
}

/**
 * A turn as a share of what one may take here, which is how fast the machine is just before and just after: that changes from
 * one minute to the next.
 */
export async function shareOf(measure: () => Promise<number>): Promise<number> {
  const before = allowedTurnMs()
  const took = await measure()
  return (2 * took) / (before + allowedTurnMs())
}

/** The share of the longest turn: 1 or less is well. The least of some, since memory is tidied up in some. */
export const turnShare = (work: () => Promise<unknown>, times = 3): Promise<number> =>
  shareOf(async () => {
    const turns: number[] = []
    for (let n = 0; n < times; n += 1) turns.push(await longestTurn(work))
    return Math.min(...turns)
  })
