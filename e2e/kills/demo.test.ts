import { spawn } from 'node:child_process'
import { chmodSync, mkdtempSync, rmSync } from 'node:fs'
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

  /** Whether the web, the services and the database still run. */
  async running(): Promise<boolean> {
    const { web, outside } = this.ports
    const up = await Promise.all([answers(`http://127.0.0.1:${web}`), answers(`http://127.0.0.1:${outside}`)])
    return up.includes(true) || this.place.cluster.running()
  }

  end(): void {
    this.npm.kill('SIGTERM')
  }
}

test('the demo ends whole when npm is told to; a second start builds nothing; a web that cannot follow is started anew', async () => {
  const first = await Demo.start()
  expect(await first.running()).toBe(true)
  first.end()
  await until('all of it has ended', async () => !(await first.running()))

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
