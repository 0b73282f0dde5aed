import type { Logger } from 'pino'
import type { Desk, JobBodies, JobKind, Taken } from '@eudromos/database'

/** It cannot be done now; the reason is what those read who wait for it. */
export class PutOff extends Error {
  constructor(readonly reason: string) {
    super(`put off: ${reason}`)
  }
}

export type Work = { readonly [K in JobKind]: (body: JobBodies[K], job: Taken<K>) => Promise<void> }

/** So many of a kind are done beside each other. */
const most = 50

/** Does jobs of one kind as they come. */
export class Hands<K extends JobKind> {
  private readonly busy = new Set<Promise<void>>()
  private looking: Promise<void> | null = null
  private again = false
  private closed = false

  constructor(
    private readonly desk: Pick<Desk, 'take' | 'done' | 'failed'>,
    private readonly kind: K,
    private readonly work: Work[K],
    private readonly log: Pick<Logger, 'warn'>,
  ) {}

  /** There may be some. */
  look(): void {
    this.again = true
    if (this.closed) return
    this.looking ??= this.take().finally(() => {
      this.looking = null
      if (this.again && this.busy.size < most) this.look()
    })
  }

  /** What was begun is ended first. */
  async close(): Promise<void> {
    this.closed = true
    await this.looking
    await Promise.all(this.busy)
  }

  private async take(): Promise<void> {
    try {
      while (this.again && !this.closed && this.busy.size < most) {
        this.again = false
        const jobs = await this.desk.take(this.kind, most - this.busy.size)
        if (jobs.length > 0) this.again = true
        for (const job of jobs) {
          const done = this.do(job).finally(() => {
            this.busy.delete(done)
            if (this.again) this.look()
          })
          this.busy.add(done)
        }
      }
    } catch (error) {
      this.again = false
      this.log.warn({ err: error, kind: this.kind }, 'could not look for jobs')
    }
  }

  private async do(job: Taken<K>): Promise<void> {
    const { kind } = this
    try {
      await this.work(job.body, job)
      await this.desk.done(kind, job.id)
    } catch (error) {
      this.log.warn({ err: error, kind, job: job.body }, 'a job has failed')
      const reason = error instanceof PutOff ? error.reason : 'failed'
      // Where that cannot be noted either, it is done again when its time is over.
      await this.desk.failed(kind, job.id, reason).catch(() => undefined)
    }
  }
}
