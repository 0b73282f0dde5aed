import { isCallAndText, roomGap, slotsTaken, type RoomGap } from '../../capacity/index.ts'
import { freshFigures } from '../../figures/index.ts'
import { presenceGap, type PresenceGap, type Saying } from '../../presence/index.ts'
import { levelsOf } from '../../skills/index.ts'
import {
  traitsOf,
  isCall,
  inThreads,
  type AgentId,
  type Channel,
  type CompiledPlan,
  type CustomerId,
  type Instant,
  type InteractionId,
  type LineId,
  type LoadLimits,
  type Queue,
  type QueueId,
  type SkillId,
} from '../../plan/index.ts'
import { Index } from './index-of-state.ts'
import { always, lookupOf, openingsOf, type PlanLookup } from './lookup.ts'
import type { Quarantined } from '../due/due.ts'
import {
  visitOf,
  type Absence,
  type Agent,
  type Block,
  type BlockRequest,
  type CutOff,
  type Emergency,
  type Grant,
  type Interaction,
  type Loan,
  type QueueDay,
  type Stopgap,
  type Visit,
} from './pieces.ts'

/**
 * Everything that is so right now. `evolve` changes it in place: it has one owner, who follows one journal. `lookup`
 * and `index` are derived and are never written down.
 */
export class State {
  at: Instant = 0
  plan: CompiledPlan | null = null
  readonly agents = new Map<AgentId, Agent>()
  readonly interactions = new Map<InteractionId, Interaction>()
  readonly queues = new Map<QueueId, QueueDay>()
  /** In the order in which they began; those that have ended stay for a while, as waits were counted with them. */
  stopgaps: Stopgap[] = []
  /** In the order in which they began; those that have ended stay for a while, as waits were counted with them. */
  emergencies: Emergency[] = []
  /** Of now and later, in the order in which they were entered. */
  absences: Absence[] = []
  /** The latest of each number, in the order in which they happened. */
  cutOffs: CutOff[] = []
  /** Those that last, in the order in which they began; those whose time is over go when the next begins. */
  blocks: Block[] = []
  /** In the order in which they were asked. */
  blockRequests: BlockRequest[] = []
  /** Those that last, in the order in which they began. */
  loans: Loan[] = []
  /** Those that last, in the order in which they began. */
  grants: Grant[] = []
  /** In the order in which it happened. */
  quarantined: readonly Quarantined[] = []
  /** The interaction for which something was sought last; never written down. */
  regarded: InteractionId | null = null
  lookup: PlanLookup = lookupOf(null)
  readonly index = new Index(this)

  agent(id: AgentId): Agent {
    const agent = this.agents.get(id)
    if (agent === undefined) throw new Error(`no agent ${id} in the state`)
    return agent
  }

  interaction(id: InteractionId): Interaction {
    const interaction = this.interactions.get(id)
    if (interaction === undefined) throw new Error(`no interaction ${id} in the state`)
    return interaction
  }

  queueDay(id: QueueId): QueueDay {
    let day = this.queues.get(id)
    if (day === undefined) {
      day = {
        id,
        open: this.isOpenAt(id, this.at),
        figures: freshFigures(this.at),
        recentHandleMs: null,
        lastOffered: null,
      }
      this.queues.set(id, day)
    }
    return day
  }

  /** Whether the plan's hours have the queue open. */
  isOpenAt(queueId: QueueId, at: Instant): boolean {
    return this.lookup.openings.get(queueId)?.isOpen(at) ?? true
  }

  /** Whether the line's own hours have it open; one without is always. */
  isLineOpenAt(lineId: LineId, at: Instant): boolean {
    return this.lookup.lineOpenings.get(lineId)?.isOpen(at) ?? true
  }

  /** When what comes in by the line for the queue is answered again, by the hours of both; null where that is not known, or is now. */
  answersFrom(lineId: LineId, queueId: QueueId, at: Instant): Instant | null {
    const changes = [
      this.isLineOpenAt(lineId, at) ? at : (this.lookup.lineOpenings.get(lineId)?.nextChange(at) ?? null),
      this.queueDay(queueId).open ? at : this.nextChange(queueId),
    ]
    const latest = changes.reduce((late, change) => (late === null || change === null ? null : Math.max(late, change)))
    return latest === at ? null : latest
  }

  /** Whether it would be open without the stopgap or the emergency of this id. */
  isOpenWithout(id: string, queueId: QueueId, at: Instant): boolean {
    const queue = this.lookup.queues.get(queueId)
    if (this.plan === null || queue === undefined) return true
    const others = <T extends { readonly id: string }>(all: readonly T[]): T[] => all.filter((one) => one.id !== id)
    const layers = { stopgaps: others(this.stopgaps), emergencies: others(this.emergencies) }
    return openingsOf(this.plan, queue, layers)?.isOpen(at) ?? true
  }

  /** An emergency keeps those who wait in it in their places: nobody is offered them. */
  isKept(queueId: QueueId): boolean {
    return this.lookup.emergencies.get(queueId)?.waiting === 'kept'
  }

  /** The stopgap that the queue is under at the state's time, or comes under next; null: none. */
  stopgapOf(queueId: QueueId): Stopgap | null {
    return this.stopgaps.find((one) => one.queueId === queueId && one.until > this.at) ?? null
  }

  isOnShift(agentId: AgentId, at: Instant): boolean {
    return this.lookup.rosters.get(agentId)?.isOpen(at) ?? false
  }

  /** When the agent's being on shift changes next, strictly after the state's time, or null. */
  nextShiftChange(agentId: AgentId): Instant | null {
    return this.lookup.rosters.get(agentId)?.nextChange(this.at) ?? null
  }

  /** The next change of the queue's hours strictly after the state's time, or null. */
  nextChange(queueId: QueueId): Instant | null {
    const change = this.lookup.openings.get(queueId)?.nextChange(this.at) ?? null
    return change === always.to ? null : change
  }

  /** Open milliseconds of the queue up to an instant; differences of it are waits. Of a queue always open, the instant. */
  openClock(queueId: QueueId, at: Instant): number {
    return this.lookup.openings.get(queueId)?.openBefore(at) ?? at
  }

  /** What orders those waiting in one queue: less is longer served wait. */
  waitKey({ queueId, enteredAt, waitedBeforeMs }: Visit): number {
    return this.openClock(queueId, enteredAt) - waitedBeforeMs
  }

  /** `servedWait` at an instant: in the open time of the queue, with what was waited before. */
  servedWaitMs(visit: Visit, at: Instant): number {
    return this.openClock(visit.queueId, at) - this.waitKey(visit)
  }

  /** `visitWait` at an instant. */
  visitWaitMs({ queueId, enteredAt }: Visit, at: Instant): number {
    return this.openClock(queueId, at) - this.openClock(queueId, enteredAt)
  }

  /** The place in the queue's order of people at which one that offers in turn goes on. */
  startOf(queueId: QueueId): number {
    const { lastOffered } = this.queueDay(queueId)
    const last = lastOffered === null ? undefined : this.index.queue(queueId).demand.order.get(lastOffered)
    return last === undefined ? 0 : last + 1
  }

  /** When the wait reaches the visit's next step; null where there is none, or the hours known end before. */
  stepDueAt(visit: Visit): Instant | null {
    const nextMs = this.index.queue(visit.queueId).demand.steps[visit.step + 1]
    return nextMs === undefined ? null : this.whenWaited(visit, nextMs)
  }

  /** When the wait reaches the longest that its queue lets anybody wait, or null. */
  longestWaitDueAt(visit: Visit): Instant | null {
    const seconds = this.lookup.queues.get(visit.queueId)?.longestWaitSeconds ?? null
    return seconds === null ? null : this.whenWaited(visit, seconds * 1000)
  }

  /** When the visit's wait comes to so much; null where the hours known end before. */
  private whenWaited({ queueId, enteredAt }: Visit, ms: number): Instant | null {
    const openings = this.lookup.openings.get(queueId)
    return openings === undefined ? enteredAt + ms : openings.whenOpenFor(openings.openBefore(enteredAt) + ms)
  }

  /** 1 lowest, 10 highest: its own or its queue's, risen with the wait since arrival. */
  priorityOf(interaction: Interaction, at: Instant): number {
    const visit = visitOf(interaction)
    return this.priorityBy(interaction.priority, this.lookup.queues.get(visit.queueId), this.servedWaitMs(visit, at))
  }

  /** The priority of one that has waited so long in this queue: its own or the queue's, risen with the wait. */
  priorityBy(own: number | null, queue: Queue | undefined, waitedMs: number): number {
    const first = own ?? queue?.priority ?? 1
    if (queue === undefined || queue.prioritySteps.length === 0) return first
    return queue.prioritySteps.reduce(
      (now, { afterSeconds, priority }) => (afterSeconds * 1000 <= waitedMs ? Math.max(now, priority) : now),
      first,
    )
  }

  /** A silent customer is asked before the conversation rests, where there is a time for it. */
  asksNext({ asked, channel }: Interaction): boolean {
    const { askAfterSilenceSeconds: ask, restAfterSilenceSeconds: rest } = this.settings()
    return !inThreads(channel) && !asked && ask !== null && (rest === null || ask < rest)
  }

  /** When a customer who owes the next word is asked, or the conversation rests; null: never. */
  silenceDueAt(interaction: Interaction): Instant | null {
    const { phase, channel, turn, silentSince } = interaction
    if (phase !== 'connected' || isCall(channel) || turn.side !== 'customer') return null
    const { askAfterSilenceSeconds } = this.settings()
    const seconds = this.asksNext(interaction) ? askAfterSilenceSeconds : this.restAfterSeconds(channel)
    return seconds === null ? null : silentSince + seconds * interaction.patience * 1000
  }

  /** How long it rests before it is over. */
  restSeconds({ channel, patience }: Pick<Interaction, 'channel' | 'patience'>): number {
    const { rest } = traitsOf(channel)
    return rest === null ? 0 : this.settings()[rest.end] * patience
  }

  /** After how much quiet a conversation of the channel rests; null: never. */
  private restAfterSeconds(channel: Channel): number | null {
    const { rest } = traitsOf(channel)
    return rest === null ? null : this.settings()[rest.after]
  }

  /** How long a customer may be gone before they count as such, in milliseconds. */
  customerGraceMs(patience: number): number {
    return this.settings().customerGraceSeconds * patience * 1000
  }

  settings(): CompiledPlan['centre'] {
    if (this.plan === null) throw new Error('there is no plan yet')
    return this.plan.centre
  }

  limitsOf(id: AgentId): LoadLimits | null {
    const limitsId = this.lookup.people.get(id)?.loadLimitsId
    return limitsId == null ? null : (this.lookup.loadLimits.get(limitsId) ?? null)
  }

  /** The seconds of the queue's target, or the centre's default. */
  targetSeconds(queueId: QueueId): number {
    return this.secondsOf(this.lookup.queues.get(queueId))
  }

  secondsOf(queue: Queue | undefined): number {
    return queue?.target?.seconds ?? this.settings().defaultTargetSeconds
  }

  isPresent(agent: Agent, channel: Channel): boolean {
    return (
      this.presenceGap(agent, channel) === null && (this.lookup.people.get(agent.id)?.roles.includes('agent') ?? false)
    )
  }

  /** Why the agent is not present for the channel, or null when they are. */
  presenceGap = (agent: Agent, channel: Channel): PresenceGap | null => presenceGap(this.sayingOf(agent), channel)

  /** Since when the agent has had nothing of this channel to do that they could have had. */
  idleSinceOf = ({ lastAtWork, admittedSince }: Agent, channel: Channel): Instant =>
    Math.max(lastAtWork, admittedSince[channel] ?? 0)

  sayingOf({ stateId, afterStateId, closedTo, connections }: Agent): Saying {
    const { presenceStates } = this.lookup
    return {
      state: presenceStates.get(stateId),
      after: afterStateId === null ? null : (presenceStates.get(afterStateId) ?? null),
      closedTo,
      connected: connections.length > 0,
    }
  }

  /** What the agent can do, with what they can do for a while. */
  levelsOf(agentId: AgentId): ReadonlyMap<SkillId, number> {
    const levels = levelsOf(this.lookup.people.get(agentId)?.skills ?? [])
    const granted = this.grants.filter((one) => one.agentId === agentId)
    return granted.length === 0 ? levels : new Map([...levels, ...granted.map((g) => [g.skillId, g.level] as const)])
  }

  /** Who is lent to the queue. */
  lentTo = (queueId: QueueId): AgentId[] =>
    this.loans.filter((one) => one.queueId === queueId).map(({ agentId }) => agentId)

  carriedChannels(agent: Agent): Channel[] {
    return agent.carried.map((id) => this.interaction(id).channel)
  }

  /** Whether one more of the channel fits, whoever it is from; with a customer: one of theirs. */
  hasRoom(agent: Agent, channel: Channel, customerId: CustomerId | null = null): boolean {
    return this.roomGap(agent, channel, customerId) === null
  }

  /** Why it does not fit, or null where it does. */
  roomGap(agent: Agent, channel: Channel, customerId: CustomerId | null): RoomGap | null {
    const limits = this.limitsOf(agent.id)
    const same =
      customerId !== null &&
      limits?.sameCustomerInCalls === true &&
      agent.carried.every((id) => {
        const one = this.interaction(id)
        return one.customerId === customerId || !isCallAndText(one.channel, channel)
      })
    return roomGap(limits, this.carriedChannels(agent), channel, same)
  }

  slotsTaken(agent: Agent): number {
    const limits = this.limitsOf(agent.id)
    return limits === null ? agent.carried.length : slotsTaken(limits, this.carriedChannels(agent))
  }
}
