import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import type { Grounds } from '@eudromos/core/routing'
import type { Asked, Told } from '../worker/past.ts'
import { ProblemError, problem, tooMany } from './problem.ts'

const file = join(process.cwd(), 'web/worker/past.mjs')
/** What of one person, and of all, may be under way or wait: a list of offers is looked through quickly. */
const mostOfPerson = 4
const mostOfAll = 40
const patienceMs = 30_000
/** A thread that nobody has asked for so long ends. */
const idleMs = 120_000

interface Waiting {
  readonly resolve: (grounds: Grounds | null) => void
  readonly reject: (error: Error) => void
}

/** What was at an event of the past, worked out in a thread of its own, one thing at a time for each person. */
export class Past {
  private worker: Worker | null = null
  private readonly waiting = new Map<number, Waiting>()
  private readonly asking = new Map<string, { count: number; last: Promise<void> }>()
  private total = 0
  private count = 0
  private idle: NodeJS.Timeout | null = null

  constructor(private readonly url: string) {}

  /** After what this person asked before. Throws where they, or all together, ask for more than is worked out soon. */
  async groundsBefore(personId: string, interactionId: string, seq: number): Promise<Grounds | null> {
    const own = this.asking.get(personId) ?? { count: 0, last: Promise.resolve() }
    if (own.count >= mostOfPerson || this.total >= mostOfAll) throw tooMany()
    own.count += 1
    this.total += 1
    this.asking.set(personId, own)
    const answer = own.last.then(() => this.ask(interactionId, seq))
    own.last = answer.then(
      () => undefined,
      () => undefined,
    )
    try {
      return await answer
    } finally {
      own.count -= 1
      this.total -= 1
      if (own.count === 0) this.asking.delete(personId)
    }
  }

  private ask(interactionId: string, seq: number): Promise<Grounds | null> {
    const id = (this.count += 1)
    return new Promise<Grounds | null>((resolve, reject) => {
      const timer = setTimeout(() => {
        this.waiting.delete(id)
        reject(late())
        this.end()
      }, patienceMs)
      const settled =
        <T>(settle: (value: T) => void) =>
        (value: T): void => {
          clearTimeout(timer)
          settle(value)
        }
      this.waiting.set(id, { resolve: settled(resolve), reject: settled(reject) })
      this.thread().postMessage({ id, interactionId, seq } satisfies Asked)
    })
  }

  private thread(): Worker {
    if (this.idle !== null) clearTimeout(this.idle)
    this.idle = setTimeout(() => this.end(), idleMs)
    this.idle.unref()
    if (this.worker !== null) return this.worker
    const worker = new Worker(file, { workerData: { url: this.url } })
    this.worker = worker
    worker.unref()
    worker.on('message', (told: Told) => {
      const waiting = this.waiting.get(told.id)
      this.waiting.delete(told.id)
      if ('error' in told) waiting?.reject(new Error(told.error))
      else waiting?.resolve(told.grounds)
    })
    const fell = (error: Error): void => {
      if (this.worker === worker) this.worker = null
      for (const { reject } of this.waiting.values()) reject(error)
      this.waiting.clear()
    }
    worker.on('error', fell)
    worker.on('exit', () => fell(new Error('the thread has ended')))
    return worker
  }

  /** Ends the thread; the next question begins another. */
  end(): void {
    if (this.idle !== null) clearTimeout(this.idle)
    void this.worker?.terminate()
    this.worker = null
  }
}

const late = (): ProblemError =>
  new ProblemError(
    problem(503, 'answerLate', 'No answer yet', 'What was then takes too long to work out now. Try again in a minute.'),
  )
