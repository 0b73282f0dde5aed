import type { CompiledPlan, Instant } from '../../plan/index.ts'
import type {
  Absence,
  Agent,
  Block,
  BlockRequest,
  CutOff,
  Emergency,
  Grant,
  Interaction,
  Loan,
  QueueDay,
  Stopgap,
} from './pieces.ts'
import type { Quarantined } from '../due/due.ts'
import { lookupOf } from './lookup.ts'
import { State } from './state.ts'

/** Raised with every change that makes the same events give another state. A snapshot of another version is ignored. */
export const coreVersion = 21

export interface Snapshot {
  readonly coreVersion: number
  readonly at: Instant
  readonly plan: CompiledPlan | null
  readonly agents: readonly Agent[]
  readonly interactions: readonly Interaction[]
  readonly queues: readonly QueueDay[]
  readonly stopgaps: readonly Stopgap[]
  readonly emergencies: readonly Emergency[]
  readonly absences: readonly Absence[]
  readonly cutOffs: readonly CutOff[]
  readonly blocks: readonly Block[]
  readonly blockRequests: readonly BlockRequest[]
  readonly loans: readonly Loan[]
  readonly grants: readonly Grant[]
  readonly quarantined: readonly Quarantined[]
}

const byId = <T extends { readonly id: string }>(items: Iterable<T>): T[] =>
  [...items].sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0))

/** The state as data, in an order that depends on nothing but its contents. Shares its pieces with the state. */
export const snapshotOf = (state: State): Snapshot => ({
  coreVersion,
  at: state.at,
  plan: state.plan,
  agents: byId(state.agents.values()),
  interactions: byId(state.interactions.values()),
  queues: byId(state.queues.values()),
  stopgaps: state.stopgaps,
  emergencies: state.emergencies,
  absences: state.absences,
  cutOffs: state.cutOffs,
  blocks: state.blocks,
  blockRequests: state.blockRequests,
  loans: state.loans,
  grants: state.grants,
  quarantined: state.quarantined,
})

/** The state that a snapshot stands for; takes over its pieces. Throws when it was made by another core. */
export function stateFrom(snapshot: Snapshot): State {
  if (snapshot.coreVersion !== coreVersion)
    throw new Error(`a snapshot of core ${snapshot.coreVersion} cannot be read by core ${coreVersion}`)
  const state = new State()
  state.at = snapshot.at
  state.plan = snapshot.plan
  state.stopgaps = [...snapshot.stopgaps]
  state.emergencies = [...snapshot.emergencies]
  state.absences = [...snapshot.absences]
  state.cutOffs = [...snapshot.cutOffs]
  state.blocks = [...snapshot.blocks]
  state.blockRequests = [...snapshot.blockRequests]
  state.loans = [...snapshot.loans]
  state.grants = [...snapshot.grants]
  state.quarantined = snapshot.quarantined
  state.lookup = lookupOf(snapshot.plan, state)
  for (const agent of snapshot.agents) state.agents.set(agent.id, agent)
  for (const interaction of snapshot.interactions) state.interactions.set(interaction.id, interaction)
  for (const queue of snapshot.queues) state.queues.set(queue.id, queue)
  state.index.rebuild()
  return state
}
