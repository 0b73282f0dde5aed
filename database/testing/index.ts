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
  drop(): Promise<void>
}

const passwords = { web: 'web-for-tests', router: 'router-for-tests' }

export const urlOf = (ownerUrl: string, role: 'eudromos_web' | 'eudromos_router'): string => {
  const url = new URL(ownerUrl)
  url.username = role
  url.password = role === 'eudromos_web' ? passwords.web : passwords.router
  return url.href
}

/** A migrated, empty database of its own. Wants EUDROMOS_TEST_CLUSTER, the URL of the throw-away cluster. */
export async function testDatabase(): Promise<TestDatabase> {
  const cluster = process.env.EUDROMOS_TEST_CLUSTER
  if (cluster === undefined) throw new Error('EUDROMOS_TEST_CLUSTER is not set: run the tests with npm test')
  const url = new URL(cluster)
  url.pathname = `/t_${randomUUID().replaceAll('-', '')}`
  // Roles belong to the whole cluster: tests that run beside each other make them one after the other.
  const lock = new pg.Client({ connectionString: cluster })
  await lock.connect()
  try {
    await lock.query('select pg_advisory_lock(1)')
    await migrate(url.href, passwords)
  } finally {
    await lock.end()
  }
  return {
    ownerUrl: url.href,
    webUrl: urlOf(url.href, 'eudromos_web'),
    routerUrl: urlOf(url.href, 'eudromos_router'),
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
