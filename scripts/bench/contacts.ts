// npm run bench -- --contacts [--quick]: what a contact costs by its channel, from its arrival to the end of its wrap-up, through
// HTTP: how many requests, and how long each process is at work for it.
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { channelOf, Customers, crowdScenario, insist, type CrowdChannel } from '../../e2e/crowd.ts'
import { additionsMs } from '../../e2e/machine.ts'
import { Stand, until } from '../../e2e/stand.ts'
import { seeded, type News } from '../../outside/index.ts'
import { beginCrowd } from './load-http.ts'
import { arriving } from './load-terms.ts'
import { childrenOf, processorSeconds } from './processes.ts'

const agents = 100
const perSecond = 3
const seconds = { whole: 40, quick: 10 }
const idleMs = { whole: 20_000, quick: 5000 }
/** How often either side has the word, the customer first. */
const words: Readonly<Record<CrowdChannel, number>> = { chat: 5, sms: 2, voice: 0 }

const parts = ['web', 'router', 'jobs', 'database'] as const
type Part = (typeof parts)[number]
/** Milliseconds of a core. */
type Work = Readonly<Record<Part, number>>

export interface Contacts {
  readonly note: string
  readonly agents: number
  /** What a yardstick took before and after: thirty million additions, milliseconds. A contact's milliseconds are of the same machine. */
  readonly yardstickMs: readonly [number, number]
  /** Of each second in which nothing happens, with all agents connected. */
  readonly idle: Work
  readonly byChannel: Readonly<
    Record<
      CrowdChannel,
      {
        readonly contacts: number
        readonly words: number
        readonly requests: number
        readonly coreMs: Work & { all: number }
      }
    >
  >
}

/** Seconds on the processor by part. The database's are those of its processes that live. */
function workOf({ webs, routers, jobs, place }: Stand): Work {
  const of = (pids: readonly (number | undefined)[]): number =>
    pids.reduce<number>((sum, pid) => sum + (pid === undefined ? 0 : processorSeconds(pid)), 0) * 1000
  const postmaster = Number.parseInt(readFileSync(join(place.cluster.data, 'postmaster.pid'), 'utf8'), 10)
  return {
    web: of(webs.map(({ child }) => child.pid)),
    router: of(routers.map(({ child }) => child.pid)),
    jobs: of([jobs?.child.pid]),
    database: of([postmaster, ...childrenOf(postmaster)]),
  }
}

const each = (of: (part: Part) => number): Work =>
  Object.fromEntries(parts.map((part) => [part, Number(of(part).toFixed(2))])) as Record<Part, number>

/** How many requests this process has sent. */
function countingRequests(): () => number {
  const plain = globalThis.fetch
  let sent = 0
  globalThis.fetch = (...request) => {
    sent += 1
    return plain(...request)
  }
  return () => sent
}

/** Agents who answer at once and talk with the customer: each has the word in turn, then it ends. */
class Talkers {
  readonly stopping = new AbortController()
  private readonly met = new Set<string>()
  connected = 0

  constructor(
    private readonly customers: Customers,
    private readonly channel: () => CrowdChannel,
  ) {}

  start(): void {
    const { carrier } = this.customers
    void carrier
      .follow(agents, this.stopping.signal, {
        ready: (agentIds) => {
          this.connected = agentIds.length
          for (const agentId of agentIds) void insist(() => carrier.act(agentId, 'setPresence', { stateId: 'ready' }))
        },
        news: (news) => void this.take(news),
      })
      .catch(() => undefined)
  }

  stop(): void {
    this.stopping.abort()
  }

  private async take({ interactionId, phase, offer, agentId }: News): Promise<void> {
    const { carrier } = this.customers
    const key = `${interactionId} ${phase} ${offer?.id ?? ''}`
    if (this.met.has(key)) return
    this.met.add(key)
    if (phase === 'offered' && offer !== null)
      await insist(() => carrier.act(offer.agentId, 'answerOffer', { interactionId, offerId: offer.id }))
    else if (phase === 'connected' && agentId !== null) await this.talk(agentId, interactionId)
    else if (phase === 'wrapUp' && agentId !== null)
      await insist(() => carrier.act(agentId, 'finishWrapUp', { interactionId }))
  }

  private async talk(agentId: string, interactionId: string): Promise<void> {
    const channel = this.channel()
    for (let turn = 0; turn < words[channel]; turn += 1) {
      await this.customers.carrier.act(agentId, 'sendMessage', { interactionId, text: `Words of an agent ${turn}` })
      await this.customers.say(channel, interactionId, `Words of a customer ${turn}`)
    }
    await insist(() => this.customers.carrier.act(agentId, 'endInteraction', { interactionId }))
  }
}

export async function benchContacts(quick: boolean): Promise<Contacts> {
  const of = quick ? 'quick' : 'whole'
  const requests = countingRequests()
  const stand = await Stand.start({ fsync: true, outside: true, scenario: crowdScenario(agents, 30) })
  const customers = new Customers(stand.origin, stand.place.secrets.outside)
  let channel: CrowdChannel = 'chat'
  const seats = new Talkers(customers, () => channel)
  await beginCrowd(stand, customers, seats, agents)
  let begun = 0
  /** Contacts of the channel that is its turn, until all are over. */
  const contacts = async (forSeconds: number): Promise<number> => {
    const [first, random] = [[0, 1, 2].find((n) => channelOf(n) === channel) ?? 0, seeded(7)]
    const earlier = customers.accepted.length
    const n = await arriving(random, perSecond, performance.now() + forSeconds * 1000, () => {
      void customers.begin(3 * begun + first)
      begun += 1
    })
    await until('all is over', async () => {
      const { rows } = await stand.database.$client.query<{ n: number }>(
        'select count(*)::int as n from record where closed_at is null',
      )
      return customers.accepted.length - earlier === n && rows[0]?.n === 0
    })
    return n
  }
  const during = async <T>(what: () => Promise<T>): Promise<[T, Work, number]> => {
    const [began, start] = [performance.now(), workOf(stand)]
    const done = await what()
    const after = workOf(stand)
    return [done, each((part) => after[part] - start[part]), (performance.now() - began) / 1000]
  }
  const all: Partial<Record<CrowdChannel, Contacts['byChannel'][CrowdChannel]>> = {}
  const names = Object.keys(words) as CrowdChannel[]
  const yardstick = (): number => Math.round(additionsMs())
  // What is loaded at its first use is there before it is measured.
  for (channel of names) await contacts(2)
  const [, idling, idleSeconds] = await during(() => new Promise((resolve) => setTimeout(resolve, idleMs[of])))
  const idle = each((part) => idling[part] / idleSeconds)
  const before = yardstick()
  for (channel of names) {
    const sent = requests()
    const [n, work, lasted] = await during(() => contacts(seconds[of]))
    const coreMs = each((part) => (work[part] - idle[part] * lasted) / n)
    all[channel] = {
      contacts: n,
      words: words[channel] * 2 + (channel === 'voice' ? 0 : 1),
      requests: Number(((requests() - sent) / n).toFixed(1)),
      coreMs: { ...coreMs, all: Number(parts.reduce((sum, part) => sum + coreMs[part], 0).toFixed(2)) },
    }
  }
  const yardstickMs = [before, yardstick()] as const
  seats.stop()
  customers.stop()
  await stand.stop()
  return {
    note: 'one channel after the other, without what idling costs; requests are those of customers and agents, without the carrier’s receipts; screens of people are not in it (--view), nor is sound',
    agents,
    yardstickMs,
    idle,
    byChannel: all as Contacts['byChannel'],
  }
}
