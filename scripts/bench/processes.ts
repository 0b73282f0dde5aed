// What a process uses, as the system tells (Linux).
import { readFileSync } from 'node:fs'

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
