// Who may be offered what from which wait on. Derived from the plan; a wait reaches one step after the other.
import type { AgentId, Channel, Queue, QueueId, SkillId } from '../../plan/index.ts'
import { plainQueue, peopleOf, requirementsOf } from '../../plan/index.ts'
import { meets, type Requirement } from '../../skills/index.ts'
import { visitOf, type Interaction } from '../state/pieces.ts'

/** What sets interactions of one queue apart for the match: those alike are offered to the same people, in one order. */
export interface Wants {
  readonly channel: Channel
  readonly requirements: readonly Requirement[]
  /** Their own; null: the queue's. */
  readonly priority: number | null
  /** The one agent whom it is for, in reach or not. */
  readonly preferred: AgentId | null
}

/** What sets this one apart. */
export const wantsOf = (interaction: Interaction): Wants => ({
  channel: interaction.channel,
  requirements: interaction.requirements,
  priority: interaction.priority,
  preferred: visitOf(interaction).preferred?.agentId ?? null,
})

export const wantsKey = ({ channel, requirements, priority, preferred }: Wants): string => {
  const first = preferred === null ? `${channel} ${priority}` : `${channel} ${priority} for ${preferred}`
  if (requirements.length === 0) return first
  return first + JSON.stringify(requirements.map(({ skillId, least, most }) => [skillId, least, most]))
}

/** A queue's people and steps. Steps are the waits in it, in milliseconds, at which more people are in reach or able. */
export class Demand {
  readonly steps: readonly number[]
  /** By person: the place in the queue's order of people. */
  readonly order: ReadonlyMap<AgentId, number>
  private readonly reachMs = new Map<AgentId, number>()

  constructor(
    readonly queue: Queue,
    /** People lent to it for a while. */
    lent: readonly AgentId[] = [],
  ) {
    const { agentIds, laterReaches, relaxations } = queue
    const seconds = [0, ...laterReaches.map((r) => r.afterSeconds), ...relaxations.map((r) => r.afterSeconds)]
    this.steps = [...new Set(seconds)].sort((a, b) => a - b).map((one) => one * 1000)
    this.order = new Map([...new Set([...peopleOf(queue), ...lent])].map((id, place) => [id, place]))
    for (const { afterSeconds, agentIds: ids } of [
      { afterSeconds: 0, agentIds: [...agentIds, ...lent] },
      ...laterReaches,
    ])
      for (const id of ids) this.reachMs.set(id, Math.min(afterSeconds * 1000, this.reachMs.get(id) ?? Infinity))
  }

  /** The last step that a wait has reached. */
  stepAt(waitMs: number): number {
    let step = 0
    while (step + 1 < this.steps.length && (this.steps[step + 1] ?? Infinity) <= waitMs) step += 1
    return step
  }

  /** From which wait on the person is in reach; null: never. */
  reachedAfterMs(agentId: AgentId): number | null {
    return this.reachMs.get(agentId) ?? null
  }

  /** What is asked for at each step, beside what the interaction itself asks for. */
  askedFor(own: readonly Requirement[]): Requirement[][] {
    return this.steps.map((waitMs) => requirementsOf(this.queue, waitMs, own))
  }

  /** The first step at which the person is in reach and able, or null: relaxing only widens, reaches only add. */
  firstStep(
    agentId: AgentId,
    levels: ReadonlyMap<SkillId, number>,
    askedFor: readonly (readonly Requirement[])[],
    preferredFor = false,
  ): number | null {
    const reached = preferredFor ? 0 : this.reachMs.get(agentId)
    if (reached === undefined) return null
    const step = askedFor.findIndex((asked, n) => (this.steps[n] ?? 0) >= reached && meets(levels, asked))
    return step === -1 ? null : step
  }
}

/** Stands in for a queue that the plan has no more: nobody is offered from it. */
export const goneQueue = (id: QueueId): Queue => ({
  id,
  service: 'retired',
  agentIds: [],
  ...plainQueue,
  target: null,
  answerWindowSeconds: 0,
  selection: 'longestIdle',
  mostWaiting: null,
  wrapUpSeconds: 0,
  testCustomerIds: [],
  hoursId: null,
  atClosingTo: null,
  onShiftOnly: false,
})

/** How well the person does what is asked for at entry: the sum of their levels of it. */
export const skillSum = (levels: ReadonlyMap<SkillId, number>, asked: readonly Requirement[]): number =>
  asked.reduce((sum, { skillId }) => sum + (levels.get(skillId) ?? 0), 0)
