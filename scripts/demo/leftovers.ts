// What a demo that was killed has left running: found by the folder that each of its processes was started for.
import { readdirSync, readFileSync } from 'node:fs'
import { isAlive } from '../../database/cluster/index.ts'

/** What tells a process which folder it belongs to; found again in its environment. */
export const placeVariable = 'EUDROMOS_PLACE'

/** Whether the process is a demo, and not another program that got its number later. Where the system does not tell: yes. */
export function isDemo(pid: number): boolean {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('scripts/demo/main.ts')
  } catch {
    return true
  }
}

function environmentOf(pid: string): string[] {
  try {
    return readFileSync(`/proc/${pid}/environ`, 'utf8').split('\0')
  } catch {
    // It has ended meanwhile, or is somebody else's.
    return []
  }
}

/** The processes that were started for the folder. None where the system does not tell (it has no /proc). */
export function processesOf(folder: string): number[] {
  const mark = `${placeVariable}=${folder}`
  try {
    return readdirSync('/proc')
      .filter((name) => /^\d+$/.test(name) && environmentOf(name).includes(mark))
      .map(Number)
  } catch {
    return []
  }
}

/** Asks them to end, and makes them after `patienceMs`. */
export async function endProcesses(pids: readonly number[], patienceMs = 10_000): Promise<void> {
  const tell = (signal: NodeJS.Signals): void => {
    for (const pid of pids.filter(isAlive))
      try {
        process.kill(pid, signal)
      } catch {
        // It has ended meanwhile.
      }
  }
  tell('SIGTERM')
  for (const end = Date.now() + patienceMs; Date.now() < end && pids.some(isAlive);)
    await new Promise((resolve) => setTimeout(resolve, 50))
  tell('SIGKILL')
}
