import type { InteractionId } from '@eudromos/core/plan'
import { setTimeout as pause } from 'node:timers/promises'
import type { Logger } from 'pino'
import {
  askToCarryAll,
  CentreClock,
  connect,
  connectAlone,
  Desk,
  dropRecordings,
  follow,
  jobsFollowing,
  listen,
  whenThere,
  type Connection,
  type Database,
  type JobKind,
} from '@eudromos/database'
import type { Carrier } from './carrier.ts'
import { Hands, type Work } from './hands.ts'
import { Published } from './published.ts'
import { Ringing } from './ringing.ts'
import { Texts } from './texts.ts'

const dayMs = 86_400_000
/** Whoever was not told looks so often. */
const everyMs = 1000
/** What comes within is taken in one go. */
const restMs = 50

const mayConcern = (news: string): boolean =>
  news === '' || jobsFollowing.types.some((type) => news.includes(`"${type}"`))

export interface JobsOptions {
  readonly url: string
  readonly carrier: Carrier
  readonly tokenOf: (interactionId: InteractionId) => string
  readonly log: Logger
}

/** What a process of jobs does: asks for those that follow from the journal, and does those that are due. Any number may. */
export class Jobs {
  private readonly database: Database
  private readonly published: Published
  private readonly desk: Desk
  private readonly hands: Pick<Hands<JobKind>, 'look' | 'close'>[]
  private ear: Connection | null = null
  private readonly timer: NodeJS.Timeout
  private following: Promise<void> | null = null
  private again = false
  private closed = false

  private constructor(
    private readonly options: JobsOptions,
    private readonly clock: CentreClock,
    database: Database,
  ) {
    const { log, carrier, tokenOf } = options
    this.database = database
    this.published = new Published(database)
    this.desk = new Desk(database.$client, (error) => log.warn({ err: error }, 'jobs are not looked after'))
    const texts = new Texts(database, this.published, carrier)
    const ringing = new Ringing(database, this.published, carrier, tokenOf)
    const work: Work = {
      carryText: (body) => texts.carry(body),
      loseText: (body, { reason }) => texts.lose(body, reason),
      ring: (body) => ringing.ring(body),
      stopRinging: (body) => ringing.stop(body),
      dropRecordings: () => this.dropRecordings(),
    }
    const doing = <K extends JobKind>(kind: K): Hands<K> => new Hands(this.desk, kind, work[kind], log)
    this.hands = (Object.keys(work) as JobKind[]).map(doing)
    this.timer = setInterval(() => {
      this.follow()
      this.lookForJobs()
    }, everyMs)
  }

  static async start(options: JobsOptions): Promise<Jobs> {
    const database = connect(options.url, 8)
    const clock = await whenThere(
      () => CentreClock.read(database.$client),
      (error) => options.log.warn({ err: error }, 'the database is not there yet'),
    )
    const jobs = new Jobs(options, clock, database)
    await jobs.desk.start()
    await askToCarryAll(database)
    await jobs.desk.ask('dropRecordings')
    await jobs.hear()
    jobs.follow()
    jobs.lookForJobs()
    return jobs
  }

  /** What was begun is ended first. */
  async stop(): Promise<void> {
    this.closed = true
    clearInterval(this.timer)
    await this.ear?.end().catch(() => undefined)
    await this.following
    await Promise.all(this.hands.map((one) => one.close()))
    await this.desk.stop()
    await this.database.$client.end()
  }

  private async hear(): Promise<void> {
    const ear = await connectAlone(this.options.url)
    ear.on('end', () => {
      this.ear = null
    })
    await listen(ear, ['journal', 'jobs', 'clock'], (channel, news) => {
      if (channel === 'clock') void this.clock.refresh(this.database.$client).catch(() => undefined)
      else if (channel === 'jobs') this.lookForJobs()
      else if (mayConcern(news)) this.follow()
    })
    this.ear = ear
  }

  private lookForJobs(): void {
    for (const one of this.hands) one.look()
  }

  /** The journal may hold something that asks for jobs. */
  private follow(): void {
    this.again = true
    if (this.closed) return
    this.following ??= this.goOn().finally(() => {
      this.following = null
      if (this.again) this.follow()
    })
  }

  private async goOn(): Promise<void> {
    this.again = false
    try {
      if (this.ear === null) await this.hear()
      while (await follow(this.database.$client, jobsFollowing));
      await pause(restMs)
    } catch (error) {
      this.options.log.warn({ err: error }, 'could not follow the journal')
      await pause(everyMs)
    }
  }

  private async dropRecordings(): Promise<void> {
    const days = (await this.published.read())?.centre.recordingDays
    if (days === undefined) return
    const gone = await dropRecordings(this.database, this.clock.now() - days * dayMs)
    if (gone > 0) this.options.log.info({ gone }, 'recordings were kept for their time')
  }
}
