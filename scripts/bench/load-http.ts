// npm run bench -- --load --http: the same load as a carrier and browsers would bring it: every customer, every action of an agent
// and every offer goes through HTTP and a real web process. Whoever sends it runs on the same machine.
import { Customers, crowdScenario, EagerAgents, type CrowdChannel } from '../../e2e/crowd.ts'
import { judge, wholeJournal, type Verdict } from '../../e2e/kills/verdict.ts'
import { Stand, until } from '../../e2e/stand.ts'
import { seeded } from '../../outside/index.ts'
import { arriving, handlingOf, talkMs, told, type LoadSettings } from './load-terms.ts'
import { notifyRoundTrip, spread, type Spread } from './yardsticks.ts'

export interface HttpLoad extends LoadSettings {
  readonly note: string
  readonly interactions: Readonly<Record<CrowdChannel, number>>
  readonly handlingMs: Spread
  readonly arrivalToOfferMs: Spread
  readonly notifyRoundTripMs: Spread
  readonly refused: number
  readonly verdict: Record<keyof Verdict, number | boolean>
}

export async function loadThroughHttp(settings: LoadSettings): Promise<HttpLoad> {
  const { agents, perSecond, seconds } = settings
  const stand = await Stand.start({ fsync: true, scenario: crowdScenario(agents, 1) })
  const key = stand.place.secrets.outside
  const notify = await notifyRoundTrip(stand.place.ownerUrl, 500)
  const random = seeded(5)
  const customers = new Customers(stand.origin, key)
  const waits: number[] = []
  const seats = new EagerAgents(
    stand.origin,
    key,
    agents,
    () => talkMs(random()),
    (interactionId) => {
      const began = customers.sentAt.get(interactionId)
      if (began !== undefined) waits.push(performance.now() - began)
      customers.sentAt.delete(interactionId)
    },
  )
  await beginCrowd(stand, customers, seats, agents)
  // What is loaded at its first use is there before it is measured.
  for (let warm = 0; warm < 60; warm += 1) {
    await customers.begin(warm)
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
  const earlier = customers.accepted.length
  waits.length = 0
  let over = earlier
  const begin = (one: number): void => void customers.begin(earlier + one).finally(() => (over += 1))
  const n = earlier + (await arriving(random, perSecond, performance.now() + seconds * 1000, begin))
  await until(
    'all is over',
    async () => {
      const { rows } = await stand.database.$client.query<{ n: number }>(
        'select count(*)::int as n from record where closed_at is null',
      )
      return over === n && rows[0]?.n === 0
    },
    120_000,
  )
  const verdict = judge(await wholeJournal(stand.database), customers.accepted)
  const [interactions, handling] = await handlingOf(stand.database)
  customers.stop()
  seats.stop()
  await stand.stop()
  return {
    note: 'customers, agents and offers through HTTP and one web process; router, PostgreSQL with fsync; no sound',
    ...settings,
    interactions,
    handlingMs: spread(handling),
    arrivalToOfferMs: spread(waits),
    notifyRoundTripMs: notify,
    refused: n - customers.accepted.length,
    verdict: told(verdict),
  }
}

/** Customers and agents are connected, and all agents are Ready. */
export async function beginCrowd(
  { database }: Stand,
  customers: Customers,
  seats: Pick<EagerAgents, 'start' | 'connected'>,
  agents: number,
): Promise<void> {
  customers.start()
  seats.start()
  await until('everybody is Ready', async () => {
    const { rows } = await database.$client.query<{ n: number }>(
      `select count(distinct body::jsonb->>'agentId')::int as n from journal where type = 'presenceSet'`,
    )
    return customers.ready && seats.connected === agents && rows[0]?.n === agents
  })
}
