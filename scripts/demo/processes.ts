// Child processes of the demo: each with a log file, ended in order.
import { spawn, type ChildProcess } from 'node:child_process'
import { createWriteStream } from 'node:fs'
import { join } from 'node:path'
import { root } from '../prepare.mjs'

export interface Running {
  readonly name: string
  readonly child: ChildProcess
  /** Resolves with the exit code once it has ended. */
  readonly ended: Promise<number | null>
}

export function startProcess(
  name: string,
  args: readonly string[],
  env: Readonly<Record<string, string>>,
  logs: string,
  cwd = root,
): Running {
  const log = createWriteStream(join(logs, `${name}.log`), { flags: 'a' })
  // A group of its own: Ctrl+C reaches only the demo, which ends the others in order.
  const child = spawn(process.execPath, args, {
    cwd,
    env: { ...process.env, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
    detached: true,
  })
  child.stdout?.pipe(log)
  child.stderr?.pipe(log)
  const ended = new Promise<number | null>((resolve) => child.once('exit', (code) => resolve(code)))
  return { name, child, ended }
}

const longLifeMs = 60_000
const longestPauseMs = 30_000

/** A process that is started anew whenever it ends by itself, after pauses that grow while it ends soon. */
export class KeptProcess {
  private running: Running
  private stopping = false
  private pauseMs: number
  private wake = (): void => undefined
  private readonly kept: Promise<void>

  constructor(
    readonly name: string,
    private readonly begin: () => Running,
    /** Told each time that it has ended by itself. */
    private readonly fell: (code: number | null, againInMs: number) => void,
    private readonly firstPauseMs = 1000,
  ) {
    this.pauseMs = firstPauseMs
    this.running = begin()
    this.kept = this.keep()
  }

  /** The process as it runs now. */
  get now(): Running {
    return this.running
  }

  private async keep(): Promise<void> {
    for (;;) {
      const from = performance.now()
      const code = await this.running.ended
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
      this.running = this.begin()
    }
  }

  async stop(): Promise<void> {
    this.stopping = true
    this.wake()
    await stopProcess(this.running)
    await this.kept
  }
}

/** Asks it to end, and makes it after ten seconds. */
export async function stopProcess({ child, ended }: Running): Promise<void> {
  if (child.exitCode !== null) return
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
