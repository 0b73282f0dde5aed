import {
  changesFor,
  evolve,
  groundsOf,
  State,
  stateFrom,
  visitOf,
  type Change,
  type Grounds,
  prospectsOf,
  type Prospect,
  type WaitingFor,
  waitingFor,
} from '@eudromos/core/routing'
import { beginning, placeAfter, readJournal, readSnapshot, type Place } from '@eudromos/database'
import type { Runtime } from './runtime.ts'

/** With the names of people and of skills. */
export type NamedGrounds = Grounds & {
  readonly names: Readonly<Record<string, string>>
  /** Single changes after which somebody could be offered it; of what waits now. */
  readonly changes: readonly Change[]
}

export const named = (
  { follower }: Runtime,
  grounds: Grounds | null,
  changes: readonly Change[] = [],
): NamedGrounds | null =>
  grounds === null
    ? null
    : {
        ...grounds,
        changes,
        names: Object.fromEntries([
          ...[...grounds.agents, ...changes].map(
            ({ agentId }) => [agentId, follower.people.get(agentId)?.name ?? agentId] as const,
          ),
          ...(follower.document?.skills ?? []).map(({ id, name }) => [id, name] as const),
        ]),
      }

/** The grounds as of now: the wait has gone on since the last event, unless the queue is closed. */
export function groundsNow(runtime: Runtime, interactionId: string): NamedGrounds | null {
  const { state } = runtime.follower
  const interaction = state.interactions.get(interactionId)
  const grounds = groundsOf(state, interactionId)
  if (interaction === undefined || grounds === null) return null
  const at = Math.max(grounds.at, runtime.clock.now())
  const waitMs = state.servedWaitMs(visitOf(interaction), at)
  return named(runtime, { ...grounds, at, waitMs }, changesFor(state, interactionId))
}

/** What waits, in whatever queue the viewer sees, as one person stands to it; skills by name. */
export interface PersonGrounds {
  readonly waiting: readonly WaitingFor[]
  /** Of each of their queues that the viewer sees, by channel: whether they would be offered what comes there. */
  readonly prospects: readonly Prospect[]
  readonly names: Readonly<Record<string, string>>
}

const mostWaiting = 12

interface Sees {
  interaction(id: string): boolean
  queue(id: string): boolean
}

export function personGrounds({ follower }: Runtime, agentId: string, sees: Sees): PersonGrounds {
  const { state, document } = follower
  return {
    waiting: waitingFor(state, agentId)
      .filter(({ interactionId }) => sees.interaction(interactionId))
      .slice(0, mostWaiting),
    prospects: prospectsOf(state, agentId).filter(({ queueId }) => sees.queue(queueId)),
    names: Object.fromEntries((document?.skills ?? []).map(({ id, name }) => [id, name])),
  }
}

/** The grounds just before an event of the journal, from the state as it then was. */
export async function groundsAt(runtime: Runtime, interactionId: string, seq: number): Promise<NamedGrounds | null> {
  const { $client } = runtime.database
  const stored = await readSnapshot($client, seq - 1)
  const state = stored === null ? new State() : stateFrom(stored.snapshot)
  let at: Place = stored === null ? beginning : { seq: stored.seq, at: state.at, whole: true }
  for (;;) {
    const rows = await readJournal($client, at, 5000, seq - 1)
    for (const { event } of rows) evolve(state, event)
    at = placeAfter(rows, at)
    if (rows.length < 5000) break
  }
  const [made] = await readJournal($client, { ...at, seq: seq - 1 }, 1, seq)
  if (made !== undefined && made.event.at > state.at) state.at = made.event.at
  return named(runtime, groundsOf(state, interactionId))
}
