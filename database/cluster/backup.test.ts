import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { connect, schema, type Database } from '../index.ts'
import { testDatabase, type TestDatabase } from '../testing/index.ts'
import { backup, restore } from './index.ts'

let place: TestDatabase
let folder: string

beforeEach(async () => {
  place = await testDatabase()
  folder = mkdtempSync(join(tmpdir(), 'eudromos-backup-'))
})
afterEach(async () => {
  rmSync(folder, { recursive: true })
  await place.drop()
})

async function withDatabase<T>(url: string, work: (database: Database) => Promise<T>): Promise<T> {
  const database = connect(url, 2)
  try {
    return await work(database)
  } finally {
    await database.$client.end()
  }
}

const journal = (database: Database): Promise<unknown[]> =>
  database.$client.query('select seq, body from journal order by seq').then(({ rows }) => rows as unknown[])

async function fill(database: Database): Promise<void> {
  await database.$client.query(`select journal_partition('2027-03-12')`)
  await database.$client.query(
    `insert into journal (seq, day, at, type, v, body) select n, '2027-03-12', n, 'dayTurned', 1, '{"n":' || n || '}' from generate_series(1, 500) n`,
  )
  await database.insert(schema.customer).values({ id: 'c1', name: 'Wilma Stark', test: false })
}

test('what was backed up is there again after it was lost', async () => {
  const file = join(folder, 'centre.backup')
  const before = await withDatabase(place.ownerUrl, async (database) => {
    await fill(database)
    return journal(database)
  })
  await backup(place.ownerUrl, file)
  await withDatabase(place.ownerUrl, async (database) => {
    await database.delete(schema.customer)
    await database.$client.query('delete from journal')
  })
  await restore(place.ownerUrl, file)
  await withDatabase(place.ownerUrl, async (database) => {
    expect(await journal(database)).toEqual(before)
    expect(await database.select().from(schema.customer)).toMatchObject([{ name: 'Wilma Stark' }])
  })
  await withDatabase(place.webUrl, async (web) => {
    await expect(web.$client.query('delete from journal')).rejects.toThrow('permission denied')
  })
})

test('a damaged file changes nothing', async () => {
  const file = join(folder, 'damaged.backup')
  writeFileSync(file, 'this is no back-up')
  await withDatabase(place.ownerUrl, fill)
  await expect(restore(place.ownerUrl, file)).rejects.toThrow('pg_restore failed')
  await withDatabase(place.ownerUrl, async (database) => expect(await journal(database)).toHaveLength(500))
})

test('nothing is restored under somebody who is at work', async () => {
  const file = join(folder, 'centre.backup')
  await backup(place.ownerUrl, file)
  await withDatabase(place.webUrl, async (web) => {
    await web.$client.query('select 1')
    await expect(restore(place.ownerUrl, file)).rejects.toThrow('The centre is at work.')
  })
})
