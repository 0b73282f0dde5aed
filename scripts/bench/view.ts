// npm run bench -- --view: what it costs a web process to keep the screens of a large centre current (40 queues, 400 seats and
// 20 supervisors who look on, 50 events a second). Every stream is one over HTTP; the commands do not pass through the web.
import { Agent, get, type IncomingMessage } from 'node:http'
import { v7 as newId } from 'uuid'
import { evolve, State, type CommandBodies, type CommandType } from '@eudromos/core/routing'
import { beginning, insertCommands, placeAfter, readJournal, type NewContent } from '@eudromos/database'
import { inParallel } from '../../e2e/crowd.ts'
import { Stand, until } from '../../e2e/stand.ts'
import { envelope } from '../../web/server/edge/envelope.ts'
import { large } from '../demo/load.ts'
import { processorSeconds, slopeOf, type Sample } from './processes.ts'
import { system } from './seats.ts'

const supervisors = 20
const chatsPerSecond = 8
/** Of agents who go on a break and come back. */
const pausesPerSecond = 13
const tickMs = 100
const talk = { word: 6000, answer: 12_000, end: 20_000, wrapUp: 3000 }

export interface ViewCost {
  readonly note: string
  readonly seats: number
  readonly supervisors: number
  readonly eventsPerSecond: number
  /** Of the web process, in percent of one core; and for each event in milliseconds. */
  readonly processorPercent: number
  readonly processorMsAnEvent: number
  /** Sent to each in a second. */
  readonly bytes: Readonly<Record<'seat' | 'supervisor', number>>
  /** The heap of the web process after a collection: at the end, and how much it grew in a minute. */
  readonly heap: { readonly megabytes: number; readonly slope: number }
}

/** One who follows a stream, and how much they were sent. */
interface Following {
  readonly kind: 'seat' | 'supervisor'
  bytes: number
}

/** The session of one of the demo's people. */
async function enter({ origin }: Stand, personId: string): Promise<string> {
  const signedIn = await fetch(`${origin}/api/demo/sign-in`, {
    method: 'POST',
    headers: { origin, 'content-type': 'application/json', 'x-forwarded-for': placeOf(personId) },
    body: JSON.stringify({ personId }),
  })
  return signedIn.headers
    .getSetCookie()
    .map((one) => one.split(';')[0])
    .join('; ')
}

/** Opens a stream: of the centre, or of somebody's seat in their name. */
async function follow(stand: Stand, agent: Agent, cookie: string, seat: string | null): Promise<Following> {
  const { origin } = stand
  const kind = seat === null ? 'supervisor' : 'seat'
  const place = placeOf(seat ?? `${places.size}`)
  const one: Following = { kind, bytes: 0 }
  await new Promise<void>((resolve, reject) => {
    const url = `${origin}/api/live?view=${seat === null ? 'live' : `seat&agent=${seat}`}`
    get(url, { agent, headers: { cookie, 'x-forwarded-for': place } }, (answer: IncomingMessage) => {
      if (answer.statusCode !== 200) return reject(new Error(`${seat ?? 'live'}: ${answer.statusCode}`))
      answer.on('data', (part: Buffer) => {
        one.bytes += part.length
        resolve()
      })
    }).on('error', reject)
  })
  return one
}

const places = new Map<string, string>()
/** An address of their own. */
function placeOf(personId: string): string {
  const n = places.size
  const place = places.get(personId) ?? `10.0.${n >> 7}.${n % 128}`
  places.set(personId, place)
  return place
}

/** Lets chats come and go, and agents take breaks, at a steady rate. */
class Day {
  private readonly state = new State()
  private place = beginning
  private readonly since = new Map<string, number>()
  private readonly done = new Set<string>()
  private begun = 0
  private paused = 0
  private due = { chats: 0, pauses: 0 }
  private timer: NodeJS.Timeout | null = null
  private working = false

  /** Through which web process customers are there. */
  private processId = ''

  constructor(private readonly stand: Stand) {}

  async read(): Promise<State> {
    const rows = await readJournal(this.stand.database.$client, this.place, 5000)
    for (const { event } of rows) evolve(this.state, event)
    this.place = placeAfter(rows, this.place)
    return this.state
  }

  async say<T extends CommandType>(type: T, body: CommandBodies[T], contents: NewContent[] = []): Promise<void> {
    await insertCommands(this.stand.database.$client, [{ command: envelope(type, system, body), contents }])
  }

  async start(): Promise<void> {
    const { rows } = await this.stand.database.$client.query<{ id: string }>('select id from web_process')
    this.processId = rows[0]?.id ?? ''
    this.timer = setInterval(() => {
      if (this.working) return
      this.working = true
      void this.tick().finally(() => (this.working = false))
    }, tickMs)
  }

  stop(): void {
    if (this.timer !== null) clearInterval(this.timer)
  }

  get seq(): number {
    return this.place.seq
  }

  /** Does what falls to somebody in a conversation, once. */
  private once(key: string, act: () => Promise<void>): Promise<void> {
    if (this.done.has(key)) return Promise.resolve()
    this.done.add(key)
    return act()
  }

  private word(interactionId: string, agentId: string | null): Promise<void> {
    const contentId = newId()
    const content = {
      id: contentId,
      interactionId,
      kind: 'message',
      body: 'How long will it take from the pier?',
    } as const
    return this.say('sendMessage', { interactionId, agentId, contentId }, [content])
  }

  private async tick(): Promise<void> {
    const state = await this.read()
    const now = performance.now()
    const acts: Promise<void>[] = []
    for (const { id, phase, visits, participations } of state.interactions.values()) {
      const key = `${id} ${phase}`
      const since = this.since.get(key) ?? now
      this.since.set(key, since)
      const agentId = participations.at(-1)?.personId
      const offer = visits.at(-1)?.offers.at(-1)
      if (phase === 'offered' && offer?.end === null)
        acts.push(
          this.once(offer.id, () =>
            this.say('answerOffer', { agentId: offer.agentId, interactionId: id, offerId: offer.id }),
          ),
        )
      if (agentId === undefined) continue
      if (phase === 'connected' && now - since > talk.word)
        acts.push(this.once(`${id} word`, () => this.word(id, null)))
      if (phase === 'connected' && now - since > talk.answer)
        acts.push(this.once(`${id} answer`, () => this.word(id, agentId)))
      if (phase === 'connected' && now - since > talk.end)
        acts.push(this.once(`${id} end`, () => this.say('endInteraction', { agentId, interactionId: id })))
      if (phase === 'wrapUp' && now - since > talk.wrapUp)
        acts.push(this.once(`${id} over`, () => this.say('finishWrapUp', { agentId, interactionId: id })))
    }
    this.due.chats += (chatsPerSecond * tickMs) / 1000
    this.due.pauses += (pausesPerSecond * tickMs) / 1000
    for (; this.due.chats >= 1; this.due.chats -= 1) acts.push(this.begin(state))
    for (; this.due.pauses >= 1; this.due.pauses -= 1) acts.push(this.pause(state))
    await Promise.all(acts)
  }

  private begin(state: State): Promise<void> {
    const ways = (state.plan?.lines ?? [])
      .filter(({ channel }) => channel === 'chat')
      .flatMap(({ id, queueIds }) => queueIds.map((queueId) => ({ lineId: id, queueId })))
    const way = ways[this.begun % ways.length]
    if (way === undefined) throw new Error('no chat line leads anywhere')
    this.begun += 1
    const interactionId = newId()
    const connection = { id: `${interactionId}-1`, processId: this.processId }
    const body = {
      interactionId,
      channel: 'chat',
      customerId: `c-${this.begun % 500}`,
      connection,
      contentId: null,
    } as const
    return this.say('beginInteraction', { ...body, ...way })
  }

  /** Of every fourth, one after the other: to a break, or back. */
  private pause(state: State): Promise<void> {
    const some = [...state.agents.values()].filter((_, n) => n % 4 === 0)
    const one = some[this.paused % some.length]
    this.paused += 1
    if (one === undefined) return Promise.resolve()
    return this.say('setPresence', { agentId: one.id, stateId: one.stateId === 'ready' ? 'break' : 'ready' })
  }
}

export async function benchView(quick: boolean): Promise<ViewCost> {
  const stand = await Stand.start({ scenario: large(), watched: 'heap' })
  const [web] = stand.webs
  if (web === undefined) throw new Error('no web process')
  const pid = web.child.pid ?? NaN
  const day = new Day(stand)
  const state = await until('the plan is there', async () => ((await day.read()).plan === null ? null : day.read()))
  const agent = new Agent({ keepAlive: true, maxSockets: Infinity })
  const following: Following[] = []
  const agents = [...state.agents.keys()]
  const looking = large()
    .people.filter(({ simulated, roles }) => !simulated && roles.includes('supervisor'))
    .map(({ id }) => id)
  const cookies = await Promise.all(looking.map((personId) => enter(stand, personId)))
  await inParallel(agents.length, 8, async (n) => {
    // A private team's seat is opened by who may see it.
    for (const cookie of cookies) {
      const one = await follow(stand, agent, cookie, agents[n] ?? '').catch(() => null)
      if (one === null) continue
      following.push(one)
      return
    }
  })
  await inParallel(supervisors, 4, async (n) => {
    following.push(await follow(stand, agent, cookies[n % cookies.length] ?? '', null))
  })
  for (const agentId of agents) await day.say('setPresence', { agentId, stateId: 'ready' })
  await day.start()
  const wait = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms))
  await wait(quick ? 25_000 : 60_000)

  for (const one of following) one.bytes = 0
  const [from, seq, worked] = [performance.now(), day.seq, processorSeconds(pid)]
  const heaps: Sample[] = []
  const minutes = quick ? 0.5 : 10
  // What collecting costs is no part of the work: the last look is after it is counted.
  const rounds = quick ? 1 : 10
  let collecting = 0
  for (let round = 0; round < rounds; round += 1) {
    await wait((minutes * 60_000) / rounds)
    const before = processorSeconds(pid)
    const { heapBytes } = await stand.inside('heap', web)
    collecting += processorSeconds(pid) - before
    heaps.push({ at: performance.now(), megabytes: heapBytes / 1e6 })
  }
  const seconds = (performance.now() - from) / 1000
  const took = processorSeconds(pid) - worked - collecting
  const events = day.seq - seq
  const mean = (kind: Following['kind']): number => {
    const own = following.filter((one) => one.kind === kind)
    return Math.round(own.reduce((sum, { bytes }) => sum + bytes, 0) / own.length / seconds)
  }
  day.stop()
  const figures: ViewCost = {
    note: 'the commands are put into the inbox by another process; what collecting the heap took is left out',
    seats: following.filter(({ kind }) => kind === 'seat').length,
    supervisors,
    eventsPerSecond: Number((events / seconds).toFixed(1)),
    processorPercent: Number(((took / seconds) * 100).toFixed(1)),
    processorMsAnEvent: Number(((took * 1000) / events).toFixed(2)),
    bytes: { seat: mean('seat'), supervisor: mean('supervisor') },
    heap: {
      megabytes: Math.round(heaps.at(-1)?.megabytes ?? NaN),
      slope: Number((heaps.length > 2 ? slopeOf(heaps) : NaN).toFixed(2)),
    },
  }
  agent.destroy()
  await stand.stop()
  return figures
}
