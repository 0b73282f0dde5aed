// Child processes of the demo: each with a log file, ended in order.
import { spawn, type ChildProcess } from 'node:child_process'
import { openSync, writeSync } from 'node:fs'
import { join } from 'node:path'
import { root } from '../prepare.mjs'

/** What runs beside the demo until it ends by itself or is stopped. */
export interface Beside {
  /** Resolves once it has ended, with the exit code where there is one. */
  readonly ended: Promise<number | null>
  /** Ends it in order. */
  stop(): Promise<void>
}

export interface Running extends Beside {
  readonly name: string
  readonly child: ChildProcess
}

/** Writes to the end of the file. Where that fails, since the disk is full, what is said is lost and nothing else. */
function logIn(file: string): (said: Buffer) => void {
  let to: number | null = null
  return (said) => {
    try {
      to ??= openSync(file, 'a')
      writeSync(to, said)
    } catch {
      // It is tried again with what is said next.
    }
  }
}

export function startProcess(
  name: string,
  args: readonly string[],
  env: Readonly<Record<string, string>>,
  logs: string,
  cwd = root,
): Running {
  const log = logIn(join(logs, `${name}.log`))
  // A group of its own: Ctrl+C reaches only the demo, which ends the others in order.
  const child = spawn(process.execPath, args, {
    cwd,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true,
  })
  child.stdout?.on('data', log)
  child.stderr?.on('data', log)
  const ended = new Promise<number | null>((resolve) => child.once('exit', (code) => resolve(code)))
  return { name, child, ended, stop: () => stopProcess(child, ended) }
}

const longLifeMs = 60_000
const longestPauseMs = 30_000

/** Something that is started anew whenever it ends by itself, after pauses that grow while it ends soon or does not start. */
export class Kept<T extends Beside = Beside> {
  private stopping = false
  private pauseMs: number
  private wake = (): void => undefined
  private readonly kept: Promise<void>

  private constructor(
    private running: T,
    private readonly begin: () => T | Promise<T>,
    private readonly fell: (code: number | null, againInMs: number) => void,
    private readonly firstPauseMs: number,
  ) {
    this.pauseMs = firstPauseMs
    this.kept = this.keep()
  }

  /** `fell` is told each time that it has ended by itself. Throws what `begin` throws at first. */
  static async start<T extends Beside>(
    begin: () => T | Promise<T>,
    fell: (code: number | null, againInMs: number) => void,
    firstPauseMs = 1000,
  ): Promise<Kept<T>> {
    return new Kept(await begin(), begin, fell, firstPauseMs)
  }

  /** What runs now. */
  get now(): T {
    return this.running
  }

  private async keep(): Promise<void> {
    for (let ended: Promise<number | null> = this.running.ended; ;) {
      const from = performance.now()
      const code = await ended
      if (this.stopping) return
      if (performance.now() - from > longLifeMs) this.pauseMs = this.firstPauseMs
      this.fell(code, this.pauseMs)
      await new Promise<void>((resolve) => {
        const timer = setTimeout(resolve, this.pauseMs)
        this.wake = () => {
          clearTimeout(timer)
          resolve()
        }
      })
      if (this.stopping) return
      this.pauseMs = Math.min(longestPauseMs, this.pauseMs * 2)
      try {
        this.running = await this.begin()
        ended = this.running.ended
        // Whoever stops it waits for what has just begun, and ends that.
        if (this.stopping) return
      } catch {
        ended = Promise.resolve(null)
      }
    }
  }

  async stop(): Promise<void> {
    this.stopping = true
    this.wake()
    await this.running.stop()
    await this.kept
    // It may have begun once more while it was told.
    await this.running.stop()
  }
}

/** Asks it to end, and makes it after ten seconds. */
async function stopProcess(child: ChildProcess, ended: Promise<number | null>): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return
  child.kill('SIGTERM')
  const patience = setTimeout(() => child.kill('SIGKILL'), 10_000)
  await ended
  clearTimeout(patience)
}

/** Waits until the address answers well, or `ended` says that the process behind it is gone. */
export async function waitForHealth(url: string, process_: Running, patienceMs = 60_000): Promise<void> {
  let gone = false
  void process_.ended.then(() => {
    gone = true
  })
  for (const end = Date.now() + patienceMs; Date.now() < end && !gone;) {
    const ok = await fetch(url).then(
      (answer) => answer.ok,
      () => false,
    )
    if (ok) return
    await new Promise((resolve) => setTimeout(resolve, 100))
  }
  throw new Error(`${process_.name} did not come up`)
}
