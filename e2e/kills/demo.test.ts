import { spawn } from 'node:child_process'
import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { connectAlone } from '../../database/index.ts'
import { freePort } from '../../scripts/jest-cluster.ts'
import { placeIn } from '../../scripts/place.ts'
import { root } from '../../scripts/prepare.mjs'

const folder = mkdtempSync(join(tmpdir(), 'eudromos-demo-'))
// PostgreSQL runs as a user of its own, who must get through.
chmodSync(folder, 0o711)
afterAll(() => rmSync(folder, { recursive: true, force: true }))

/** Waits for a condition; `what` names it where it does not come about. */
async function until(what: string, look: () => boolean | Promise<boolean>, patienceMs = 60_000): Promise<void> {
  for (const end = Date.now() + patienceMs; Date.now() < end;) {
    if (await look()) return
    await new Promise((done) => setTimeout(done, 50))
  }
  throw new Error(`${what}: not in ${patienceMs / 1000} s`)
}

const answers = (url: string): Promise<boolean> =>
  fetch(url).then(
    () => true,
    () => false,
  )

/** The demo as one starts it, at ports of its own. */
class Demo {
  said = ''
  private constructor(
    readonly ports: { readonly web: number; readonly database: number; readonly outside: number },
    private readonly npm: ReturnType<typeof spawn>,
  ) {
    for (const stream of [npm.stdout, npm.stderr]) stream?.setEncoding('utf8').on('data', (part) => (this.said += part))
  }

  static async start(): Promise<Demo> {
    const ports = { web: await freePort(), database: await freePort(), outside: await freePort() }
    const env = {
      ...process.env,
      EUDROMOS_HOME: folder,
      EUDROMOS_PORT: String(ports.web),
      EUDROMOS_DATABASE_PORT: String(ports.database),
      EUDROMOS_OUTSIDE_PORT: String(ports.outside),
    }
    const demo = new Demo(ports, spawn('npm', ['run', 'demo', '--', '--empty', '--quiet'], { cwd: root, env }))
    await until('the demo is open', () => demo.said.includes('Open http') || demo.npm.exitCode !== null, 150_000)
    if (demo.npm.exitCode !== null) throw new Error(`the demo ended by itself:\n${demo.said}`)
    return demo
  }

  get place() {
    return placeIn(join(folder, 'empty'), this.ports)
  }

  /** Whether the web, the services, the database or what started them still run. */
  async running(): Promise<boolean> {
    const { web, outside } = this.ports
    const up = await Promise.all([answers(`http://127.0.0.1:${web}`), answers(`http://127.0.0.1:${outside}`)])
    const ended = this.npm.exitCode !== null || this.npm.signalCode !== null
    return up.includes(true) || this.place.cluster.running() || !ended
  }

  /** The process that holds the others. */
  get pid(): number {
    return Number(readFileSync(join(folder, 'empty', 'demo.pid'), 'utf8'))
  }

  isWell(): Promise<boolean> {
    return fetch(`http://127.0.0.1:${this.ports.web}/api/health`).then(
      ({ ok }) => ok,
      () => false,
    )
  }

  end(): void {
    this.npm.kill('SIGTERM')
  }
}

const parentOf = (pid: number): number => Number(/\) \S (\d+)/.exec(readFileSync(`/proc/${pid}/stat`, 'utf8'))?.[1])

test('a database that is killed is started anew; of a demo that is killed nothing stays, or the next one takes over', async () => {
  const first = await Demo.start()
  const postmaster = Number.parseInt(readFileSync(join(first.place.cluster.data, 'postmaster.pid'), 'utf8'), 10)
  process.kill(postmaster, 'SIGKILL')
  await until('the database is started anew', () => first.said.includes('The database has ended by itself'))
  await until('work goes on', async () => first.place.cluster.running() && (await first.isWell()))

  process.kill(first.pid, 'SIGKILL')
  await until('all of it has ended', async () => !(await first.running()))

  const second = await Demo.start()
  const pids = [parentOf(second.pid), second.pid]
  for (const pid of pids) process.kill(pid, 'SIGKILL')
  expect(await second.running()).toBe(true)
  const third = await Demo.start()
  expect(third.said).toContain('ending what a demo that was killed has left')
  expect(await third.isWell()).toBe(true)
  third.end()
  await until('all of it has ended', async () => !(await third.running()) && !(await second.running()))
})

test('the demo ends whole when npm is told to, and the next waits for that; a second start builds nothing; a web that cannot follow is started anew', async () => {
  const first = await Demo.start()
  expect(await first.running()).toBe(true)
  first.end()
  await until('it is ending', () => first.said.includes('Stopping'))
  const second = await Demo.start()
  // The first start may have built the web; this one finds it built.
  expect(Number(/building what has changed … ([\d.]+) s/.exec(second.said)?.[1])).toBeLessThan(2)
  const owner = await connectAlone(second.place.ownerUrl)
  await owner.query(
    `insert into journal (seq, day, at, type, v, body)
     select max(seq) + 1, max(day), max(at), 'ofLaterDays', 1, '{"type":"ofLaterDays","v":1,"at":1}' from journal`,
  )
  await owner.end()
  await until('the web is started anew', () => /web has ended by itself \(exit code 1\)/.test(second.said))
  second.end()
  await until('all of it has ended', async () => !(await second.running()))
})
