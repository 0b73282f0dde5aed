// What a process uses, as the system tells (Linux).
import { readdirSync, readFileSync } from 'node:fs'

const ticksPerSecond = 100
const pageBytes = 4096

/** Seconds on the processor since it began, all threads together. */
export function processorSeconds(pid: number): number {
  const fields = readFileSync(`/proc/${pid}/stat`, 'latin1')
    .replace(/^.*\) /, '')
    .split(' ')
  return (Number(fields[11]) + Number(fields[12])) / ticksPerSecond
}

/** Megabytes that are its own: without what it shares with others. NaN where it is gone. */
export function ownMegabytes(pid: number): number {
  try {
    const [, resident = NaN, shared = NaN] = readFileSync(`/proc/${pid}/statm`, 'latin1').split(' ').map(Number)
    return ((resident - shared) * pageBytes) / 1e6
  } catch {
    return NaN
  }
}

/** The processes that one has begun, as PostgreSQL's are. */
export function childrenOf(pid: number): number[] {
  return readdirSync('/proc')
    .filter((name) => /^\d+$/.test(name))
    .filter((name) => {
      try {
        return (
          readFileSync(`/proc/${name}/stat`, 'latin1')
            .replace(/^.*\) /, '')
            .split(' ')[1] === String(pid)
        )
      } catch {
        return false
      }
    })
    .map(Number)
}

/** What a process has of memory, whichever way that is measured. */
export interface Sample {
  /** Milliseconds, from whenever. */
  readonly at: number
  readonly megabytes: number
}

/** Of the line that comes closest to the samples, how much it rises in a minute. */
export function slopeOf(samples: readonly Sample[]): number {
  const mean = (of: (sample: Sample) => number): number =>
    samples.reduce((sum, one) => sum + of(one), 0) / samples.length
  const [at, megabytes] = [mean((one) => one.at), mean((one) => one.megabytes)]
  const above = samples.reduce((sum, one) => sum + (one.at - at) * (one.megabytes - megabytes), 0)
  const below = samples.reduce((sum, one) => sum + (one.at - at) ** 2, 0)
  return (above / below) * 60_000
}
