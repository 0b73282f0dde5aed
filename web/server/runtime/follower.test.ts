import { testPlan } from '@eudromos/core/testing'
import type { News } from '@eudromos/database'
import { insertContent } from '../../../database/testing/index.ts'
import type { Change, Follower } from './follower.ts'
import { closureOf, emergencyViews } from '../live/project.ts'
import { TestJournal } from '../testing/journal.ts'

jest.mock('server-only', () => ({}))

let journal: TestJournal

beforeEach(async () => {
  journal = await TestJournal.begin()
})

afterEach(() => journal.end())

const arrive = (interactionId: string) =>
  journal.commit('beginInteraction', {
    interactionId,
    channel: 'chat',
    customerId: 'c1',
    lineId: 'site',
    queueId: 'sailings',
    connection: null,
    contentId: null,
  })

const follow = (hinted: (news: News | null) => void = () => undefined): Promise<Follower> => journal.follow({ hinted })

test('what hints bring is folded without reading it back, each change once and in order', async () => {
  await journal.commit('publishPlan', { plan: testPlan() })
  const heard: (News | null)[] = []
  const follower = await follow((news) => heard.push(news))
  const changes: Change[] = []
  follower.watch({ changed: (change) => changes.push(change) })
  const reads = jest.spyOn(journal.web.$client, 'query')
  for (const id of ['i1', 'i2', 'i3']) await arrive(id)
  await journal.until(() => follower.seq === journal.seq)
  expect([...follower.state.interactions.keys()]).toEqual(['i1', 'i2', 'i3'])
  expect(changes.flatMap(({ events }) => events).map(({ type }) => type)).toEqual(Array(3).fill('interactionArrived'))
  expect(heard).not.toContain(null)
  expect(reads.mock.calls.filter(([query]) => (query as { name?: string }).name === 'read-journal')).toHaveLength(0)
  expect(follower.spoken.of('i1')).toEqual([])
  expect(follower.spoken.of('other')).toBeNull()
})

test('where a hint went missing the journal is read', async () => {
  await journal.commit('publishPlan', { plan: testPlan() })
  const follower = await follow()
  // Committed without a word, as by a router that ends before it tells.
  await journal.router.query(
    `insert into journal (seq, day, at, type, v, body, inbox_id) values ($1, '1970-01-01', 1001, 'dayTurned', 1, $2, null)`,
    [(journal.seq += 1), JSON.stringify({ type: 'dayBegan', v: 1, at: 1001 })],
  )
  await arrive('i1')
  await journal.until(() => follower.seq === journal.seq)
  expect([...follower.state.interactions.keys()]).toEqual(['i1'])
})

test('watchers hear of what was folded even where the names behind it could at first not be read', async () => {
  await journal.commit('publishPlan', { plan: testPlan() })
  const follower = await follow()
  const changes: Change[] = []
  follower.watch({ changed: (change) => changes.push(change) })
  const query = journal.web.$client.query.bind(journal.web.$client)
  let failures = 2
  jest.spyOn(journal.web.$client, 'query').mockImplementation(((...asked: Parameters<typeof query>) => {
    if (failures === 0) return query(...asked)
    failures -= 1
    return Promise.reject(new Error('the database is starting up'))
  }) as never)
  await arrive('i1')
  await journal.until(() => changes.length > 0)
  expect(failures).toBe(0)
  expect(changes.map(({ interactions }) => [...interactions])).toEqual([['i1']])
})

test('what customers are told in an emergency is read when it begins, and again by a process that starts later', async () => {
  await journal.commit('publishPlan', { plan: testPlan() })
  const announcement = {
    id: 'a1',
    interactionId: null,
    kind: 'announcement' as const,
    body: 'The quay is under water.',
  }
  await insertContent(journal.web, announcement)
  const follower = await follow()
  const changes: Change[] = []
  follower.watch({ changed: (change) => changes.push(change) })
  await journal.commit('beginEmergency', {
    emergencyId: 'e1',
    scope: 'centre',
    siteId: null,
    queueIds: [],
    evacuate: true,
    waiting: 'kept',
    overflowTo: null,
    talking: 'goOn',
    reason: 'weather',
    announcementId: 'a1',
  })
  await journal.until(() => changes.length > 0)
  expect(changes.some(({ everything }) => everything)).toBe(true)
  expect(emergencyViews(follower, null)).toMatchObject([
    { id: 'e1', queueIds: ['sailings'], announcement: 'The quay is under water.' },
  ])
  const later = await follow()
  expect(closureOf(later, 'sailings', later.state.at)).toEqual({ announcement: 'The quay is under water.', kept: true })
  expect(closureOf(later, 'sailings', later.state.at - 1)).toBeUndefined()
})
