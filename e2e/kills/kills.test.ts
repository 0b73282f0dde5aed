import { crowdScenario, Customers, EagerAgents, inParallel } from '../crowd.ts'
import { Stand, until, type StandOptions } from '../stand.ts'
import { allWell, judge, wholeJournal } from './verdict.ts'

/** Chats, texts and calls, mixed. */
const contacts = 2000
const agents = 60
/** From the harm until offers go out again. */
const mostSilenceMs = 10_000

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

const burst = (): Promise<void> => inParallel(contacts, 64, (n) => customers.begin(n))

/** Does `harm` once a third of the burst has been accepted, then waits for the end of it all. */
async function burstWith(harm: () => Promise<void>): Promise<void> {
  const running = burst()
  await until('the burst is under way', () => customers.accepted.length > contacts / 3)
  await harm()
  await running
  await until(
    'every conversation has ended',
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

/** Waits for an offer after `seq`, and sees that none was missing for too long since `harmedAt`. */
async function offersResume(seq: number, harmedAt: number): Promise<void> {
  await until('offers resume', () => offersAfter(seq).catch(() => false))
  expect(Date.now() - harmedAt).toBeLessThan(mostSilenceMs)
}

async function expectAllWell(): Promise<void> {
  expect(customers.accepted).toHaveLength(contacts)
  expect(judge(await wholeJournal(stand.database), customers.accepted)).toEqual(allWell)
}

test('kill -9 of the router in the middle of a burst: the standby takes over, and everything happens exactly once', async () => {
  await begin({ routers: 2 })
  await burstWith(async () => {
    const working = await stand.routerAtWork()
    working.child.kill('SIGKILL')
    await working.ended
    await offersResume(await stand.lastSeq(), Date.now())
  })
  const { rows } = await stand.database.$client.query<{ epoch: number }>('select epoch from router_epoch')
  expect(rows[0]?.epoch).toBe(2)
  await expectAllWell()
})

test('a router that is stopped until it lost its lease, and then goes on, writes nothing more', async () => {
  await begin({ routers: 2 })
  await burstWith(async () => {
    const stopped = await stand.routerAtWork()
    stopped.child.kill('SIGSTOP')
    const harmedAt = Date.now()
    const other = await until('the other seizes the lease', async () => {
      const working = await stand.routerAtWork()
      return working === stopped ? null : working
    })
    await offersResume(await stand.lastSeq(), harmedAt)
    stopped.child.kill('SIGCONT')
    await until('the late one notices', () => /lead over|lead ended/.test(stand.logOf(stopped.name)))
    expect((await stand.routerAtWork()).name).toBe(other.name)
  })
  await expectAllWell()
})

test('PostgreSQL is killed and restarted in the burst: routers and web connect again, and nothing committed is lost', async () => {
  await begin({ routers: 2 })
  await burstWith(async () => {
    await stand.place.cluster.stop('immediate')
    const harmedAt = Date.now()
    await stand.place.cluster.start()
    await offersResume(await until('the database answers', () => stand.lastSeq().catch(() => null)), harmedAt)
  })
  await expectAllWell()
})

test('a web process is killed: its agents come back through another within their grace, and keep what they had', async () => {
  await begin({ routers: 1, webs: 2 })
  await burstWith(async () => {
    const [first] = stand.webs
    first?.child.kill('SIGKILL')
    await first?.ended
    seats.carrier.moveTo(stand.origins[1] ?? '')
    await offersResume(await stand.lastSeq(), Date.now())
  })
  await expectAllWell()
})

test('a web process that starts while the database is away answers once it is there', async () => {
  stand = await Stand.start({ routers: 1, webs: 0 })
  ending.unshift(stand)
  await stand.place.cluster.stop('immediate')
  const web = stand.startWeb(stand.place.ports.web)
  await until('it has missed the database', () => stand.logOf(`web-${stand.place.ports.web}`).includes('not there yet'))
  await stand.place.cluster.start()
  const { child } = await web
  expect(child.exitCode).toBeNull()
  expect((await fetch(`${stand.origin}/sign-in`)).status).toBe(200)
})
