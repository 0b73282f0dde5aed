import { relaxedAt, demanded, type Requirement } from '../skills/index.ts'
import type { AgentId } from './ids.ts'
import type { Queue } from './plan.ts'

/** Everybody whom the queue offers to, sooner or later, each once, in the queue's order of people. */
export const peopleOf = ({ agentIds, laterReaches }: Pick<Queue, 'agentIds' | 'laterReaches'>): AgentId[] => [
  ...new Set([...agentIds, ...laterReaches.flatMap((reach) => reach.agentIds)]),
]

/** What the queue asks for after so long a wait in it, `own` being what the interaction asks for itself. */
export const requirementsOf = (
  { requirements, relaxations }: Pick<Queue, 'requirements' | 'relaxations'>,
  waitMs: number,
  own: readonly Requirement[] = [],
): Requirement[] => relaxedAt(demanded([...requirements, ...own]), relaxations, waitMs)
