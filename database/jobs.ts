// Work that is not done at once, and done again where it failed: kept by pg-boss, in a schema of its own.
import type { InteractionId } from '@eudromos/core/plan'
import { createHash } from 'node:crypto'
import PgBoss from 'pg-boss'
import type pg from 'pg'

/** A text or an email of the centre, the how-manieth time that it is put on its way. */
export interface TextKey {
  readonly interactionId: InteractionId
  readonly number: number
  readonly round: number
}

/** A call that goes out, the how-manieth time that its customer is rung. */
export interface RingKey {
  readonly interactionId: InteractionId
  readonly number: number
}

/** What each kind of job is about. */
export interface JobBodies {
  /** Takes a text to the carrier. */
  readonly carryText: TextKey
  /** No carrier has taken it, however often it was tried. */
  readonly loseText: TextKey
  /** Has the carrier ring a customer. */
  readonly ring: RingKey
  /** Has the carrier ring no longer. */
  readonly stopRinging: RingKey
  /** Lets go of recordings that were kept for their time. */
  readonly dropRecordings: Record<string, never>
}

export type JobKind = keyof JobBodies

interface Terms extends Pick<PgBoss.Queue, 'retryLimit' | 'retryDelay' | 'retryBackoff' | 'expireInSeconds'> {
  /** What becomes of it once it was tried often enough. */
  readonly deadLetter?: JobKind
  /** When it is done by itself, as cron has it, in UTC. */
  readonly cron?: string
}

const once = { retryLimit: 0, expireInSeconds: 30 }
const again = { retryLimit: 5, retryDelay: 2, retryBackoff: true, expireInSeconds: 30 }

/** In an order in which each names only those before it. */
const terms: Readonly<Record<JobKind, Terms>> = {
  loseText: { ...again, retryLimit: 20 },
  carryText: { ...again, deadLetter: 'loseText' },
  ring: once,
  stopRinging: again,
  dropRecordings: { ...once, expireInSeconds: 900, cron: '7 * * * *' },
}

const schema = 'jobs'

type Sql = Pick<pg.Pool | pg.ClientBase, 'query'>
const through = (sql: Sql): PgBoss.Db => ({
  executeSql: (text, values) => sql.query(text, values) as Promise<{ rows: unknown[] }>,
})

const nowhere: PgBoss.Db = { executeSql: () => Promise.reject(new Error('a job was asked for outside a transaction')) }
/** For what is asked for within the transactions of others. */
const asking = new PgBoss({ schema, db: nowhere })

/** The same job asked for again is the same: it has the same id. */
const idOf = <K extends JobKind>(kind: K, body: JobBodies[K]): string =>
  createHash('sha256')
    .update(JSON.stringify([kind, ...Object.entries(body).sort()]))
    .digest('hex')
    .slice(0, 32)

/** Asks for jobs: they are done once the transaction is committed. One that was asked for before is not done again. */
export async function askFor<K extends JobKind>(
  client: pg.ClientBase,
  name: K,
  bodies: readonly JobBodies[K][],
): Promise<void> {
  if (bodies.length === 0) return
  const jobs = bodies.map((data) => ({ name, data, id: idOf(name, data) }))
  await asking.insert(jobs, { db: through(client) })
  await client.query(`select pg_notify('jobs', '')`)
}

/** Makes what jobs are kept in, or brings it up to date; as the owner. */
export async function migrateJobs(owner: pg.Pool): Promise<void> {
  const boss = new PgBoss({ schema, db: through(owner), supervise: false, schedule: false })
  await boss.start()
  for (const [name, { cron, ...rest }] of Object.entries(terms)) {
    const queue = { name, policy: 'standard', ...rest } as const
    await boss.createQueue(name, queue)
    await boss.updateQueue(name, queue)
    if (cron !== undefined) await boss.schedule(name, cron)
  }
  // What it does by itself it cannot make itself: its process may change no tables.
  await boss.createQueue('__pgboss__send-it')
  await boss.stop({ graceful: false })
  await owner.query(`grant usage on schema ${schema} to eudromos_web, eudromos_jobs;
    grant select, insert on all tables in schema ${schema} to eudromos_web;
    grant select, insert, update, delete on all tables in schema ${schema} to eudromos_jobs`)
}

export interface Taken<K extends JobKind = JobKind> {
  readonly id: string
  readonly body: JobBodies[K]
  /** What it failed of before. */
  readonly reason: string | null
}

/** Jobs as they are taken up and done, in a process that does them; any number of processes may. */
export class Desk {
  private readonly boss: PgBoss

  /** `wrong` is told of what fails beside the jobs. */
  constructor(pool: pg.Pool, wrong: (error: Error) => void) {
    this.boss = new PgBoss({ schema, db: through(pool), migrate: false, maintenanceIntervalSeconds: 5 })
    this.boss.on('error', wrong)
  }

  async start(): Promise<void> {
    await this.boss.start()
  }

  /** Has done now what is otherwise done at its times; of several who ask within a minute one is heard. */
  async ask(kind: JobKind): Promise<void> {
    await this.boss.send(kind, {}, { singletonSeconds: 60 })
  }

  /** Jobs that are due, no more than so many: nobody else has them until they are done, have failed, or took too long. */
  async take<K extends JobKind>(kind: K, most: number): Promise<Taken<K>[]> {
    const jobs = await this.boss.fetch<JobBodies[K]>(kind, { batchSize: most, includeMetadata: true })
    return jobs.map(({ id, data, output }) => ({ id, body: data, reason: reasonIn(output) }))
  }

  async done(kind: JobKind, id: string): Promise<void> {
    await this.boss.complete(kind, id)
  }

  /** It is done again later, unless that was often enough. */
  async failed(kind: JobKind, id: string, reason: string): Promise<void> {
    await this.boss.fail(kind, id, { reason })
  }

  async stop(): Promise<void> {
    await this.boss.stop({ graceful: false })
  }
}

const reasonIn = (output: unknown): string | null =>
  typeof output === 'object' && output !== null && 'reason' in output && typeof output.reason === 'string'
    ? output.reason
    : null
