import { join } from 'node:path'
import type { Worker } from 'node:worker_threads'
import type { Asked, InputOf, OutputOf, Task, Told } from '../../worker/tasks.ts'
import { ProblemError, problem } from '../edge/problem.ts'

const file = join(process.cwd(), 'web/worker/start.mjs')
/** Asked for here, and not imported: a build would look for the thread's file and put it among its own. */
const threads = process.getBuiltinModule('node:worker_threads')
const patienceMs = 30_000
/** Ten thousand people are published in 8 s where nothing else is done, and in half a minute beside a busy centre. */
const patienceOf: { readonly [T in Task]?: number } = { publishPlan: 120_000 }
/** A thread that nobody has asked for so long ends. */
const idleMs = 120_000

interface Waiting {
  readonly resolve: (output: unknown) => void
  readonly reject: (error: Error) => void
}

/** Does what takes long beside this process, one thing after the other; begun when it is first asked, and anew once it fell. */
export class Thread {
  private worker: Worker | null = null
  private readonly waiting = new Map<number, Waiting>()
  private count = 0
  private idle: NodeJS.Timeout | null = null

  /** `url` is the database's. */
  constructor(private readonly url: string) {}

  ask<T extends Task>(task: T, input: InputOf<T>): Promise<OutputOf<T>> {
    const id = (this.count += 1)
    return new Promise<OutputOf<T>>((resolve, reject) => {
      const timer = setTimeout(() => {
        this.waiting.delete(id)
        reject(late())
        this.end()
      }, patienceOf[task] ?? patienceMs)
      this.waiting.set(id, {
        resolve: (output) => {
          clearTimeout(timer)
          resolve(output as OutputOf<T>)
        },
        reject: (error) => {
          clearTimeout(timer)
          reject(error)
        },
      })
      this.running().postMessage({ id, task, input } satisfies Asked)
    })
  }

  private running(): Worker {
    if (this.idle !== null) clearTimeout(this.idle)
    this.idle = setTimeout(() => this.end(), idleMs)
    this.idle.unref()
    if (this.worker !== null) return this.worker
    const worker = new threads.Worker(file, { workerData: { url: this.url } })
    this.worker = worker
    worker.unref()
    worker.on('message', (told: Told) => {
      const waiting = this.waiting.get(told.id)
      this.waiting.delete(told.id)
      if ('error' in told) waiting?.reject(new Error(told.error))
      else waiting?.resolve(told.output)
    })
    const fell = (error: Error): void => {
      if (this.worker !== worker) return
      this.worker = null
      this.fail(error)
    }
    worker.on('error', fell)
    worker.on('exit', () => fell(ended()))
    return worker
  }

  private fail(error: Error): void {
    const all = [...this.waiting.values()]
    this.waiting.clear()
    for (const { reject } of all) reject(error)
  }

  /** Ends the thread; the next question begins another. */
  end(): void {
    if (this.idle !== null) clearTimeout(this.idle)
    void this.worker?.terminate()
    this.worker = null
    this.fail(ended())
  }
}

const ended = (): Error => new Error('the thread has ended')

const late = (): ProblemError =>
  new ProblemError(
    problem(503, 'answerLate', 'No answer yet', 'This takes too long to work out now. Try again in a minute.'),
  )
