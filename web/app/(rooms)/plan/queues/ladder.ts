// A queue's relaxations, later reaches and priority steps as one ladder along the wait, as people edit them.
import type { PlannedQueue, AgentId } from '@eudromos/core/plan'

export type Ladder = Pick<PlannedQueue, 'relaxations' | 'laterReaches' | 'prioritySteps'>
type Relaxed = Omit<PlannedQueue['relaxations'][number], 'afterSeconds'>

/** What changes after so long a wait. `priority` null: nothing of that. */
export interface LadderStep {
  readonly afterSeconds: number
  readonly relaxations: readonly Relaxed[]
  readonly agentIds: readonly AgentId[]
  readonly teams: PlannedQueue['teams']
  readonly priority: number | null
}

/** Step by step, the earliest first. */
export function ladderOf({ relaxations, laterReaches, prioritySteps }: Ladder): LadderStep[] {
  const all = [...relaxations, ...laterReaches, ...prioritySteps].map(({ afterSeconds }) => afterSeconds)
  return [...new Set(all)]
    .sort((a, b) => a - b)
    .map((seconds) => ({
      afterSeconds: seconds,
      relaxations: relaxations
        .filter(({ afterSeconds }) => afterSeconds === seconds)
        .map(({ skillId, least, most }) => ({ skillId, least, most })),
      agentIds: laterReaches.filter(({ afterSeconds }) => afterSeconds === seconds).flatMap(({ agentIds }) => agentIds),
      teams: laterReaches.filter(({ afterSeconds }) => afterSeconds === seconds).flatMap(({ teams }) => teams),
      priority: prioritySteps.find(({ afterSeconds }) => afterSeconds === seconds)?.priority ?? null,
    }))
}

export function withoutStep({ relaxations, laterReaches, prioritySteps }: Ladder, seconds: number): Ladder {
  const other = <T extends { readonly afterSeconds: number }>(all: readonly T[]): T[] =>
    all.filter(({ afterSeconds }) => afterSeconds !== seconds)
  return {
    relaxations: other(relaxations),
    laterReaches: other(laterReaches),
    prioritySteps: other(prioritySteps),
  }
}

/** With this step in place of the one at its seconds. One that changes nothing yet stays, as a reach of nobody. */
export function withStep(ladder: Ladder, { afterSeconds, relaxations, agentIds, teams, priority }: LadderStep): Ladder {
  const rest = withoutStep(ladder, afterSeconds)
  return {
    relaxations: [...rest.relaxations, ...relaxations.map((one) => ({ ...one, afterSeconds }))],
    laterReaches: [...rest.laterReaches, { afterSeconds, agentIds, teams }],
    prioritySteps: [...rest.prioritySteps, ...(priority === null ? [] : [{ afterSeconds, priority }])],
  }
}
