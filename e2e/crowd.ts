// Customers and agents for kill tests and benches: they act at once, and insist until the centre has answered.
import { v7 as newId } from 'uuid'
import { plainCentreWords, plainPlanned, plainPlannedLine, type Channel } from '../core/plan/index.ts'
import type { Scenario } from '../scripts/demo/load.ts'
import { centre } from '../scripts/demo/scenario.ts'
import { Carrier, GatewayError, signed, type News } from '../outside/index.ts'

export const crowdQueue = 'crowd'
/** The line of each channel; with its number, where it has one. */
export const crowdLines = { chat: 'crowd-chats', voice: 'crowd-calls', sms: 'crowd-texts' } as const
export const crowdNumbers = { voice: '+442079460100', sms: '+442079460101' } as const

const channelsInTurn = ['chat', 'sms', 'voice'] as const satisfies readonly Channel[]
/** By which the crowd comes. */
export type CrowdChannel = (typeof channelsInTurn)[number]
/** By which channel the n-th customer comes: all three, mixed evenly. */
export const channelOf = (n: number): CrowdChannel => channelsInTurn[n % 3] ?? 'chat'

// In each of these areas the numbers from 555-0100 to 555-0199 are kept for fiction.
const areas =
  '201 202 203 205 206 207 208 209 210 212 213 214 215 216 217 218 219 224 225 228 229 231 234 239 240 248 251 252 253 254 ' +
  '256 260 262 267 269 270 276 281 301 302 303 304 305 307 308 309 310 312 313 314'
const areaCodes = areas.split(' ')

/** The telephone of the n-th customer, in E.164: nobody's. After 5,000 they begin anew. */
export const crowdPhone = (n: number): string =>
  `+1${areaCodes[Math.floor(n / 100) % areaCodes.length] ?? ''}55501${String(n % 100).padStart(2, '0')}`

/** One queue, with a line of each channel, and so many simulated agents, each with three slots. */
export function crowdScenario(agents: number, wrapUpSeconds = 0): Scenario {
  const people = Array.from({ length: agents }, (_, n) => ({
    id: `agent-${String(n).padStart(4, '0')}`,
    name: `Agent ${n}`,
    roles: ['agent' as const],
    loadLimitsId: 'three-chats',
    siteId: null,
    shiftId: null,
    simulated: true,
    teamId: null,
    tier: null,
    skills: {},
    hint: '',
  }))
  const supervisor = {
    id: 'supervisor',
    name: 'Sup Ervisor',
    roles: ['supervisor' as const, 'administrator' as const],
    loadLimitsId: null,
    siteId: null,
    shiftId: null,
    simulated: false,
    teamId: null,
    tier: null,
    skills: {},
    hint: '',
  }
  const agentIds = people.map(({ id }) => id)
  const line = { ...plainPlannedLine, queueIds: [crowdQueue] }
  return {
    people: [supervisor, ...people],
    // Nobody has skills that a need could ask for.
    centre: { ...centre, centre: { ...centre.centre, needs: plainCentreWords.needs } },
    lines: [
      { ...line, id: crowdLines.chat, name: 'Chats', channel: 'chat' },
      { ...line, id: crowdLines.voice, name: 'Calls', channel: 'voice', address: crowdNumbers.voice },
      { ...line, id: crowdLines.sms, name: 'Texts', channel: 'sms', address: crowdNumbers.sms },
    ],
    queues: [
      {
        id: crowdQueue,
        name: 'Crowd',
        description: '',
        service: 'inService',
        agentIds,
        ...plainPlanned,
        target: { percent: 80, seconds: 20 },
        answerWindowSeconds: 15,
        selection: 'longestIdle',
        mostWaiting: null,
        wrapUpSeconds,
        testCustomerIds: [],
        hoursId: null,
        atClosingTo: null,
        onShiftOnly: false,
      },
    ],
  }
}

/** Tries the same thing again while the centre is out of reach or overloaded; what is refused is over. */
export async function insist(act: () => Promise<unknown>, patienceMs = 60_000): Promise<'done' | 'refused'> {
  for (const end = Date.now() + patienceMs; ;) {
    try {
      await act()
      return 'done'
    } catch (error) {
      if (error instanceof GatewayError && error.status < 500) return 'refused'
      if (Date.now() > end) throw error
      await new Promise((resolve) => setTimeout(resolve, 100))
    }
  }
}

/** Runs the jobs, so many at a time. */
export async function inParallel(count: number, atATime: number, job: (n: number) => Promise<void>): Promise<void> {
  let next = 0
  const worker = async (): Promise<void> => {
    for (let n = next++; n < count; n = next++) await job(n)
  }
  await Promise.all(Array.from({ length: atATime }, worker))
}

/** Simulated agents who answer whatever they are offered, talk for `talkMs`, and end it. */
export class EagerAgents {
  readonly carrier: Carrier
  private readonly stopping = new AbortController()
  private readonly met = new Set<string>()
  connected = 0

  constructor(
    origin: string,
    key: string,
    private readonly count: number,
    private readonly talkMs: () => number,
    private readonly offered: (interactionId: string) => void = () => undefined,
  ) {
    this.carrier = new Carrier(origin, key)
  }

  start(): void {
    void this.keepFollowing()
  }

  stop(): void {
    this.stopping.abort()
  }

  private async keepFollowing(): Promise<void> {
    while (!this.stopping.signal.aborted) {
      await this.carrier
        .follow(this.count, this.stopping.signal, {
          ready: (agentIds) => {
            this.connected = agentIds.length
            for (const agentId of agentIds) void this.insist(agentId, 'setPresence', { stateId: 'ready' })
          },
          news: (news) => this.take(news),
        })
        .catch(() => undefined)
      this.met.clear()
      await new Promise((resolve) => setTimeout(resolve, 200))
    }
  }

  private insist(agentId: string, type: string, body: Record<string, unknown>): Promise<unknown> {
    const id = newId()
    return insist(() => this.carrier.act(agentId, type, body, id)).catch(() => undefined)
  }

  private take({ interactionId, phase, offer, agentId }: News): void {
    if (phase === 'offered' && offer !== null && !this.met.has(offer.id)) {
      this.met.add(offer.id)
      this.offered(interactionId)
      void this.insist(offer.agentId, 'answerOffer', { interactionId, offerId: offer.id })
    } else if (phase === 'connected' && agentId !== null && !this.met.has(`${interactionId} ${agentId}`)) {
      this.met.add(`${interactionId} ${agentId}`)
      // Whoever talks for long keeps no test from ending.
      setTimeout(() => void this.insist(agentId, 'endInteraction', { interactionId }), this.talkMs()).unref()
    }
  }
}

/** An address of the telephone's own. */
const addressOf = (phone: string): string => {
  const n = Number(phone.replace(/\D/g, '').slice(-7))
  return `10.${(n >> 16) % 256}.${(n >> 8) % 256}.${n % 256}`
}

/** Customers who each chat, text or call once. */
export class Customers {
  readonly carrier: Carrier
  private readonly stopping = new AbortController()
  /** From which telephone each came. */
  private readonly phones = new Map<string, string>()
  /** When each was first sent, by the process's own clock. */
  readonly sentAt = new Map<string, number>()
  /** The conversations that the centre has accepted. */
  readonly accepted: string[] = []
  /** Why others were not. */
  readonly refusals: string[] = []
  ready = false

  constructor(
    private readonly origin: string,
    private readonly key: string,
  ) {
    this.carrier = new Carrier(origin, key)
  }

  start(): void {
    void (async () => {
      while (!this.stopping.signal.aborted) {
        await this.carrier
          .follow(0, this.stopping.signal, { ready: () => (this.ready = true), news: () => undefined })
          .catch(() => undefined)
        await new Promise((resolve) => setTimeout(resolve, 200))
      }
    })()
  }

  stop(): void {
    this.stopping.abort()
  }

  async begin(n: number): Promise<void> {
    const id = newId()
    const ways: Record<CrowdChannel, () => Promise<string>> = {
      chat: () => this.carrier.beginChat(crowdLines.chat, crowdQueue, `Customer ${n}`, `Words ${n}`, id),
      sms: async () => {
        await this.tell('texts', { id, from: crowdPhone(n), to: crowdNumbers.sms, text: `Words ${n}` })
        return `text-${id}`
      },
      voice: async () => {
        const call = { id, from: crowdPhone(n), to: crowdNumbers.voice }
        const { token } = (await this.tell('calls', call)) as { token: string }
        void this.stay(id, token, call.from)
        return id
      },
    }
    let begun = id
    const known = channelOf(n) === 'sms' ? `text-${id}` : id
    this.sentAt.set(known, performance.now())
    this.phones.set(known, crowdPhone(n))
    const done = await insist(async () => {
      begun = await ways[channelOf(n)]().catch((error: unknown) => {
        if (error instanceof GatewayError && error.status < 500)
          this.refusals.push(`${channelOf(n)}: ${error.status} ${error.message}`)
        throw error
      })
    })
    if (done === 'done') this.accepted.push(begun)
  }

  /** The customer writes again, where they write at all. */
  async say(channel: CrowdChannel, interactionId: string, text: string): Promise<void> {
    if (channel === 'chat') await this.carrier.say(interactionId, text)
    const from = this.phones.get(interactionId)
    if (channel === 'sms' && from !== undefined)
      await this.tell('texts', { id: newId(), from, to: crowdNumbers.sms, text })
  }

  /** As a carrier tells it, signed. */
  private async tell(
    what: 'texts' | 'calls',
    message: { readonly id: string; readonly from: string; readonly to: string; readonly text?: string },
  ): Promise<unknown> {
    const body = JSON.stringify(message)
    const answer = await fetch(`${this.origin}/api/gateway/${what}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json', ...signed(this.key, message.id, body, Date.now()) },
      body,
    })
    const text = await answer.text()
    if (!answer.ok) throw new GatewayError(answer.status, text)
    return JSON.parse(text) as unknown
  }

  /** Holds the line until the call is over, and takes it up again where it is cut. */
  private async stay(id: string, token: string, phone: string): Promise<void> {
    // Each telephone has an address of its own.
    const headers = { authorization: `Bearer ${token}`, 'x-forwarded-for': addressOf(phone) }
    for (; !this.stopping.signal.aborted; await new Promise((resolve) => setTimeout(resolve, 100)))
      try {
        const answer = await fetch(`${this.origin}/api/gateway/calls/${id}/live`, {
          headers,
          signal: this.stopping.signal,
        })
        if (!answer.ok || answer.body === null) throw new GatewayError(answer.status, 'the call is not followed')
        let heard = ''
        for await (const part of answer.body) {
          // No sign that matters is longer than these.
          heard = (heard + new TextDecoder().decode(part as Uint8Array)).slice(-4000)
          if (heard.includes('"phase":"over"')) return
        }
      } catch {
        // Cut, or the centre is away: it is taken up again.
      }
  }
}
