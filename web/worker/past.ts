// Runs in a thread of its own: folds the journal up to an event, which takes too long for a process that serves others.
import { parentPort, workerData } from 'node:worker_threads'
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

export interface Asked {
  readonly id: number
  readonly interactionId: string
  readonly seq: number
}

export type Told =
  { readonly id: number; readonly grounds: Grounds | null } | { readonly id: number; readonly error: string }

const atOnce = 2000

/** The grounds just before an event of the journal, from the state as it then was. */
export async function groundsBefore(
  { $client }: Pick<Database, '$client'>,
  { interactionId, seq }: Pick<Asked, 'interactionId' | 'seq'>,
): Promise<Grounds | null> {
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

if (parentPort !== null) {
  const port = parentPort
  const { url } = workerData as { readonly url: string }
  const database = connect(url, 1)
  let work: Promise<void> = Promise.resolve()
  port.on('message', (asked: Asked) => {
    work = work.then(async () => {
      const told: Told = await groundsBefore(database, asked).then(
        (grounds) => ({ id: asked.id, grounds }),
        (error: unknown) => ({ id: asked.id, error: String(error) }),
      )
      port.postMessage(told)
    })
  })
}
