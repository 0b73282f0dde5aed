import { fileURLToPath } from 'node:url'
import { migrate as run } from 'drizzle-orm/node-postgres/migrator'
import pg from 'pg'
import { connect } from './connect.ts'
import { migrateJobs } from './jobs.ts'

export interface RolePasswords {
  readonly web: string
  readonly router: string
  readonly jobs: string
}

/** Brings the database at `ownerUrl` to this version, making it where there is none, and sets the roles' passwords. */
export async function migrate(ownerUrl: string, passwords: RolePasswords): Promise<void> {
  await createDatabase(ownerUrl)
  const database = connect(ownerUrl, 1)
  try {
    await run(database, { migrationsFolder: fileURLToPath(new URL('./migrations', import.meta.url)) })
    await migrateJobs(database.$client)
    for (const [role, password] of [
      ['eudromos_web', passwords.web],
      ['eudromos_router', passwords.router],
      ['eudromos_jobs', passwords.jobs],
    ] as const)
      await database.$client.query(`alter role ${role} password ${pg.escapeLiteral(password)}`)
  } finally {
    await database.$client.end()
  }
}

async function createDatabase(ownerUrl: string): Promise<void> {
  const url = new URL(ownerUrl)
  const name = url.pathname.slice(1)
  url.pathname = '/postgres'
  const client = new pg.Client({ connectionString: url.href })
  await client.connect()
  try {
    const { rowCount } = await client.query('select from pg_database where datname = $1', [name])
    if (rowCount === 0) await client.query(`create database ${pg.escapeIdentifier(name)}`)
  } finally {
    await client.end()
  }
}
