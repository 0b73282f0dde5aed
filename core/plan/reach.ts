import { relaxedAt, demanded, type Requirement } from '../skills/index.ts'
import type { AgentId } from '../ids/index.ts'
import type { PlanDocument, PlannedQueue, Queue, ReachTeam } from './plan.ts'
import { upwards } from './teams.ts'

type Members = Pick<PlanDocument, 'teams' | 'people'>

/** The agents of the team and of those below it, or only those of the tier. */
export function membersOf({ teamId, tier }: ReachTeam, { teams, people }: Members): AgentId[] {
  const within = new Set<string>(
    teams.filter(({ id }) => [...upwards(teams, id)].some((above) => above.id === teamId)).map(({ id }) => id),
  )
  return people
    .filter(
      (person) =>
        person.roles.includes('agent') && within.has(person.teamId ?? '') && (tier === null || person.tier === tier),
    )
    .map(({ id }) => id)
}

/** The queue with the people of its teams named beside the others, as it is offered; nobody twice in a reach. */
export function spelledOut<Q extends Pick<PlannedQueue, 'agentIds' | 'laterReaches' | 'teams'>>(
  { teams, agentIds: first, laterReaches, ...rest }: Q,
  document: Members,
): Omit<Q, 'teams' | 'agentIds' | 'laterReaches'> & Pick<Queue, 'agentIds' | 'laterReaches'> {
  const named = (agentIds: readonly AgentId[], of: readonly ReachTeam[]): readonly AgentId[] =>
    of.length === 0 ? agentIds : [...new Set([...agentIds, ...of.flatMap((one) => membersOf(one, document))])]
  return {
    ...rest,
    agentIds: named(first, teams),
    laterReaches: laterReaches.map((reach) => ({
      afterSeconds: reach.afterSeconds,
      agentIds: named(reach.agentIds, reach.teams),
    })),
  }
}

/** Everybody whom the queue offers to, sooner or later, each once, in the queue's order of people. */
export const peopleOf = ({
  agentIds,
  laterReaches,
}: Pick<Queue, 'agentIds' | 'laterReaches'> & { readonly teams?: never }): AgentId[] => [
  ...new Set([...agentIds, ...laterReaches.flatMap((reach) => reach.agentIds)]),
]

/** Everybody whom a planned queue offers to, sooner or later, with the people of its teams, each once and in its order. */
export const reachedBy = (
  queue: Pick<PlannedQueue, 'agentIds' | 'laterReaches' | 'teams'>,
  document: Members,
): AgentId[] => peopleOf(spelledOut(queue, document))

/** What the queue asks for after so long a wait in it, `own` being what the interaction asks for itself. */
export const requirementsOf = (
  { requirements, relaxations }: Pick<Queue, 'requirements' | 'relaxations'>,
  waitMs: number,
  own: readonly Requirement[] = [],
): Requirement[] => relaxedAt(demanded([...requirements, ...own]), relaxations, waitMs)
