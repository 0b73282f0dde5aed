import type { AgentId, InteractionId, PersonId } from '@eudromos/core/plan'
import {
  changesFor,
  groundsOf,
  visitOf,
  type Change,
  type Grounds,
  prospectsOf,
  type Prospect,
  type WaitingFor,
  waitingFor,
} from '@eudromos/core/routing'
import type { RecordRow } from '@eudromos/database'
import type { Runtime } from '../runtime/runtime.ts'

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
export function groundsNow(runtime: Runtime, interactionId: InteractionId): NamedGrounds | null {
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

export function personGrounds({ follower }: Runtime, agentId: AgentId, sees: Sees): PersonGrounds {
  const { state, document } = follower
  return {
    waiting: waitingFor(state, agentId)
      .filter(({ interactionId }) => sees.interaction(interactionId))
      .slice(0, mostWaiting),
    prospects: prospectsOf(state, agentId).filter(({ queueId }) => sees.queue(queueId)),
    names: Object.fromEntries((document?.skills ?? []).map(({ id, name }) => [id, name])),
  }
}

/** The grounds just before an offer of a record was made; null where the record has no offer at that event. */
export async function groundsAt(
  runtime: Runtime,
  personId: PersonId,
  { id, offers }: Pick<RecordRow, 'id' | 'offers'>,
  seq: number,
): Promise<NamedGrounds | null> {
  if (!offers.some((offer) => offer.seq === seq)) return null
  return named(runtime, await runtime.past.groundsBefore(personId, id, seq))
}
