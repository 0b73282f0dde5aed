import { evolve, snapshotOf, State } from '@eudromos/core/routing'
import {
  beginning,
  connect,
  readAnswers,
  readJournal,
  readPending,
  readSnapshot,
  type Database,
} from '@eudromos/database'
import { testDatabase, type TestDatabase } from '../../database/testing/index.ts'
import { makeHistory } from './history.ts'
import { load, skerrow } from './load.ts'
import { beginsAt } from './scenario.ts'

let place: TestDatabase
let database: Database

beforeEach(async () => {
  place = await testDatabase()
  database = connect(place.ownerUrl)
})

afterEach(async () => {
  await database.$client.end()
  await place.drop()
})

test('the morning is what the core made of it: journal, snapshot, records and words belong together', async () => {
  await load(database, skerrow, 'a password for tests', beginsAt - 4 * 3_600_000)
  const chats = await makeHistory(place.ownerUrl, skerrow, beginsAt)
  expect(chats).toBeGreaterThan(50)

  const journal = await readJournal(database.$client, beginning, 1_000_000)
  const state = journal.reduce((before, { event }) => evolve(before, event), new State())
  const stored = await readSnapshot(database.$client)
  expect(JSON.stringify(stored?.snapshot)).toBe(JSON.stringify(snapshotOf(state)))
  expect(journal.every(({ event }) => event.at <= beginsAt)).toBe(true)

  const arrived = journal.filter(({ event }) => event.type === 'interactionArrived').length
  const records = await database.query.record.findMany()
  expect(records).toHaveLength(arrived)
  expect(new Set(records.map(({ outcome }) => outcome)).size).toBeGreaterThan(1)
  const said = await database.query.message.findMany()
  const words = new Set((await database.query.content.findMany()).map(({ id }) => id))
  expect(said.every(({ contentId }) => words.has(contentId))).toBe(true)

  const away = new Set(state.absences.filter(({ from }) => from < beginsAt).map(({ agentId }) => agentId))
  expect(away).toContain('gil-navarro')
  expect(journal.some(({ event }) => event.type === 'offerMade' && away.has(event.agentId))).toBe(false)

  const { rows } = await database.$client.query<{ id: number }>('select id from inbox order by id limit 1')
  expect((await readAnswers(database.$client, [rows[0]?.id ?? -1])).size).toBe(1)
})

test('a second making finds nothing to do', async () => {
  await load(database, skerrow, 'a password for tests', beginsAt - 4 * 3_600_000)
  await makeHistory(place.ownerUrl, skerrow, beginsAt)
  const client = await database.$client.connect()
  expect(await readPending(client, 1)).toEqual([])
  client.release()
  await expect(makeHistory(place.ownerUrl, skerrow, beginsAt)).rejects.toThrow('was not published')
})
