// npm run demo -- [--fresh] [--now] [--empty] [--large] [--quiet] [--stop]
// Makes the private database, loads the scenario, builds, starts everything, and ends it in order on Ctrl+C.
import { existsSync, mkdirSync, readFileSync, rmSync, statfsSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import { ClusterError, isAlive } from '../../database/cluster/index.ts'
import {
  CentreClock,
  connect,
  migrate,
  schema,
  setClock,
  setRealClock,
  stopClock,
  type Database,
} from '../../database/index.ts'
import { buildWeb } from '../build.ts'
import { homeFolder, placeIn, type Place } from '../place.ts'
import { fail, root, say } from '../prepare.mjs'
import { makeHistory } from './history.ts'
import { large, load, skerrow } from './load.ts'
import { unconfigured } from './unconfigured.ts'
import { endProcesses, isDemo, placeVariable, processesOf } from './leftovers.ts'
import { Kept, startProcess, waitForHealth, type Beside, type Running } from './processes.ts'
import { beginsAt } from './scenario.ts'
import { people } from './scenario-people.ts'

interface Options {
  readonly fresh: boolean
  readonly now: boolean
  readonly empty: boolean
  readonly large: boolean
  readonly quiet: boolean
  readonly stop: boolean
}

function readOptions(): Options {
  try {
    const off = { type: 'boolean', default: false } as const
    const { values } = parseArgs({
      options: { fresh: off, now: off, empty: off, large: off, quiet: off, stop: off },
    })
    return values as Options
  } catch (error) {
    return fail(
      `${error instanceof Error ? error.message : error}\nUsage: npm run demo -- [--fresh] [--now] [--empty] [--large] [--quiet] [--stop]`,
    ) as never
  }
}

const step = async <T>(what: string, work: () => T | Promise<T>): Promise<T> => {
  const from = performance.now()
  process.stdout.write(`  ${what} … `)
  const result = await work()
  say(`${((performance.now() - from) / 1000).toFixed(1)} s`)
  return result
}

const portTaken = (port: number): Promise<boolean> =>
  new Promise((resolve) => {
    const probe = createServer()
    probe.once('error', () => resolve(true))
    probe.listen(port, '127.0.0.1', () => probe.close(() => resolve(false)))
  })

async function requirePorts({ ports }: Place): Promise<void> {
  const names = { web: 'EUDROMOS_PORT', database: 'EUDROMOS_DATABASE_PORT', outside: 'EUDROMOS_OUTSIDE_PORT' } as const
  for (const [name, port] of Object.entries(ports) as [keyof typeof names, number][])
    if (await portTaken(port))
      fail(
        `Port ${port} on 127.0.0.1 is taken by another program. Stop that (another demo?), or choose another port: ${names[name]}=${port + 100} npm run demo`,
      )
}

const pidFileIn = (folder: string): string => join(folder, 'demo.pid')
const isEnding = 'ending'

/** The demo that runs in the folder, if one does, and whether it has been told to end. */
function demoIn(folder: string): { readonly pid: number; readonly ending: boolean } | null {
  const file = pidFileIn(folder)
  const [word, state] = existsSync(file) ? readFileSync(file, 'utf8').split(' ') : []
  const pid = Number(word ?? NaN)
  return isAlive(pid) && pid !== process.pid && isDemo(pid) ? { pid, ending: state === isEnding } : null
}

/** One demo at a time in a folder: a second one would share its database. What one that was killed has left is ended. */
async function claim(place: Place): Promise<void> {
  const { folder, cluster } = place
  const other = demoIn(folder)
  if (other !== null && !other.ending)
    fail(`The demo is running already (process ${other.pid}). Stop it with Ctrl+C there, or with: kill ${other.pid}`)
  // Whoever presses Ctrl+C has their prompt back before all of it has ended.
  if (other !== null) await step('waiting for the demo that is ending', () => endProcesses([other.pid], 60_000))
  const left = processesOf(folder)
  if (left.length > 0 || cluster.running())
    await step('ending what a demo that was killed has left', async () => {
      await endProcesses(left)
      await stopDatabase(place)
    })
  writeFileSync(pidFileIn(folder), String(process.pid))
}

/** Ends a demo that runs, or what one that was killed has left. */
async function stopDemo(place: Place): Promise<void> {
  const { folder } = place
  const other = demoIn(folder)
  if (other !== null) await endProcesses([other.pid], 60_000)
  await endProcesses(processesOf(folder))
  await stopDatabase(place)
  rmSync(pidFileIn(folder), { force: true })
  say('Stopped. Everything is kept.')
}

/** The demo's clock stands still while the demo does. */
async function stopDatabase({ cluster, ownerUrl }: Place): Promise<void> {
  if (!cluster.running()) return
  const database = connect(ownerUrl, 1)
  await stopClock(database.$client).catch(() => undefined)
  await database.$client.end()
  await cluster.stop()
}

/** Tells that something has ended by itself. */
const fell =
  (name: string, log: string) =>
  (code: number | null, inMs: number): void => {
    const how = code === null ? '' : ` (exit code ${code})`
    say(
      `\nThe ${name} has ended by itself${how}; it is started again in ${inMs / 1000} s. Its last words are in ${log}.`,
    )
  }

async function prepareDatabase(place: Place, options: Options, running: Kept[]): Promise<void> {
  const { cluster, ownerUrl, secrets } = place
  if (!existsSync(join(cluster.data, 'PG_VERSION')))
    await step('making a private database cluster', () => cluster.initialise())
  const start = async (): Promise<Beside> => {
    if (!cluster.running()) await cluster.start()
    return { ended: cluster.ended().then(() => null), stop: () => stopDatabase(place) }
  }
  const logFile = join(cluster.data, 'server.log')
  await step('starting PostgreSQL on loopback', async () => {
    running.push(await Kept.start(start, fell('database', logFile)))
  })
  await step('bringing its tables up to date', () => migrate(ownerUrl, secrets))
  const database = connect(ownerUrl, 4)
  try {
    await prepareContents(database, place, options)
  } finally {
    await database.$client.end()
  }
}

async function prepareContents(database: Database, { secrets, ownerUrl }: Place, options: Options): Promise<void> {
  const [known] = await database.select().from(schema.planDraft)
  if (known !== undefined) {
    const [clock] = await database.select().from(schema.clock)
    // The demo's clock stands still while the demo does.
    if (clock?.stoppedAt != null) await setClock(database.$client, clock.stoppedAt)
    return
  }
  if (options.now) await setRealClock(database.$client)
  else await setClock(database.$client, beginsAt)
  const at = (await CentreClock.read(database.$client)).now()
  const scenario = options.empty ? unconfigured : options.large ? large() : skerrow
  await step('loading the scenario', () => load(database, scenario, secrets.demo, at - 4 * 3_600_000))
  if (!options.empty) {
    const chats = await step('making this morning’s history', () => makeHistory(ownerUrl, scenario, at))
    say(`    ${chats} conversations since 05:40`)
  }
}

function environment(place: Place, options: Options): Record<string, string> {
  const { ports, secrets } = place
  const origin = `http://localhost:${ports.web}`
  const traffic = options.large ? { chatsPerMinute: 240, agents: 300, handleSeconds: 90 } : { mood: 'quiet' }
  return {
    [placeVariable]: place.folder,
    NODE_ENV: 'production',
    NEXT_TELEMETRY_DISABLED: '1',
    EUDROMOS_WEB_URL: place.webUrl,
    EUDROMOS_ROUTER_URL: place.routerUrl,
    EUDROMOS_JOBS_URL: place.jobsUrl,
    EUDROMOS_SECRET: secrets.session,
    EUDROMOS_DEMO_PASSWORD: secrets.demo,
    EUDROMOS_ORIGIN: origin,
    EUDROMOS_ORIGINS: `${origin},http://127.0.0.1:${ports.web}`,
    EUDROMOS_OUTSIDE_KEY: secrets.outside,
    EUDROMOS_OUTSIDE_PORT: String(ports.outside),
    EUDROMOS_OUTSIDE_URL: `http://127.0.0.1:${ports.outside}`,
    EUDROMOS_SCANNER: join(place.folder, 'scanner.sock'),
    EUDROMOS_TRAFFIC: options.quiet || options.empty ? '' : JSON.stringify({ ...traffic, seed: 1 }),
  }
}

async function startAll(place: Place, options: Options, running: Kept[]): Promise<void> {
  const env = environment(place, options)
  const logs = join(place.folder, 'logs')
  mkdirSync(logs, { recursive: true })
  const tsx = ['--import', 'tsx']
  const keep = async (name: string, args: readonly string[], own = env): Promise<Kept<Running>> => {
    const begin = (): Running => startProcess(name, args, own, logs)
    const kept = await Kept.start(begin, fell(name, join(logs, `${name}.log`)))
    running.push(kept)
    return kept
  }
  await step('starting the router', () => keep('router', [...tsx, join(root, 'router/main.ts')]))
  await step('starting the jobs', () => keep('jobs', [...tsx, join(root, 'jobs/main.ts')]))
  const origin = `http://127.0.0.1:${place.ports.web}`
  await step('starting the web', async () => {
    const web = await keep('web', [join(root, 'web/start.mjs'), String(place.ports.web)])
    await waitForHealth(`${origin}/api/health`, web.now)
  })
  await step('starting the simulated services', () =>
    keep('outside', [...tsx, join(root, 'outside/main.ts')], { ...env, EUDROMOS_ORIGIN: origin }),
  )
}

function announce(place: Place, options: Options): void {
  const shown = (options.empty ? unconfigured.people : people).filter(({ simulated }) => !simulated)
  say(`\nOpen http://localhost:${place.ports.web}\n\nSign in with one click as:`)
  for (const { name, roles, hint } of shown) say(`  ${name.padEnd(18)} ${roles.join(' and ').padEnd(21)} ${hint}`)
  say(`\nLogs: ${join(place.folder, 'logs')}. Ctrl+C stops everything; the data is kept (--fresh begins afresh).`)
}

async function main(): Promise<void> {
  const options = readOptions()
  const variant = options.empty ? 'empty' : options.large ? 'large' : 'demo'
  const folder = join(homeFolder(), options.now ? `${variant}-now` : variant)
  mkdirSync(folder, { recursive: true })
  let place = placeIn(folder)
  if (options.stop) return stopDemo(place)
  const { bavail, bsize } = statfsSync(folder)
  if (bavail * bsize < 500 * 1024 * 1024)
    fail(`The disk that holds ${folder} has less than 500 MB free. Free some space and start again.`)
  await claim(place)
  if (options.fresh) {
    await step('removing what was there', () => {
      rmSync(folder, { recursive: true, force: true })
      mkdirSync(folder, { recursive: true })
      writeFileSync(pidFileIn(folder), String(process.pid))
    })
    place = placeIn(folder)
  }
  await requirePorts(place)
  const running: Kept[] = []
  let ending = false
  let wake = (): void => undefined
  const asked = new Promise<void>((resolve) => (wake = resolve))
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, () => wake())
  process.on('uncaughtException', (error) => {
    say(error.stack ?? error.message)
    process.exitCode = 1
    wake()
  })
  // Whoever started it may be gone without a word, and the terminal with them.
  process.stdout.on('error', () => undefined)
  const parent = process.ppid
  setInterval(() => {
    if (process.ppid !== parent) wake()
  }, 500).unref()
  const end = async (): Promise<void> => {
    if (ending) return
    ending = true
    say('\nStopping …')
    try {
      writeFileSync(pidFileIn(folder), `${process.pid} ${isEnding}`)
    } catch {
      // A disk that is full keeps nobody from ending.
    }
    for (const one of [...running].reverse()) await one.stop()
    // It may have been told to end while PostgreSQL was starting.
    await stopDatabase(place)
    rmSync(pidFileIn(folder), { force: true })
    say('Stopped. Everything is kept.')
  }
  try {
    await Promise.race([asked, begin(place, options, running)])
    await asked
  } catch (error) {
    await end()
    throw error
  }
  await end()
}

async function begin(place: Place, options: Options, running: Kept[]): Promise<void> {
  await prepareDatabase(place, options, running)
  await step('building what has changed', () => void buildWeb())
  await startAll(place, options, running)
  announce(place, options)
}

main().then(
  () => process.exit(),
  (error: unknown) => {
    if (error instanceof ClusterError) fail(error.message)
    const code = error instanceof Error && 'code' in error ? error.code : null
    if (code === 'EACCES' || code === 'EPERM')
      fail(
        `A right is missing: ${(error as Error).message}. Start it as a user who may write there, or set EUDROMOS_HOME to a folder of yours.`,
      )
    if (code === 'ENOSPC') fail('The disk is full. Free some space and start again.')
    fail(error instanceof Error ? (error.stack ?? error.message) : String(error))
  },
)
