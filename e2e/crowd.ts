// Customers and agents for kill tests and benches: they act at once, and insist until the centre has answered.
import { v7 as newId } from 'uuid'
import { plainPlanned } from '../core/plan/index.ts'
import type { Scenario } from '../scripts/demo/load.ts'
import { Carrier, GatewayError, type News } from '../outside/index.ts'

export const crowdQueue = 'crowd'

/** One queue and so many simulated agents, each with three slots. */
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
    roles: ['supervisor' as const],
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
  return {
    people: [supervisor, ...people],
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
      void this.insist(offer.agentId, 'answerOffer', { interactionId, offerId: offer.id })
    } else if (phase === 'connected' && agentId !== null && !this.met.has(`${interactionId} ${agentId}`)) {
      this.met.add(`${interactionId} ${agentId}`)
      setTimeout(() => void this.insist(agentId, 'endInteraction', { interactionId }), this.talkMs())
    }
  }
}

/** Customers who each begin one chat. */
export class Customers {
  readonly carrier: Carrier
  private readonly stopping = new AbortController()
  /** The chats that the centre has accepted. */
  readonly accepted: string[] = []
  ready = false

  constructor(origin: string, key: string) {
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

  async begin(n: number): Promise<string> {
    const id = newId()
    const begun = await insist(() =>
      this.carrier.beginChat('skerrow-site', crowdQueue, `Customer ${n}`, `Words ${n}`, id),
    )
    if (begun === 'done') this.accepted.push(id)
    return id
  }
}
