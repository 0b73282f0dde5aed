import type { Logger } from 'pino'
import {
  CentreClock,
  connectAlone,
  type Connection,
  leaseSeconds,
  listen,
  liveWebProcesses,
  purgeInbox,
  readPublishedBy,
  renewLead,
  takeLead,
  tryLock,
  type Lead,
} from '@eudromos/database'
import { Writer } from './writer.ts'

const pollMs = 100
const renewMs = 500
const standbyMs = 200
/** How long one whose lead was seized holds back, so that the other gets the lock too. */
const supersededMs = 2000
const purgeEveryMs = 3_600_000
const processCheckMs = 1000
/** How long after taking over web processes may take to say that they live. */
const processPatienceMs = 5000

export interface RouterOptions {
  readonly url: string
  readonly name: string
  readonly log: Logger
}

/**
 * A router process: stands by until it has the lead, works until it loses it, and stands by again. Whatever fails
 * outside (the database restarts, the lead goes to another) ends the lead; a new one begins from what was committed.
 */
export class Router {
  private stopping = false
  /** Something may have come in since work was last looked for. */
  private hinted = false
  private superseded = false
  private locked = false
  private wake: () => void = () => undefined
  private ended: Promise<void> | null = null

  constructor(private readonly options: RouterOptions) {}

  start(): void {
    this.ended = this.live()
  }

  /** Ends cleanly: what is under way is committed, a snapshot is left. */
  async stop(): Promise<void> {
    this.stopping = true
    this.wake()
    await this.ended
  }

  private async live(): Promise<void> {
    while (!this.stopping) {
      const open: Connection[] = []
      const connection = async (): Promise<Connection> => {
        const client = await connectAlone(this.options.url, { byKeyOnly: true })
        open.push(client)
        return client
      }
      try {
        await this.oneLead(connection)
      } catch (error) {
        this.options.log.warn({ err: error }, 'lead ended')
      }
      await Promise.all(open.map((client) => client.end().catch(() => undefined)))
      if (!this.stopping) await this.pause(this.superseded ? supersededMs : standbyMs)
      this.superseded = false
    }
  }

  private async oneLead(connection: () => Promise<Connection>): Promise<void> {
    const lock = await connection()
    const lead = await this.awaitLead(lock)
    if (lead === null) return
    const log = this.options.log.child({ epoch: lead.epoch })
    const ear = await connection()
    const writing = await connection()
    const clock = await CentreClock.read(writing)
    const reading = await connection()
    const lookAgain = (): void => {
      this.hinted = true
      this.wake()
    }
    const writer = new Writer(writing, reading, lead, clock, log, lookAgain)
    let lost = false
    const lose = (): void => {
      lost = true
      this.wake()
    }
    const renew = async (): Promise<void> => {
      if (!(await renewLead(lock, lead.epoch))) {
        this.superseded = true
        lose()
      } else if (!this.locked) this.locked = await tryLock(lock)
    }
    for (const client of [lock, ear, writing, reading]) client.on('end', lose)
    await listen(ear, ['inbox', 'clock'], (channel) => {
      if (channel === 'clock') void clock.refresh(ear).then(this.wake, lose)
      lookAgain()
    })
    const renewing = setInterval(() => void renew().catch(lose), renewMs)
    try {
      await writer.takeOver()
      log.info('at work')
      let purgeAt = performance.now()
      const patientUntil = performance.now() + processPatienceMs
      let checkAt = performance.now()
      while (!lost && !this.stopping) {
        this.hinted = false
        const more = await writer.work()
        if (performance.now() >= purgeAt) {
          purgeAt = performance.now() + purgeEveryMs
          await purgeInbox(writing)
          // What is in its way now is tried again in an hour.
          await writer.putAway().catch((error: unknown) => log.warn({ err: error }, 'the journal was not put away'))
        }
        if (performance.now() >= checkAt) {
          checkAt = performance.now() + processCheckMs
          await writer.noteProcesses(await liveWebProcesses(writing), performance.now() < patientUntil)
          await writer.extendPlan((version) => readPublishedBy(reading, version))
        }
        if (!more && !this.hinted) await this.pause(Math.min(pollMs, writer.dueInMs() ?? pollMs))
      }
      if (!lost) await writer.writeSnapshot()
      log.info({ lost }, 'lead over')
    } finally {
      clearInterval(renewing)
    }
  }

  /** Waits for the lock, or for a lease that ran out under somebody who still holds it. */
  private async awaitLead(lock: Connection): Promise<Lead | null> {
    this.options.log.info('standing by')
    let alive = true
    lock.on('end', () => {
      alive = false
    })
    while (!this.stopping && alive) {
      this.locked = await tryLock(lock)
      if (this.locked) return takeLead(lock, this.options.name, false)
      const { rows } = await lock.query<{ late: boolean }>(
        'select renewed_at < clock_timestamp() - make_interval(secs => $1) as late from router_epoch',
        [leaseSeconds],
      )
      if (rows[0]?.late === true) {
        const lead = await takeLead(lock, this.options.name, true)
        if (lead !== null) return lead
      }
      await this.pause(standbyMs)
    }
    return null
  }

  private pause(ms: number): Promise<void> {
    return new Promise((resolve) => {
      const timer = setTimeout(resolve, ms)
      this.wake = () => {
        clearTimeout(timer)
        resolve()
      }
    })
  }
}
