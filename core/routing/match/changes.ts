// The other way round: what would have to change for somebody to take an interaction now.
import { offersByItself, type AgentId, type InteractionId } from '../../plan/index.ts'
import { gapOf } from '../../skills/index.ts'
import { agentGrounds, type AgentGrounds, type Ground } from './grounds.ts'
import { wantsOf } from './demand.ts'
import { visitOf } from '../state/pieces.ts'
import { isPreferred } from './pools.ts'
import type { State } from '../state/state.ts'

/**
 * What can be done at once first: say something else, be given a skill or lent for a while; then what only time brings.
 * Whoever is not there at all is named where nobody else is.
 */
export const changeKinds = ['presence', 'skill', 'reach', 'slot', 'offline'] as const
export type ChangeKind = (typeof changeKinds)[number]

/** One change that alone makes one person eligible. */
export interface Change {
  readonly kind: ChangeKind
  readonly agentId: AgentId
  /** The condition that it mends. */
  readonly ground: Ground
}

const kindOf: Partial<Record<Ground['criterion'], ChangeKind>> = {
  present: 'presence',
  roomForIt: 'slot',
  skilled: 'skill',
  inReach: 'reach',
}

/**
 * Single changes after which somebody could be offered the interaction at once, at most five: by kind in a fixed order,
 * within a kind whom the queue's method prefers. None where somebody could be offered it already, where nobody can be
 * (a message before the opening, a queue closed in an emergency, an open list, a queue assigned by hand), or where no single change is enough.
 */
export function changesFor(state: State, interactionId: InteractionId, most = 5): Change[] {
  const interaction = state.interactions.get(interactionId)
  if (interaction === undefined || interaction.phase !== 'waiting') return []
  const visit = visitOf(interaction)
  const { selection } = state.index.queue(visit.queueId).demand.queue
  if (visit.preferred === null && !offersByItself(selection)) return []
  if (visit.awaitsOpening || state.isKept(visit.queueId)) return []
  const found: { readonly change: Change; readonly agent: AgentGrounds }[] = []
  for (const agentId of state.agents.keys()) {
    const agent = agentGrounds(state, agentId, interaction)
    if (agent === null) continue
    if (agent.eligible) return []
    const change = onlyChange(state, agent, interactionId)
    if (change !== null) found.push({ change, agent })
  }
  const rank = ({ change }: (typeof found)[number]): number => changeKinds.indexOf(change.kind)
  found.sort((a, b) => rank(a) - rank(b) || (isPreferred(a.agent.preference, b.agent.preference) ? -1 : 1))
  const here = found.filter(({ change }) => change.kind !== 'offline')
  return (here.length > 0 ? here : found).slice(0, most).map(({ change }) => change)
}

function onlyChange(state: State, agent: AgentGrounds, interactionId: InteractionId): Change | null {
  const failing = agent.grounds.filter(({ holds }) => !holds)
  const [ground] = failing
  const mends = ground === undefined ? undefined : kindOf[ground.criterion]
  const gone = state.agent(agent.agentId).connections.length === 0
  const kind = mends === 'presence' && gone ? 'offline' : mends
  if (ground === undefined || kind === undefined || failing.length > 1) return null
  if (kind === 'skill' && lacksMoreThan(state, agent.agentId, ground, interactionId)) return null
  return { kind, agentId: agent.agentId, ground }
}

function lacksMoreThan(state: State, agentId: AgentId, { skill }: Ground, interactionId: InteractionId): boolean {
  const interaction = state.interaction(interactionId)
  const visit = visitOf(interaction)
  const of = state.index.classOf(state.index.queue(visit.queueId), wantsOf(interaction))
  const others = (of.askedFor[visit.step] ?? []).filter(({ skillId }) => skillId !== skill?.skillId)
  return gapOf(state.levelsOf(agentId), others) !== null
}
