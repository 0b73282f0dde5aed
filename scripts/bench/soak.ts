// npm run bench -- --soak [--minutes N] [--seed N] [--rate N]: the mixed load through HTTP for a long time, with something killed each minute.
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { Customers, crowdScenario, EagerAgents } from '../../e2e/crowd.ts'
import { judge, wholeJournal, type Verdict } from '../../e2e/kills/verdict.ts'
import { Stand, until } from '../../e2e/stand.ts'
import { seeded } from '../../outside/index.ts'
import type { Running } from '../demo/processes.ts'
import { beginCrowd } from './load-http.ts'
import { arriving, talkMs, told } from './load-terms.ts'
import { childrenOf, ownMegabytes, slopeOf, type Sample } from './processes.ts'
import { spread, type Spread } from './yardsticks.ts'

const agents = 300
const killEveryMs = 60_000
const lookEveryMs = 5000
const collectEveryMs = 20_000
/** What a process loads at first is no growth. */
const warmMs = 40_000
/** From the kill until offers go out again. */
const mostSilenceMs = 10_000
/** Until a process tells of its heap. */
const patienceMs = 5000

const victims = ['router', 'web', 'jobs', 'services', 'database'] as const
type Victim = (typeof victims)[number]

export interface Soak {
  readonly note: string
  readonly minutes: number
  readonly seed: number
  readonly accepted: number
  readonly refused: number
  /** Why, as the centre said it, and how often. */
  readonly refusals: Readonly<Record<string, number>>
  readonly kills: Readonly<Record<Victim, number>>
  /** From each kill until the next offer, in milliseconds; and how many took longer than ten seconds. */
  readonly silenceMs: Spread & { readonly longest: number; readonly tooLong: number }
  readonly arrivalToOfferMs: Spread
  /** What the processes have of their own, which is what their garbage has not been thrown away of as well. */
  readonly memory: Growth
  /** What is still of use in them after all else was thrown away. */
  readonly heap: Growth
  readonly verdict: Record<keyof Verdict, number | boolean>
}

/** Of those that lived long enough: how much it grew, in MB a minute, and the most that it was at the end of a life. */
type Growth = Readonly<Record<string, { readonly lives: number; readonly slope: number; readonly megabytes: number }>>

/** Samples by process, since each began. */
class Lives {
  private readonly samples = new Map<string, Sample[]>()

  take(name: string, pid: number, megabytes: number): void {
    if (Number.isNaN(megabytes)) return
    const life = `${name} ${pid}`
    const samples = this.samples.get(life) ?? []
    this.samples.set(life, samples)
    samples.push({ at: performance.now(), megabytes })
  }

  growth(): Growth {
    const by = new Map<string, { lives: number; weight: number; rise: number; megabytes: number }>()
    for (const [life, samples] of this.samples) {
      const [first] = samples
      // The last may be of one that is about to end.
      const warm = samples.slice(0, -1).filter(({ at }) => at - (first?.at ?? 0) > warmMs)
      // Fewer say nothing of how it goes on.
      if (warm.length < 4) continue
      const [name = ''] = life.split(' ')
      const sum = by.get(name) ?? { lives: 0, weight: 0, rise: 0, megabytes: 0 }
      const minutes = ((warm.at(-1)?.at ?? 0) - (warm[0]?.at ?? 0)) / 60_000
      by.set(name, {
        lives: sum.lives + 1,
        weight: sum.weight + minutes,
        rise: sum.rise + slopeOf(warm) * minutes,
        megabytes: Math.max(sum.megabytes, warm.at(-1)?.megabytes ?? 0),
      })
    }
    return Object.fromEntries(
      [...by].map(([name, { lives, weight, rise, megabytes }]) => [
        name,
        { lives, slope: Number((rise / weight).toFixed(2)), megabytes: Math.round(megabytes) },
      ]),
    )
  }
}

class Watched {
  private readonly memory = new Lives()
  private readonly heap = new Lives()
  private readonly timers = [
    setInterval(() => this.look(), lookEveryMs),
    setInterval(() => void this.collect(), collectEveryMs),
  ]

  constructor(private readonly stand: Stand) {}

  /** By what they are. */
  private get running(): (readonly [string, Running])[] {
    const { routers, webs, jobs, outside } = this.stand
    return [...routers, ...webs, jobs, outside].flatMap((one) =>
      one !== null && one.child.exitCode === null && one.child.signalCode === null
        ? [[one.name.replace(/-\d+$/, ''), one] as const]
        : [],
    )
  }

  private look(): void {
    for (const [name, { child }] of this.running)
      this.memory.take(name, child.pid ?? NaN, ownMegabytes(child.pid ?? NaN))
    try {
      const pid = Number.parseInt(readFileSync(join(this.stand.place.cluster.data, 'postmaster.pid'), 'utf8'), 10)
      const all = [pid, ...childrenOf(pid)].map(ownMegabytes)
      this.memory.take(
        'database',
        pid,
        all.reduce((sum, one) => sum + (Number.isNaN(one) ? 0 : one), 0),
      )
    } catch {
      // It is being started anew.
    }
  }

  private async collect(): Promise<void> {
    for (const [name, one] of this.running) {
      // Whoever is killed meanwhile tells nothing.
      const told = await this.stand.inside('heap', one, patienceMs).catch(() => null)
      if (told !== null) this.heap.take(name, one.child.pid ?? NaN, told.heapBytes / 1e6)
    }
  }

  end(): Pick<Soak, 'memory' | 'heap'> {
    this.timers.forEach(clearInterval)
    return { memory: this.memory.growth(), heap: this.heap.growth() }
  }
}

/** Kills one, as the machine might. Gives what starts it anew. */
async function kill(stand: Stand, victim: Victim): Promise<() => Promise<unknown>> {
  const { cluster, ports } = stand.place
  if (victim === 'database') {
    await cluster.stop('immediate')
    return () => cluster.start()
  }
  const running = {
    router: await stand.routerAtWork(),
    web: stand.webs.at(-1),
    jobs: stand.jobs,
    services: stand.outside,
  }[victim]
  running?.child.kill('SIGKILL')
  await running?.ended
  if (victim === 'web') return () => stand.startWeb(ports.web)
  if (victim === 'jobs') return () => Promise.resolve(stand.startJobs())
  return () => Promise.resolve(victim === 'router' ? stand.startRouter() : stand.startOutside())
}

export async function soak(minutes: number, seed: number, perSecond: number): Promise<Soak> {
  const stand = await Stand.start({
    fsync: true,
    scenario: crowdScenario(agents, 1),
    outside: true,
    routers: 2,
    watched: 'heap',
  })
  const key = stand.place.secrets.outside
  const random = seeded(seed)
  const customers = new Customers(stand.origin, key)
  const waits: number[] = []
  const talk = seeded(seed + 1)
  const seats = new EagerAgents(
    stand.origin,
    key,
    agents,
    () => talkMs(talk()),
    (interactionId) => {
      const began = customers.sentAt.get(interactionId)
      if (began !== undefined) waits.push(performance.now() - began)
      customers.sentAt.delete(interactionId)
    },
  )
  await beginCrowd(stand, customers, seats, agents)
  const watched = new Watched(stand)
  const kills: Record<Victim, number> = { router: 0, web: 0, jobs: 0, services: 0, database: 0 }
  const silences: number[] = []
  const end = performance.now() + minutes * 60_000
  const killing = async (): Promise<void> => {
    for (let next = performance.now() + killEveryMs / 2; next < end - killEveryMs / 4; next += killEveryMs) {
      await new Promise((resolve) => setTimeout(resolve, next - performance.now()))
      const victim = victims[Math.floor(random() * victims.length)] ?? 'router'
      const from = performance.now()
      kills[victim] += 1
      const startAnew = await kill(stand, victim)
      const started = startAnew()
      const seq = await until('the database answers', () => stand.lastSeq().catch(() => null), 60_000)
      await until('offers go out again', () => offeredAfter(stand, seq).catch(() => false), 60_000)
      silences.push(performance.now() - from)
      await started
      process.stderr.write(`${victim}: offers again after ${Math.round(silences.at(-1) ?? NaN)} ms\n`)
    }
  }
  let over = 0
  const begin = (n: number): void => void customers.begin(n).finally(() => (over += 1))
  const [n] = await Promise.all([arriving(seeded(seed + 2), perSecond, end, begin), killing()])
  await until('all is over', async () => over === n && (await openRecords(stand)) === 0, 180_000)
  const grown = watched.end()
  const verdict = judge(await wholeJournal(stand.database), customers.accepted)
  customers.stop()
  seats.stop()
  await stand.stop()
  return {
    note: `${perSecond} a second through HTTP with ${agents} agents; one killed each minute and started anew; two routers, one web`,
    minutes,
    seed,
    accepted: customers.accepted.length,
    refused: n - customers.accepted.length,
    refusals: counted(customers.refusals),
    kills,
    silenceMs: {
      ...spread(silences),
      longest: Math.round(Math.max(0, ...silences)),
      tooLong: silences.filter((ms) => ms > mostSilenceMs).length,
    },
    arrivalToOfferMs: spread(waits),
    ...grown,
    verdict: told(verdict),
  }
}

function counted(all: readonly string[]): Record<string, number> {
  const by: Record<string, number> = {}
  for (const one of all) by[one] = (by[one] ?? 0) + 1
  return by
}

/** Whether an offer was made after this event of the journal. */
async function offeredAfter({ database }: Stand, seq: number): Promise<boolean> {
  const { rows } = await database.$client.query<{ n: number }>(
    `select count(*)::int as n from journal where seq > $1 and type = 'offerMade'`,
    [seq],
  )
  return (rows[0]?.n ?? 0) > 0
}

async function openRecords({ database }: Stand): Promise<number> {
  const { rows } = await database.$client.query<{ n: number }>(
    'select count(*)::int as n from record where closed_at is null',
  )
  return rows[0]?.n ?? NaN
}
