import type { Logger } from 'pino'
import type { Refusal } from '@eudromos/core/routing'
import {
  isDiskFull,
  insertCommands,
  readAnswers,
  readPressure,
  type Answer,
  type Database,
  type News,
  type Submission,
} from '@eudromos/database'

const mostAtOnce = 500
const mostBytesAtOnce = 8 * 1024 * 1024
/** While one insert waits for the disk the next gathers; two keep the router busy. */
const insertsAtOnce = 2
const mostPending = 5000
const routerSilentSeconds = 8
const mostEarly = 2000
const answerPatienceMs = 15_000

/**
 * Why a command has no answer. The sender lives in one bundle of the server and routes in others, each with classes of
 * its own: what went wrong is told by `trouble`, not by the class.
 *
 * overloaded: there is too much to do, or nobody to do it; nothing was taken in. answerLate: it was taken in and will be
 * decided, but the answer did not come in time. idReused: the same id was used before for something else.
 */
export class SendTrouble extends Error {
  constructor(
    readonly trouble: 'overloaded' | 'diskFull' | 'answerLate' | 'idReused',
    message: string,
  ) {
    super(message)
  }
}

/** What is not taken in now, and why: `trouble()` of the sender. */
export const notTaken = (trouble: string): SendTrouble =>
  new SendTrouble(trouble === 'diskFull' ? 'diskFull' : 'overloaded', trouble)

/** So long after a write that found no room nothing is tried: then one is, and work resumes where there is room again. */
const fullForMs = 3000
/** So long it is said to be full where nothing was written since: it may be so still. */
const saidFullForMs = 30_000

export const sendTroubleOf = (error: unknown): SendTrouble['trouble'] | null =>
  error instanceof Error && 'trouble' in error ? (error.trouble as SendTrouble['trouble']) : null

export type Settled = { readonly seq: number; readonly refusal: Refusal | null }

interface Waiting {
  readonly submission: Submission
  readonly resolve: (answer: Answer) => void
  readonly reject: (error: Error) => void
}

/** Hands commands to the router: gathers those that come at the same time into one insert, and waits for the answers. */
export class Sender {
  private queue: Waiting[] = []
  private inserting = 0
  private flushing = false
  private readonly awaited = new Map<number, Waiting[]>()
  private reading = false
  private readAgain = false
  /** Answers that came before it was known for what: the newest ones only. */
  private readonly early = new Map<number, Answer>()
  private overloaded: string | null = null
  /** When last the disk had no room for what was sent. */
  private fullAt = -Infinity
  private told: string | null = null
  private readonly watching = new Set<(trouble: string | null) => void>()
  private timer: NodeJS.Timeout | null = null

  constructor(
    private readonly database: Database,
    private readonly log: Logger,
    /** Told of everything taken in, before it is. */
    private readonly taking: (submission: Submission) => void = () => undefined,
    /** Told of what changes nothing: words that came with it are kept nowhere. */
    private readonly refused: (submission: Submission) => void = () => undefined,
  ) {}

  async start(): Promise<void> {
    await this.measure()
    this.timer = setInterval(() => void this.measure(), 1000)
  }

  close(): void {
    if (this.timer !== null) clearInterval(this.timer)
    this.timer = null
    this.overloaded = 'closing'
  }

  private async measure(): Promise<void> {
    this.overloaded = await this.reason()
    this.tell()
    void this.collect()
  }

  private async reason(): Promise<string | null> {
    try {
      const { pending, routerSilentSeconds: silent } = await readPressure(this.database.$client)
      const isFull = performance.now() - this.fullAt < fullForMs
      const reasons = {
        diskFull: isFull,
        tooMuchPending: pending > mostPending,
        noRouter: silent > routerSilentSeconds,
      }
      return Object.entries(reasons).find(([, holds]) => holds)?.[0] ?? null
    } catch {
      return 'noDatabase'
    }
  }

  /** Why nothing is taken in now, or null where it is. */
  barred(): string | null {
    return this.overloaded
  }

  /** What is wrong at present, or null; where nothing was written since the disk was full, that it may be so still. */
  trouble(): string | null {
    return this.overloaded ?? (performance.now() - this.fullAt < saidFullForMs ? 'diskFull' : null)
  }

  /** Tells `hear` what is wrong, now and whenever that is another; gives what ends it. */
  watch(hear: (trouble: string | null) => void): () => void {
    this.watching.add(hear)
    hear(this.trouble())
    return () => this.watching.delete(hear)
  }

  private tell(): void {
    const trouble = this.trouble()
    if (trouble === this.told) return
    this.told = trouble
    for (const hear of this.watching) hear(trouble)
  }

  /** Resolves with what the router decided. Throws SendTrouble. */
  async submit(submission: Submission): Promise<Settled> {
    if (this.overloaded !== null) throw notTaken(this.overloaded)
    this.taking(submission)
    const answer = await this.await((waiting) => {
      this.queue.push({ ...waiting, submission })
      this.flushSoon()
    })
    if (answer.ok) return { seq: answer.seq, refusal: null }
    this.refused(submission)
    if ('refusal' in answer) return { seq: answer.seq, refusal: answer.refusal }
    throw new Error(`the command was set aside: ${answer.setAside}`)
  }

  /** The answer to a command that is in the inbox already. */
  awaitAnswer(inboxId: number): Promise<Answer> {
    return this.await((waiting) => {
      this.expect(inboxId, { ...waiting, submission: null as unknown as Submission })
      void this.collect()
    })
  }

  private await(begin: (waiting: Omit<Waiting, 'submission'>) => void): Promise<Answer> {
    return new Promise<Answer>((resolve, reject) => {
      const timer = setTimeout(() => reject(new SendTrouble('answerLate', 'no answer yet')), answerPatienceMs)
      begin({
        resolve: (answer) => {
          clearTimeout(timer)
          resolve(answer)
        },
        reject: (error) => {
          clearTimeout(timer)
          reject(error)
        },
      })
    })
  }

  /** Once all promises that are due have run: those whose answers came together send their next together. */
  private flushSoon(): void {
    if (this.flushing) return
    this.flushing = true
    process.nextTick(() => {
      this.flushing = false
      void this.flush()
    })
  }

  /** How many of those that wait go together: at least one, and no more bytes of files than are carried at once. */
  private atOnce(): number {
    let bytes = 0
    const over = this.queue.findIndex(({ submission }) => {
      for (const { attachment } of submission.contents ?? []) bytes += attachment?.bytes.length ?? 0
      return bytes > mostBytesAtOnce
    })
    return over < 0 ? mostAtOnce : Math.min(mostAtOnce, Math.max(1, over))
  }

  private async flush(): Promise<void> {
    if (this.inserting >= insertsAtOnce) return
    this.inserting += 1
    while (this.queue.length > 0) {
      const batch = this.queue.splice(0, this.atOnce())
      try {
        const accepted = await insertCommands(
          this.database.$client,
          batch.map(({ submission }) => submission),
        )
        this.fullAt = -Infinity
        accepted.forEach((one, n) => {
          const waiting = batch[n]
          if (waiting === undefined) return
          if (one.kind === 'idReused')
            waiting.reject(new SendTrouble('idReused', 'the id was used for another command'))
          else if (one.kind === 'known' && one.answer !== null) waiting.resolve(one.answer)
          else this.expect(one.inboxId, waiting)
        })
      } catch (error) {
        this.log.warn({ err: error }, 'could not take commands in')
        if (isDiskFull(error)) {
          this.fullAt = performance.now()
          this.overloaded = 'diskFull'
          this.tell()
        }
        for (const waiting of batch) waiting.reject(notTaken(isDiskFull(error) ? 'diskFull' : 'noDatabase'))
      }
    }
    this.inserting -= 1
  }

  private expect(inboxId: number, waiting: Waiting): void {
    const answer = this.early.get(inboxId)
    if (answer !== undefined) {
      this.early.delete(inboxId)
      waiting.resolve(answer)
      return
    }
    const others = this.awaited.get(inboxId)
    if (others === undefined) this.awaited.set(inboxId, [waiting])
    else others.push(waiting)
  }

  /** Takes what a hint brought; null: there may be answers to look for. */
  heard(news: News | null): void {
    if (news === null) void this.collect()
    else
      for (const [inboxId, answer] of news.answers) if (!this.settle(inboxId, answer)) this.keepEarly(inboxId, answer)
  }

  private settle(inboxId: number, answer: Answer): boolean {
    const waiting = this.awaited.get(inboxId)
    this.awaited.delete(inboxId)
    for (const { resolve } of waiting ?? []) resolve(answer)
    return waiting !== undefined
  }

  private keepEarly(inboxId: number, answer: Answer): void {
    this.early.set(inboxId, answer)
    const [oldest] = this.early.keys()
    if (this.early.size > mostEarly && oldest !== undefined) this.early.delete(oldest)
  }

  /** Looks for answers in the inbox. */
  async collect(): Promise<void> {
    if (this.reading) {
      this.readAgain = true
      return
    }
    this.reading = true
    do {
      this.readAgain = false
      if (this.awaited.size === 0) break
      try {
        const answers = await readAnswers(this.database.$client, [...this.awaited.keys()])
        for (const [inboxId, answer] of answers) this.settle(inboxId, answer)
      } catch {
        break
      }
    } while (this.readAgain)
    this.reading = false
  }
}
