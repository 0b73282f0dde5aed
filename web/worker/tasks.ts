// What runs in a thread of its own, since it takes too long for a process that serves others meanwhile.
import type { InteractionId } from '@eudromos/core/plan'
import { parentPort, workerData } from 'node:worker_threads'
import Papa from 'papaparse'
import { IcsFault, readCards, type ReadCard } from '@eudromos/core/exchange'
import { evolve, groundsOf, State, stateFrom, type Grounds } from '@eudromos/core/routing'
import {
  beginning,
  connect,
  placeAfter,
  readJournal,
  readSnapshot,
  type Database,
  type Place,
} from '@eudromos/database'
import { publishPlan, type ToPublish } from './publishing.ts'

const atOnce = 2000

interface Before {
  readonly interactionId: InteractionId
  readonly seq: number
}

/** The grounds just before an event of the journal, from the state as it then was. */
async function groundsBefore({ interactionId, seq }: Before): Promise<Grounds | null> {
  const { $client } = theDatabase()
  const stored = await readSnapshot($client, seq - 1)
  const state = stored === null ? new State() : stateFrom(stored.snapshot)
  let at: Place = stored === null ? beginning : { seq: stored.seq, at: state.at, whole: true }
  for (;;) {
    const rows = await readJournal($client, at, atOnce, seq - 1)
    for (const { event } of rows) evolve(state, event)
    at = placeAfter(rows, at)
    if (rows.length < atOnce) break
  }
  const [made] = await readJournal($client, { ...at, seq: seq - 1 }, 1, seq)
  if (made !== undefined && made.event.at > state.at) state.at = made.event.at
  return groundsOf(state, interactionId)
}

/** Of a file: what is more is not read to its end. */
const mostRows = 20_000
const mostColumns = 300
const mostCells = 600_000

const mostInCell = 20_000

/** As text, without NUL, of which the database keeps none. */
const textOf = (bytes: Uint8Array): string => new TextDecoder().decode(bytes).replaceAll('\0', '')

/** The rows of a file of values with commas between, its heading first; why it is none where it is too large. */
function csvRows(bytes: Uint8Array): { readonly rows: string[][] } | { readonly tooLarge: 'rows' | 'columns' } {
  const rows: string[][] = []
  let cells = 0
  let tooLarge: 'rows' | 'columns' | null = null
  Papa.parse<string[]>(textOf(bytes), {
    step: ({ data }, parser) => {
      rows.push(data)
      cells += data.length
      if (data.length > mostColumns || data.some((cell) => cell.length > mostInCell)) tooLarge = 'columns'
      else if (rows.length > mostRows || cells > mostCells) tooLarge = 'rows'
      if (tooLarge !== null) parser.abort()
    },
  })
  return tooLarge === null ? { rows } : { tooLarge }
}

/** The cards of a file of vCards, or the line from which on it is none, and why. */
function cards(
  bytes: Uint8Array,
): { readonly cards: ReadCard[] } | { readonly line: number; readonly reason: IcsFault['reason'] } {
  try {
    return { cards: readCards(textOf(bytes)) }
  } catch (error) {
    if (!(error instanceof IcsFault)) throw error
    return { line: error.line, reason: error.reason }
  }
}

interface Chosen {
  readonly password: string
  /** What whoever tries to guess it would think of first. */
  readonly near: readonly string[]
}

/** How hard a password is to guess, from 0 to 4, by lists of common ones and patterns. The lists are read when first needed. */
async function strengthOf({ password, near }: Chosen): Promise<number> {
  const [{ ZxcvbnFactory }, { dictionary, adjacencyGraphs }] = await Promise.all([
    import('@zxcvbn-ts/core'),
    import('@zxcvbn-ts/language-common'),
  ])
  return new ZxcvbnFactory({ dictionary, graphs: adjacencyGraphs }).check(password, [...near]).score
}

/** By name what can be asked for. */
const tasks = {
  groundsBefore,
  csvRows,
  cards,
  strengthOf,
  publishPlan: (input: ToPublish) => publishPlan(theDatabase(), input),
}
export type Tasks = typeof tasks
export type Task = keyof Tasks
export type InputOf<T extends Task> = Parameters<Tasks[T]>[0]
export type OutputOf<T extends Task> = Awaited<ReturnType<Tasks[T]>>

export interface Asked {
  readonly id: number
  readonly task: Task
  readonly input: unknown
}

export type Told = { readonly id: number; readonly output: unknown } | { readonly id: number; readonly error: string }

let database: Database | null = null
const theDatabase = (): Database => (database ??= connect((workerData as { readonly url: string }).url, 1))

if (parentPort !== null) {
  const port = parentPort
  let work: Promise<void> = Promise.resolve()
  port.on('message', ({ id, task, input }: Asked) => {
    const run = tasks[task] as (input: unknown) => unknown
    work = work.then(async () => {
      try {
        port.postMessage({ id, output: await run(input) } satisfies Told)
      } catch (error) {
        port.postMessage({ id, error: String(error) } satisfies Told)
      }
    })
  })
}
