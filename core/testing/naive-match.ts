import type { Channel, CompiledPlan, Instant, Queue } from '../plan/index.ts'
import { visitOf, type Agent, type Interaction, type State } from '../routing/index.ts'
import {
  inOrder,
  isInReach,
  isRoom,
  isSkilled,
  openOf,
  priorityOf,
  waitedIn,
  type NaiveEmergency,
  type NaiveSpan,
} from './naive-pieces.ts'

const anyCall = { channel: 'voice', customer: 'anybody' } as const

/**
 * The match with none of its cleverness: of a state, who is offered what next. All lists are searched from the start, and
 * nothing is read of what the core has derived to find it sooner.
 */
export class NaiveMatch {
  private readonly emergencies: readonly NaiveEmergency[]

  constructor(
    private readonly state: State,
    private readonly plan: CompiledPlan,
    private readonly at: Instant,
  ) {
    this.emergencies = state.emergencies.map((one) => ({
      ...{ id: one.id, from: one.from, to: one.to ?? Infinity, waiting: one.waiting, overflowTo: one.overflowTo },
      queues: one.scope === 'centre' ? plan.queues.map(({ id }) => id) : one.queueIds,
    }))
  }

  /** The next offer, as "interaction>agent"; null: there is none to make. */
  next(): string | null {
    const waiting = [...this.state.interactions.values()].filter((one) => this.waits(one))
    for (const one of waiting.sort((a, b) => this.order(a, b))) {
      const [agent] = this.isOfferedByItself(one) ? this.eligible(one) : []
      if (agent !== undefined) return `${one.id}>${agent.id}`
    }
    return null
  }

  private queueOf(one: Interaction): Queue {
    const { queueId } = visitOf(one)
    const queue = this.plan.queues.find(({ id }) => id === queueId)
    if (queue === undefined) throw new Error(`naive: no queue ${queueId}`)
    return queue
  }

  private waits(one: Interaction): boolean {
    const { queueId, awaitsOpening } = visitOf(one)
    const kept = this.emergencies.some(
      ({ to, waiting, queues }) => to === Infinity && waiting === 'kept' && queues.includes(queueId),
    )
    const putOff = one.callback !== null && one.callback.putOffUntil !== null
    return one.phase === 'waiting' && !awaitsOpening && !putOff && !kept
  }

  /** Not where agents take for themselves, or a supervisor assigns, unless it is for one agent. */
  private isOfferedByItself = (one: Interaction): boolean =>
    visitOf(one).preferred !== null || !['openList', 'byHand'].includes(this.queueOf(one).selection)

  private spans = (one: Interaction): NaiveSpan[] | null => openOf(this.plan, this.emergencies, visitOf(one).queueId)

  private waited(one: Interaction, before = visitOf(one).waitedBeforeMs): number {
    return waitedIn(this.spans(one), { enteredAt: visitOf(one).enteredAt, waitedBefore: before }, this.at)
  }

  private order(a: Interaction, b: Interaction): number {
    const target = (one: Interaction): number =>
      this.queueOf(one).target?.seconds ?? this.plan.centre.defaultTargetSeconds
    const [waitA, waitB] = [this.waited(a), this.waited(b)]
    return (
      priorityOf(this.queueOf(b), b, waitB) - priorityOf(this.queueOf(a), a, waitA) ||
      waitB * target(a) - waitA * target(b) ||
      a.arrivedAt - b.arrivedAt ||
      (a.id < b.id ? -1 : 1)
    )
  }

  private eligible(one: Interaction): Agent[] {
    const visit = visitOf(one)
    const queue = this.queueOf(one)
    const lent = this.state.loans.filter(({ queueId }) => queueId === visit.queueId).map(({ agentId }) => agentId)
    const grants = this.state.grants.map(({ id, agentId, skillId, level, until }) => {
      return { id, agent: agentId, skill: skillId, level, until }
    })
    const wait = this.waited(one, 0)
    const able = [...this.state.agents.values()].filter(
      (agent) =>
        this.isPresent(agent, one.channel) &&
        (visit.preferred === null || visit.preferred.agentId === agent.id) &&
        (!queue.onShiftOnly || agent.onShift) &&
        (visit.preferred !== null || lent.includes(agent.id) || isInReach(queue, agent.id, wait)) &&
        isSkilled(this.plan, grants, queue, one, agent.id, wait) &&
        isRoom(this.plan, this.carriedBy(agent), { channel: one.channel, customer: one.customerId }) &&
        !this.isKept(agent, one.channel) &&
        agent.offerId === null &&
        !visit.tried.includes(agent.id),
    )
    const last = this.state.queues.get(visit.queueId)?.lastOffered ?? undefined
    return inOrder(this.plan, { grants, lent }, queue, one, able, (agent) => this.carriedBy(agent), last)
  }

  private carriedBy = (agent: Agent): { channel: Channel; customer: string }[] =>
    agent.carried.flatMap((id) => {
      const one = this.state.interactions.get(id)
      return one === undefined ? [] : [{ channel: one.channel, customer: one.customerId }]
    })

  private admits(agent: Agent): Channel[] {
    const of = (stateId: string): readonly Channel[] =>
      this.plan.presenceStates.find(({ id }) => id === stateId)?.admits ?? []
    return of(agent.stateId).filter(
      (channel) =>
        !agent.closedTo.includes(channel) && (agent.afterStateId === null || of(agent.afterStateId).includes(channel)),
    )
  }

  private isPresent = (agent: Agent, channel: Channel): boolean =>
    agent.connections.length > 0 && this.admits(agent).includes(channel)

  private isFreeForCall = (agent: Agent): boolean =>
    this.isPresent(agent, 'voice') && agent.offerId === null && isRoom(this.plan, this.carriedBy(agent), anyCall)

  /** It would take one of those who must stay free for a call. */
  private isKept(agent: Agent, channel: Channel): boolean {
    const least = this.plan.loadLimits[0]?.freeForCalls ?? 0
    if (least === 0 || channel === 'voice' || !this.isFreeForCall(agent)) return false
    const free = [...this.state.agents.values()].filter((other) => this.isFreeForCall(other)).length
    return free <= least && !isRoom(this.plan, [...this.carriedBy(agent), { channel, customer: '' }], anyCall)
  }
}
