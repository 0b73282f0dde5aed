import { pino } from 'pino'
import { testPlan } from '@eudromos/core/testing'
import { run, State, type Command } from '@eudromos/core/routing'
import {
  CentreClock,
  commitBatch,
  connect,
  connectAlone,
  insertContent,
  makePartitions,
  takeTurn,
  type Connection,
  type Database,
  type JournalRow,
  type News,
} from '@eudromos/database'
import { testDatabase, type TestDatabase } from '../../database/testing/index.ts'
import { Follower, type Change } from './follower.ts'
import { closureOf, emergencyViews } from './project.ts'

jest.mock('server-only', () => ({}))

const log = pino({ level: 'silent' })
let place: TestDatabase
let web: Database
let router: Connection
let epoch: number
let state: State
let seq: number
let followers: Follower[]

beforeEach(async () => {
  place = await testDatabase()
  web = connect(place.webUrl)
  router = await connectAlone(place.routerUrl)
  epoch = (await takeTurn(router, 'r', false))?.epoch ?? 0
  await makePartitions(router, ['1970-01-01'])
  state = new State()
  seq = 0
  followers = []
})

afterEach(async () => {
  await Promise.all(followers.map((one) => one.close()))
  await web.$client.end()
  await router.end()
  await place.drop()
})

/** Decides a command and commits what follows, as a router does. */
async function commit(type: string, body: object): Promise<void> {
  const actor = { kind: 'system', id: 'test' }
  const command = { id: `${seq}`, type, v: 1, actor, onBehalfOf: null, reason: null, correlation: null, body }
  const { events } = run(state, command as unknown as Command, 1000 + seq)
  const cause = { inboxId: null, actor: null, onBehalfOf: null, reason: null }
  const rows = events.map((event): JournalRow => ({ ...cause, seq: (seq += 1), event }))
  await commitBatch(router, { epoch, rows, answers: [], texts: [], records: [], messages: [] })
}

const arrive = (interactionId: string) =>
  commit('beginInteraction', {
    interactionId,
    channel: 'chat',
    customerId: 'c1',
    lineId: 'site',
    queueId: 'sailings',
    connection: null,
    contentId: null,
  })

async function follow(hinted: (news: News | null) => void = () => undefined): Promise<Follower> {
  const clock = await CentreClock.read(web.$client)
  const follower = new Follower(web, web, place.webUrl, clock, log, hinted)
  followers.push(follower)
  await follower.start()
  return follower
}

async function until(look: () => boolean): Promise<void> {
  for (const end = Date.now() + 5000; Date.now() < end && !look();) await new Promise((done) => setTimeout(done, 5))
  expect(look()).toBe(true)
}

test('what hints bring is folded without reading it back, each change once and in order', async () => {
  await commit('publishPlan', { plan: testPlan() })
  const heard: (News | null)[] = []
  const follower = await follow((news) => heard.push(news))
  const changes: Change[] = []
  follower.watch({ changed: (change) => changes.push(change) })
  const reads = jest.spyOn(web.$client, 'query')
  for (const id of ['i1', 'i2', 'i3']) await arrive(id)
  await until(() => follower.seq === seq)
  expect([...follower.state.interactions.keys()]).toEqual(['i1', 'i2', 'i3'])
  expect(changes.flatMap(({ events }) => events).map(({ type }) => type)).toEqual(Array(3).fill('interactionArrived'))
  expect(heard).not.toContain(null)
  expect(reads.mock.calls.filter(([query]) => (query as { name?: string }).name === 'read-journal')).toHaveLength(0)
  expect(follower.transcriptOf('i1')).toEqual([])
  expect(follower.transcriptOf('other')).toBeNull()
})

test('where a hint went missing the journal is read', async () => {
  await commit('publishPlan', { plan: testPlan() })
  const follower = await follow()
  // Committed without a word, as by a router that ends before it tells.
  await router.query(
    `insert into journal (seq, day, at, type, v, body, inbox_id) values ($1, '1970-01-01', 1001, 'dayTurned', 1, $2, null)`,
    [(seq += 1), JSON.stringify({ type: 'dayTurned', v: 1, at: 1001 })],
  )
  await arrive('i1')
  await until(() => follower.seq === seq)
  expect([...follower.state.interactions.keys()]).toEqual(['i1'])
})

test('watchers hear of what was folded even where the names behind it could at first not be read', async () => {
  await commit('publishPlan', { plan: testPlan() })
  const follower = await follow()
  const changes: Change[] = []
  follower.watch({ changed: (change) => changes.push(change) })
  const query = web.$client.query.bind(web.$client)
  let failures = 2
  jest.spyOn(web.$client, 'query').mockImplementation(((...asked: Parameters<typeof query>) => {
    if (failures === 0) return query(...asked)
    failures -= 1
    return Promise.reject(new Error('the database is starting up'))
  }) as never)
  await arrive('i1')
  await until(() => changes.length > 0)
  expect(failures).toBe(0)
  expect(changes.map(({ interactions }) => [...interactions])).toEqual([['i1']])
})

test('what customers are told in an emergency is read when it begins, and again by a process that starts later', async () => {
  await commit('publishPlan', { plan: testPlan() })
  const announcement = {
    id: 'a1',
    interactionId: null,
    kind: 'announcement' as const,
    body: 'The quay is under water.',
  }
  await insertContent(web, announcement)
  const follower = await follow()
  const changes: Change[] = []
  follower.watch({ changed: (change) => changes.push(change) })
  await commit('beginEmergency', {
    emergencyId: 'e1',
    scope: 'centre',
    siteId: null,
    queueIds: [],
    evacuate: true,
    waiting: 'held',
    sendOnTo: null,
    talking: 'goOn',
    reason: 'weather',
    announcementId: 'a1',
  })
  await until(() => changes.length > 0)
  expect(changes.some(({ everything }) => everything)).toBe(true)
  expect(emergencyViews(follower, null)).toMatchObject([
    { id: 'e1', queueIds: ['sailings'], announcement: 'The quay is under water.' },
  ])
  const later = await follow()
  expect(closureOf(later, 'sailings', later.state.at)).toEqual({ announcement: 'The quay is under water.', held: true })
  expect(closureOf(later, 'sailings', later.state.at - 1)).toBeUndefined()
})
