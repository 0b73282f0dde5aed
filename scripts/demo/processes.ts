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
