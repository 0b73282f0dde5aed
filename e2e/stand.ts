// A whole centre for tests and benches: its own cluster, routers, jobs, web processes and simulated services, on free ports.
import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { CentreClock, connect, migrate, setClock, type Database } from '../database/index.ts'
import { load, skerrow, type Scenario } from '../scripts/demo/load.ts'
import { startProcess, waitForHealth, type Running } from '../scripts/demo/processes.ts'
import { beginsAt } from '../scripts/demo/scenario.ts'
import { freePort } from '../scripts/jest-cluster.ts'
import { placeIn, type Place } from '../scripts/place.ts'
import { root } from '../scripts/prepare.mjs'

export interface StandOptions {
  readonly routers?: number
  readonly webs?: number
  readonly outside?: boolean
  readonly scenario?: Scenario
  /** On where what is committed must survive a kill, and in benches. */
  readonly fsync?: boolean
  /** Its processes tell this of themselves: `inside`. */
  readonly watched?: keyof Inside
}

/** What a process knows of itself. */
export interface Inside {
  /** Since it was asked last, in time on the processor. */
  readonly turns: { readonly longestTurnMs: number }
  /** What is still of use, after all else was thrown away. */
  readonly heap: { readonly heapBytes: number }
}

export class Stand {
  /** Those that run: whoever fails beside one ends it. */
  static readonly running = new Set<Stand>()
  readonly routers: Running[] = []
  readonly webs: Running[] = []
  readonly origins: string[] = []
  outside: Running | null = null
  jobs: Running | null = null
  private count = 0

  private constructor(
    readonly place: Place,
    readonly database: Database,
    private readonly outsidePort: number,
    private readonly watched: keyof Inside | null,
    /** Whether files are scanned, by the simulated services. */
    private readonly scanned: boolean,
  ) {}

  static async start({
    routers = 1,
    webs = 1,
    outside = false,
    scenario = skerrow,
    fsync = false,
    watched,
  }: StandOptions = {}): Promise<Stand> {
    const folder = mkdtempSync(join(tmpdir(), 'eudromos-stand-'))
    const ports = { web: await freePort(), database: await freePort(), outside: await freePort() }
    const place = placeIn(folder, ports, fsync)
    await place.cluster.initialise()
    await place.cluster.start()
    await migrate(place.ownerUrl, place.secrets)
    const database = connect(place.ownerUrl, 4)
    await setClock(database.$client, beginsAt)
    await load(database, scenario, place.secrets.demo, beginsAt)
    mkdirSync(join(folder, 'logs'))
    const stand = new Stand(place, database, ports.outside, watched ?? null, outside)
    Stand.running.add(stand)
    for (let n = 0; n < routers; n += 1) stand.startRouter()
    // A web process that starts before there is a plan has nobody to offer as simulated agents.
    if (routers > 0) await until('the first plan is taken', async () => (await stand.lastSeq()) > 0)
    for (let n = 0; n < webs; n += 1) await stand.startWeb(n === 0 ? ports.web : await freePort())
    if (outside) {
      stand.startOutside()
      stand.startJobs()
      await until('files can be scanned', () => existsSync(join(folder, 'scanner.sock')))
    }
    return stand
  }

  get origin(): string {
    return this.origins[0] ?? ''
  }

  get logs(): string {
    return join(this.place.folder, 'logs')
  }

  /** What a process has logged so far. */
  logOf(name: string): string {
    const file = join(this.logs, `${name}.log`)
    return existsSync(file) ? readFileSync(file, 'utf8') : ''
  }

  /** What a process of the centre is told. */
  env(port: number): Record<string, string> {
    const { place } = this
    return {
      NODE_ENV: 'production',
      NEXT_TELEMETRY_DISABLED: '1',
      EUDROMOS_WEB_URL: place.webUrl,
      EUDROMOS_ROUTER_URL: place.routerUrl,
      EUDROMOS_JOBS_URL: place.jobsUrl,
      EUDROMOS_SECRET: place.secrets.session,
      EUDROMOS_DEMO_PASSWORD: place.secrets.demo,
      EUDROMOS_ORIGIN: `http://127.0.0.1:${port}`,
      EUDROMOS_OUTSIDE_KEY: place.secrets.outside,
      EUDROMOS_OUTSIDE_PORT: String(this.outsidePort),
      EUDROMOS_OUTSIDE_URL: `http://127.0.0.1:${this.outsidePort}`,
      // Many telephones of a test are one computer: each says which it is.
      EUDROMOS_TRUSTED_PROXIES: '127.0.0.1',
      EUDROMOS_LOG: 'warn',
      ...(this.scanned && { EUDROMOS_SCANNER: join(place.folder, 'scanner.sock') }),
      ...(this.watched !== null && {
        NODE_OPTIONS: `--import ${join(root, 'e2e/inside.mjs')}`,
        EUDROMOS_INSIDE: join(place.folder, 'inside'),
        EUDROMOS_INSIDE_OF: this.watched,
      }),
    }
  }

  /** What one of its processes knows of itself, asked now; of a stand that is watched. */
  async inside<Of extends keyof Inside>(
    _of: Of,
    { name, child: { pid } }: Running,
    patienceMs = 30_000,
  ): Promise<Inside[Of]> {
    const read = (): (Inside[Of] & { readonly n: number }) | null => {
      try {
        return JSON.parse(readFileSync(join(this.place.folder, 'inside', `${pid}.json`), 'utf8')) as Inside[Of] & {
          readonly n: number
        }
      } catch {
        return null
      }
    }
    // Before it is ready to be asked, the signal would end it.
    const { n: before } = await until(`${name} can tell of itself`, read, patienceMs)
    process.kill(pid ?? NaN, 'SIGUSR2')
    return until(
      `${name} tells of itself`,
      () => {
        const now = read()
        return now !== null && now.n > before ? now : null
      },
      patienceMs,
    )
  }

  startRouter(): Running {
    this.count += 1
    const name = `router-${this.count}`
    const env = { ...this.env(0), EUDROMOS_NAME: name, EUDROMOS_LOG: 'info' }
    const running = startProcess(name, ['--import', 'tsx', join(root, 'router/main.ts')], env, this.logs)
    this.routers.push(running)
    return running
  }

  /** One more process of the web; `told`: what it is told beside what all are. */
  async startWeb(port: number, told: Readonly<Record<string, string>> = {}): Promise<Running> {
    const args = [join(root, 'web/start.mjs'), String(port)]
    const running = startProcess(`web-${port}`, args, { ...this.env(port), ...told }, this.logs)
    this.webs.push(running)
    this.origins.push(`http://127.0.0.1:${port}`)
    await waitForHealth(`http://127.0.0.1:${port}/api/health`, running)
    return running
  }

  startOutside(): void {
    const env = { ...this.env(0), EUDROMOS_ORIGIN: this.origin }
    this.outside = startProcess('outside', ['--import', 'tsx', join(root, 'outside/main.ts')], env, this.logs)
  }

  startJobs(): void {
    this.jobs = startProcess('jobs', ['--import', 'tsx', join(root, 'jobs/main.ts')], this.env(0), this.logs)
  }

  /** The number of the journal's last event; 0 where there is none. */
  async lastSeq(): Promise<number> {
    const { rows } = await this.database.$client.query<{ seq: number }>(
      'select coalesce(max(seq), 0) as seq from journal',
    )
    return rows[0]?.seq ?? 0
  }

  /** The router at work, by its name in the epoch row. */
  async routerAtWork(): Promise<Running> {
    const { rows } = await this.database.$client.query<{ holder: string }>('select holder from router_epoch')
    const found = this.routers.find(({ name }) => name === rows[0]?.holder)
    if (found === undefined) throw new Error(`no router is called ${rows[0]?.holder}`)
    return found
  }

  /** Moves the centre's one clock forward; every process follows. */
  async passSeconds(seconds: number): Promise<void> {
    const clock = await CentreClock.read(this.database.$client)
    await setClock(this.database.$client, clock.now() + seconds * 1000)
  }

  async stop(): Promise<void> {
    Stand.running.delete(this)
    for (const one of [this.outside, this.jobs, ...this.webs, ...this.routers])
      if (one !== null) {
        one.child.kill('SIGCONT')
        await one.stop()
      }
    await this.database.$client.end().catch(() => undefined)
    await this.place.cluster.stop('immediate')
    rmSync(this.place.folder, { recursive: true, force: true })
  }
}

/** Waits until `look` finds something true. */
export async function until<T>(
  what: string,
  look: () => Promise<T | null | undefined | false> | T | null | undefined | false,
  patienceMs = 30_000,
): Promise<T> {
  for (const end = Date.now() + patienceMs; Date.now() < end;) {
    const found = await look()
    if (found !== null && found !== undefined && found !== false) return found
    await new Promise((resolve) => setTimeout(resolve, 20))
  }
  throw new Error(`waited in vain: ${what}`)
}
