import { spawn } from 'node:child_process'
import { closeSync, existsSync, openSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import pg from 'pg'
import { ClusterError, findBinaries } from './cluster.ts'

function run(program: string, args: readonly string[], url: URL, stdio: { in?: number; out?: number }): Promise<void> {
  const bin = findBinaries()
  if (bin === null) throw new ClusterError('PostgreSQL is not installed. Install it with: apt-get install postgresql')
  return new Promise((resolve, reject) => {
    const child = spawn(join(bin, program), args, {
      env: { ...process.env, PGPASSWORD: decodeURIComponent(url.password) },
      stdio: [stdio.in ?? 'ignore', stdio.out ?? 'ignore', 'pipe'],
    })
    let said = ''
    child.stderr?.on('data', (part: Buffer) => (said += part.toString()))
    child.on('error', reject)
    child.on('exit', (code) => (code === 0 ? resolve() : reject(new ClusterError(`${program} failed: ${said.trim()}`))))
  })
}

const target = (url: URL): string[] => [
  '-h',
  url.hostname,
  '-p',
  url.port,
  '-U',
  url.username,
  '-d',
  url.pathname.slice(1),
]

/**
 * Writes the whole database to one file while work goes on: a consistent picture of one instant. The file appears under
 * its name only once it is whole.
 */
export async function backup(ownerUrl: string, file: string): Promise<void> {
  const url = new URL(ownerUrl)
  const partial = `${file}.part`
  const out = openSync(partial, 'w', 0o600)
  try {
    await run('pg_dump', [...target(url), '--format=custom'], url, { out })
    renameSync(partial, file)
  } finally {
    closeSync(out)
    rmSync(partial, { force: true })
  }
}

/** Puts a back-up in the place of the database. Refuses while anybody is connected to it. */
export async function restore(ownerUrl: string, file: string): Promise<void> {
  if (!existsSync(file)) throw new ClusterError(`There is no file ${file}. Give the path of a back-up.`)
  const url = new URL(ownerUrl)
  const name = url.pathname.slice(1)
  const maintenance = new URL(ownerUrl)
  maintenance.pathname = '/postgres'
  const client = new pg.Client({ connectionString: maintenance.href })
  await client.connect()
  try {
    const { rows } = await client.query<{ n: number }>(
      'select count(*)::int as n from pg_stat_activity where datname = $1',
      [name],
    )
    if ((rows[0]?.n ?? 0) > 0)
      throw new ClusterError('The centre is at work. Stop it first (Ctrl+C), then restore with nobody connected.')
    const aside = `${name}_before_restore`
    await client.query(`drop database if exists ${pg.escapeIdentifier(aside)}`)
    const { rowCount } = await client.query('select from pg_database where datname = $1', [name])
    if (rowCount === 1)
      await client.query(`alter database ${pg.escapeIdentifier(name)} rename to ${pg.escapeIdentifier(aside)}`)
    await client.query(`create database ${pg.escapeIdentifier(name)}`)
    const input = openSync(file, 'r')
    try {
      await run('pg_restore', [...target(url), '--exit-on-error', '--single-transaction'], url, { in: input })
    } catch (error) {
      // What was there before comes back: a damaged file costs nothing.
      await client.query(`drop database ${pg.escapeIdentifier(name)}`)
      if (rowCount === 1)
        await client.query(`alter database ${pg.escapeIdentifier(aside)} rename to ${pg.escapeIdentifier(name)}`)
      throw error
    } finally {
      closeSync(input)
    }
    await client.query(`drop database if exists ${pg.escapeIdentifier(aside)}`)
  } finally {
    await client.end()
  }
}
