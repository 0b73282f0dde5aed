import { crowdScenario, Customers, EagerAgents, inParallel } from '../crowd.ts'
import { Stand, until, type StandOptions } from '../stand.ts'
import { allWell, judge, wholeJournal } from './verdict.ts'

const chats = 2000
const agents = 60

let stand: Stand
let customers: Customers
let seats: EagerAgents
const ending: { stop(): void | Promise<void> }[] = []

async function begin(options: StandOptions): Promise<void> {
  stand = await Stand.start({ fsync: true, scenario: crowdScenario(agents), ...options })
  ending.unshift(stand)
  const key = stand.place.secrets.outside
  customers = new Customers(stand.origins.at(-1) ?? '', key)
  seats = new EagerAgents(stand.origin, key, agents, () => 20 + (customers.accepted.length % 7) * 10)
  ending.unshift(customers, seats)
  customers.start()
  seats.start()
  await until('everybody is there', () => customers.ready && seats.connected === agents)
}

afterEach(async () => {
  for (const one of ending.splice(0)) await one.stop()
})

const burst = (): Promise<void> => inParallel(chats, 64, async (n) => void (await customers.begin(n)))

/** Does `harm` once a third of the burst has been accepted, then waits for the end of it all. */
async function burstWith(harm: () => Promise<void>): Promise<void> {
  const running = burst()
  await until('the burst is under way', () => customers.accepted.length > chats / 3)
  await harm()
  await running
  await until(
    'every chat has ended',
    async () => {
      const open = await stand.database.$client.query<{ n: number }>(
        'select count(*)::int as n from record where closed_at is null',
      )
      return open.rows[0]?.n === 0
    },
    60_000,
  )
}

async function offersAfter(seq: number): Promise<boolean> {
  const { rows } = await stand.database.$client.query<{ n: number }>(
    `select count(*)::int as n from journal where seq > $1 and type = 'offerMade'`,
    [seq],
  )
  return (rows[0]?.n ?? 0) > 0
}

async function expectAllWell(): Promise<void> {
  expect(customers.accepted).toHaveLength(chats)
  expect(judge(await wholeJournal(stand.database), customers.accepted)).toEqual(allWell)
}

test('kill -9 of the router in the middle of a burst: the standby takes over, and everything happens exactly once', async () => {
  await begin({ routers: 2 })
  let resumedMs = Infinity
  await burstWith(async () => {
    const working = await stand.routerAtWork()
    working.child.kill('SIGKILL')
    await working.ended
    const killedAt = Date.now()
    const seq = await stand.lastSeq()
    await until('offers resume', () => offersAfter(seq))
    resumedMs = Date.now() - killedAt
  })
  expect(resumedMs).toBeLessThan(10_000)
  const { rows } = await stand.database.$client.query<{ epoch: number }>('select epoch from router_epoch')
  expect(rows[0]?.epoch).toBe(2)
  await expectAllWell()
})

test('a router that is stopped until it lost its lease, and then goes on, writes nothing more', async () => {
  await begin({ routers: 2 })
  await burstWith(async () => {
    const stopped = await stand.routerAtWork()
    stopped.child.kill('SIGSTOP')
    const other = await until('the other seizes the lease', async () => {
      const working = await stand.routerAtWork()
      return working === stopped ? null : working
    })
    const seq = await stand.lastSeq()
    await until('offers resume', () => offersAfter(seq))
    stopped.child.kill('SIGCONT')
    await until('the late one notices', () => /turn over|turn ended/.test(stand.logOf(stopped.name)))
    expect((await stand.routerAtWork()).name).toBe(other.name)
  })
  await expectAllWell()
})

test('PostgreSQL is killed and restarted in the burst: routers and web connect again, and nothing committed is lost', async () => {
  await begin({ routers: 2 })
  await burstWith(async () => {
    await stand.place.cluster.stop('immediate')
    await stand.place.cluster.start()
    const seq = await until('the database answers', () => stand.lastSeq().catch(() => null))
    await until('offers resume', () => offersAfter(seq))
  })
  await expectAllWell()
})

test('a web process is killed: its agents come back through another within their grace, and keep their chats', async () => {
  await begin({ routers: 1, webs: 2 })
  await burstWith(async () => {
    const [first] = stand.webs
    first?.child.kill('SIGKILL')
    await first?.ended
    seats.carrier.moveTo(stand.origins[1] ?? '')
    const seq = await stand.lastSeq()
    await until('offers resume', () => offersAfter(seq))
  })
  await expectAllWell()
})
