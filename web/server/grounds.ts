import { evolve, groundsOf, State, stateFrom, type Grounds } from '@eudromos/core/routing'
import { readJournal, readSnapshot } from '@eudromos/database'
import type { Runtime } from './runtime.ts'

export type NamedGrounds = Grounds & { readonly names: Readonly<Record<string, string>> }

const named = ({ follower }: Runtime, grounds: Grounds | null): NamedGrounds | null =>
  grounds === null
    ? null
    : {
        ...grounds,
        names: Object.fromEntries(
          grounds.agents.map(({ agentId }) => [agentId, follower.people.get(agentId)?.name ?? agentId]),
        ),
      }

export function groundsNow(runtime: Runtime, interactionId: string): NamedGrounds | null {
  const grounds = groundsOf(runtime.follower.state, interactionId)
  return named(runtime, grounds === null ? null : { ...grounds, ...waitedUntil(grounds, runtime.clock.now()) })
}

const waitedUntil = ({ at, waitMs }: Grounds, now: number): Pick<Grounds, 'at' | 'waitMs'> => ({
  at: Math.max(at, now),
  waitMs: waitMs + Math.max(0, now - at),
})

/** The grounds just before an event of the journal, from the state as it then was. */
export async function groundsAt(runtime: Runtime, interactionId: string, seq: number): Promise<NamedGrounds | null> {
  const { $client } = runtime.database
  const stored = await readSnapshot($client, seq - 1)
  const state = stored === null ? new State() : stateFrom(stored.snapshot)
  let at = stored?.seq ?? 0
  for (;;) {
    const rows = await readJournal($client, at, 5000, seq - 1)
    for (const { event, seq: next } of rows) {
      evolve(state, event)
      at = next
    }
    if (rows.length < 5000) break
  }
  const [made] = await readJournal($client, seq - 1, 1, seq)
  if (made !== undefined && made.event.at > state.at) state.at = made.event.at
  return named(runtime, groundsOf(state, interactionId))
}
