// Databases for tests: each its own, in one throw-away cluster that the test run starts. Imports database.
import { randomUUID } from 'node:crypto'
import pg from 'pg'
import type { Database } from '../connect.ts'
import type { NewContent } from '../content.ts'
import { migrate } from '../migrate.ts'
import * as t from '../schema.ts'

export interface TestDatabase {
  readonly ownerUrl: string
  readonly webUrl: string
  readonly routerUrl: string
  readonly jobsUrl: string
  drop(): Promise<void>
}

const passwords = { web: 'web-for-tests', router: 'router-for-tests', jobs: 'jobs-for-tests' }

export const urlOf = (ownerUrl: string, role: keyof typeof passwords): string => {
  const url = new URL(ownerUrl)
  url.username = `eudromos_${role}`
  url.password = passwords[role]
  return url.href
}

/** Whatever every database for tests is a copy of: migrated once in a cluster. */
const pattern = 't_migrated'

/** A migrated, empty database of its own. Wants EUDROMOS_TEST_CLUSTER, the URL of the throw-away cluster. */
export async function testDatabase(): Promise<TestDatabase> {
  const cluster = process.env.EUDROMOS_TEST_CLUSTER
  if (cluster === undefined) throw new Error('EUDROMOS_TEST_CLUSTER is not set: run the tests with npm test')
  const url = new URL(cluster)
  url.pathname = `/t_${randomUUID().replaceAll('-', '')}`
  const client = new pg.Client({ connectionString: cluster })
  await client.connect()
  try {
    // Of tests that run beside each other the first makes the pattern, and the others wait for it.
    await client.query('select pg_advisory_lock(1)')
    const { rowCount } = await client.query('select from pg_database where datname = $1', [pattern])
    if (rowCount === 0) {
      const making = new URL(cluster)
      making.pathname = '/t_making'
      await migrate(making.href, passwords)
      await client.query(`alter database t_making rename to ${pattern}`)
    }
    await client.query(`create database ${pg.escapeIdentifier(url.pathname.slice(1))} template ${pattern}`)
  } finally {
    await client.end()
  }
  return {
    ownerUrl: url.href,
    webUrl: urlOf(url.href, 'web'),
    routerUrl: urlOf(url.href, 'router'),
    jobsUrl: urlOf(url.href, 'jobs'),
    drop: async () => {
      const client = new pg.Client({ connectionString: cluster })
      await client.connect()
      await client.query(`drop database ${pg.escapeIdentifier(url.pathname.slice(1))} with (force)`)
      await client.end()
    },
  }
}

/** Every row of every table, as text: for what must stand nowhere. `owner` may read all of it. */
export async function everyRow(owner: pg.Pool | pg.Client): Promise<string> {
  const { rows } = await owner.query<{ named: string }>(
    `select format('%I.%I', schemaname, tablename) as named from pg_tables where schemaname in ('public', 'archive')`,
  )
  const found: string[] = []
  for (const { named } of rows) {
    const table = await owner.query<{ row: string }>(`select t::text as row from ${named} t`)
    found.push(...table.rows.map(({ row }) => row))
  }
  return found.join('\n')
}

/** Keeps words (and a file) as they are kept with a command. */
export async function insertContent(database: Database, { attachment, ...content }: NewContent): Promise<void> {
  await database.insert(t.content).values(content).onConflictDoNothing()
  if (attachment !== undefined) await database.insert(t.attachment).values({ contentId: content.id, ...attachment })
}
