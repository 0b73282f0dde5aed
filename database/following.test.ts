import { event, type Event } from '@eudromos/core/routing'
import { connect, connectAlone, type Connection, type Database } from './connect.ts'
import { follow, type Following } from './following.ts'
import { commitBatch, makePartitions } from './journal.ts'
import { takeLead } from './lease.ts'
import * as t from './schema.ts'
import { testDatabase, type TestDatabase } from './testing/index.ts'

let place: TestDatabase
let owner: Database
let router: Connection
let epoch: number
let seq = 0

beforeAll(async () => {
  place = await testDatabase()
  owner = connect(place.ownerUrl)
  router = await connectAlone(place.routerUrl)
  epoch = (await takeLead(router, 'r', false))?.epoch ?? 0
  await makePartitions(router, ['1970-01-01'])
})

afterAll(async () => {
  await owner.$client.end()
  await router.end()
  await place.drop()
})

const opened = (): Event => event('queueOpened', seq, { queueId: 'sailings' })
const closed = (): Event => event('queueClosed', seq, { queueId: 'sailings' })
const commit = (events: readonly Event[]): Promise<void> =>
  commitBatch(router, {
    ...{ epoch, answers: [] },
    rows: events.map((one) => ({
      event: one,
      seq: (seq += 1),
      inboxId: null,
      actor: null,
      onBehalfOf: null,
      reason: null,
    })),
  })

/** Notes what it was given, in its transaction. */
const noting = (name: string, before: () => Promise<void> | void = () => undefined): Following => ({
  name,
  types: ['queueOpened'],
  on: async (client, rows) => {
    for (const { seq: given } of rows)
      await client.query(`insert into decline_reason (id, name, position) values ($1, '', 0)`, [`${name} ${given}`])
    await before()
  },
})
const noted = async (name: string): Promise<number[]> => {
  const rows = await owner.select({ id: t.declineReason.id }).from(t.declineReason)
  return rows.flatMap(({ id }) => (id.startsWith(`${name} `) ? [Number(id.split(' ')[1])] : [])).sort((a, b) => a - b)
}
const begin = (name: string): Promise<unknown> => owner.insert(t.followerPlace).values({ name, seq: 0, at: 0 })
const placeOf = async (name: string) =>
  (await owner.select().from(t.followerPlace)).find((one) => one.name === name)?.seq

test('takes what concerns it, once, in parts as well, and passes the rest by', async () => {
  await begin('all')
  await commit([opened(), closed(), opened(), opened(), closed()])
  const one = noting('all')
  expect(await follow(owner.$client, one, 2)).toBe(true)
  expect([await noted('all'), await placeOf('all')]).toEqual([[1, 3], 3])
  expect(await follow(owner.$client, one, 2)).toBe(false)
  expect([await noted('all'), await placeOf('all')]).toEqual([[1, 3, 4], 5])
  expect(await follow(owner.$client, one, 2)).toBe(false)
  await commit([opened()])
  await follow(owner.$client, one)
  expect(await noted('all')).toEqual([1, 3, 4, 6])
})

test('what fails on the way has written nothing and is taken again; of two at once one does it', async () => {
  await begin('some')
  const ends = [
    () => Promise.reject(new Error('the process is gone')),
    () => new Promise<void>((resolve) => setTimeout(resolve, 200)),
  ]
  const one = noting('some', () => ends.shift()?.())
  await expect(follow(owner.$client, one)).rejects.toThrow('the process is gone')
  expect([await noted('some'), await placeOf('some')]).toEqual([[], 0])
  await Promise.all([follow(owner.$client, one), follow(owner.$client, one)])
  expect(await noted('some')).toEqual([1, 3, 4, 6])
  // Who has no place of their own follows nothing.
  expect(await follow(owner.$client, noting('nobody'))).toBe(false)
  expect(await noted('nobody')).toEqual([])
})
