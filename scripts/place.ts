// Where an installation keeps its things: the database cluster, its secrets, logs. Made at first start.
import { randomBytes } from 'node:crypto'
import { chmodSync, existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { userInfo } from 'node:os'
import { join } from 'node:path'
import { Cluster, reachableByOthers } from '../database/cluster/index.ts'
import { urlOf } from './urls.ts'
import { root } from './prepare.mjs'

export interface Secrets {
  readonly owner: string
  readonly web: string
  readonly router: string
  readonly jobs: string
  readonly session: string
  readonly outside: string
  readonly demo: string
}

export interface Ports {
  readonly web: number
  readonly database: number
  readonly outside: number
}

const portOf = (name: string, usual: number): number => Number(process.env[name] ?? usual)

export const ports = (): Ports => ({
  web: portOf('EUDROMOS_PORT', 4700),
  database: portOf('EUDROMOS_DATABASE_PORT', 4701),
  outside: portOf('EUDROMOS_OUTSIDE_PORT', 4702),
})

/** The folder: EUDROMOS_HOME, or .eudromos beside the code, or under /var/lib where PostgreSQL cannot reach that. */
export function homeFolder(): string {
  const chosen = process.env.EUDROMOS_HOME
  if (chosen !== undefined && chosen !== '') return chosen
  const beside = join(root, '.eudromos')
  if (userInfo().uid !== 0 || reachableByOthers(root)) return beside
  return `/var/lib/eudromos-${createHash('sha256').update(root).digest('hex').slice(0, 8)}`
}

const fresh = (): string => randomBytes(24).toString('base64url')

const names = ['owner', 'web', 'router', 'jobs', 'session', 'outside', 'demo'] as const

/** The secrets of the folder, each made when it is first asked for, and readable by their owner only. */
export function secretsIn(folder: string): Secrets {
  const file = join(folder, 'secrets.json')
  mkdirSync(folder, { recursive: true })
  const known = existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Partial<Secrets>) : {}
  if (names.every((name) => name in known)) return known as Secrets
  const made = { ...(Object.fromEntries(names.map((name) => [name, fresh()])) as unknown as Secrets), ...known }
  writeFileSync(`${file}.new`, JSON.stringify(made), { mode: 0o600 })
  chmodSync(`${file}.new`, 0o600)
  renameSync(`${file}.new`, file)
  return made
}

export interface Place {
  readonly folder: string
  readonly secrets: Secrets
  readonly ports: Ports
  readonly cluster: Cluster
  readonly ownerUrl: string
  readonly webUrl: string
  readonly routerUrl: string
  readonly jobsUrl: string
}

export function placeIn(folder: string, at: Ports = ports(), fsync = true): Place {
  const secrets = secretsIn(folder)
  const cluster = new Cluster({ folder, port: at.database, password: secrets.owner, fsync })
  const ownerUrl = cluster.url()
  return {
    folder,
    secrets,
    ports: at,
    cluster,
    ownerUrl,
    webUrl: urlOf(ownerUrl, 'web', secrets.web),
    routerUrl: urlOf(ownerUrl, 'router', secrets.router),
    jobsUrl: urlOf(ownerUrl, 'jobs', secrets.jobs),
  }
}
