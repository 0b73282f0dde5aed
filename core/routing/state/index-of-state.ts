import { heapNode } from '../../heap/index.ts'
import { Beside } from '../match/beside.ts'
import type { AgentId, Channel, CustomerId, InteractionId, Queue, QueueId } from '../../plan/index.ts'
import { Demand, goneQueue, skillSum, wantsKey, wantsOf, type Wants } from '../match/demand.ts'
import {
  emptyClass,
  emptyQueue,
  plainWants,
  waitingIn,
  isAsBusy,
  isPlaceOf,
  someFree,
  tieOfArrival,
  type AgentIndex,
  type ClassIndex,
  type ClassPlace,
  type DeadlineNodes,
  type Facts,
  type InteractionIndex,
  type QueueIndex,
  type Standing,
} from './index-pieces.ts'
import { isUntimely } from '../calls/callable.ts'
import { isPutOff, isUnanswered, visitOf, type Agent, type Interaction } from './pieces.ts'
import { isPreferred, preference, seatOf, type Choice, type Preference } from '../match/pools.ts'
import { restClass } from './idle-classes.ts'
import { Reserve } from '../match/reserve.ts'
import { Threads } from '../arriving/threads.ts'
import { Timetable } from '../due/timetable.ts'

const none: ReadonlySet<InteractionId> = new Set()

/**
 * What the state implies, kept beside it so that a decision looks at few things: per queue the heads of those waiting
 * and of the free, and all deadlines. Everything here can be made anew from the state.
 */
export class Index {
  private readonly times = new Timetable()
  readonly deadlines = this.times.deadlines
  /** Apart, since all that a wait has reached by an instant counts for whatever happens at it. */
  readonly steps = this.times.steps
  /** Agents who carry nothing more and have planned to be in another state then. */
  readonly leaving = new Set<AgentId>()
  /** Callbacks that wait and whose customers may not be called just now: they are put off. */
  readonly untimely = new Set<InteractionId>()
  /** Queues in which something changed that may make a match, send somebody on or end a round; all others have none. */
  readonly dirty = new Set<QueueIndex>()
  /** Of these the ones that may still make a match: making an offer elsewhere never makes one here. */
  readonly matchable = new Set<QueueIndex>()
  /** Counted up with every change of `dirty`. */
  touches = 0
  private readonly queues = new Map<QueueId, QueueIndex>()
  readonly agents = new Map<AgentId, AgentIndex>()
  private readonly interactions = new Map<InteractionId, InteractionIndex>()
  private readonly byPreferred = new Map<AgentId, Set<InteractionId>>()
  private readonly ofCentre: DeadlineNodes = {}
  private readonly reserve = new Reserve()
  private readonly beside = new Beside()
  readonly threads = new Threads()

  constructor(private readonly state: Facts) {}

  /** Something changed in the queue. */
  touch(queue: QueueIndex): void {
    this.dirty.add(queue)
    this.matchable.add(queue)
    this.touches += 1
  }

  /** Nothing more follows from what has changed. */
  settled(): void {
    this.dirty.clear()
    this.matchable.clear()
  }

  queue(id: QueueId): QueueIndex {
    return this.queues.get(id) ?? this.addQueue(goneQueue(id))
  }

  private addQueue(plan: Queue): QueueIndex {
    const queue = emptyQueue(plan, new Demand(plan, this.state.lentTo(plan.id)))
    this.queues.set(plan.id, queue)
    return queue
  }

  /** The class of those who want this in the queue, made where it is the first. */
  classOf(queue: QueueIndex, wants: Wants): ClassIndex {
    const key = wantsKey(wants)
    let found = queue.classes.get(key)
    if (found === undefined) {
      found = emptyClass(queue, wants, key)
      queue.classes.set(key, found)
      restClass(found, this.agents)
      for (const agentId of wants.preferred === null ? queue.demand.order.keys() : [wants.preferred])
        this.admit(found, agentId)
    } else if (queue.idle.delete(found)) queue.idle.add(found)
    return found
  }

  private admit(of: ClassIndex, agentId: AgentId): void {
    const { demand } = of.queue
    const agent = this.state.agents.get(agentId)
    const index = this.agents.get(agentId)
    const step =
      index === undefined ? null : demand.firstStep(agentId, index.levels, of.askedFor, agentId === of.wants.preferred)
    if (agent === undefined || index === undefined || step === null) return
    const place = { of, step, seat: seatOf(agent, demand.order.get(agentId) ?? 0), present: false, free: false }
    const { channel } = of.wants
    const known = index.places.find((one) => one.channel === channel)
    if (known === undefined) index.places.push({ channel, places: [place], stood: undefined })
    else {
      known.places.push(place)
      known.stood = undefined
    }
    of.places.set(agentId, place)
    this.setPlace(agent, index, place, this.standingFor(agent, of.wants.channel))
  }

  /** The class of what usually comes, a chat where chats do, and wants nothing of its own: what newcomers are told goes by it. */
  plain(queueId: QueueId): ClassIndex {
    return this.classOf(this.queue(queueId), plainWants(this.state.lookup.usual.get(queueId) ?? 'chat'))
  }

  /** Makes everything anew: after a plan was taken, and after a state was read back. */
  rebuild(): void {
    this.queues.clear()
    this.agents.clear()
    this.interactions.clear()
    this.byPreferred.clear()
    this.threads.clear()
    this.times.clear()
    this.times.leaveOut(this.state.quarantined)
    this.leaving.clear()
    this.untimely.clear()
    this.reserve.clear()
    this.beside.reset(this.state.plan?.loadLimits ?? [])
    this.ofCentre.newDay = undefined
    this.dirty.clear()
    this.matchable.clear()
    const served = new Map<AgentId, QueueIndex[]>()
    for (const plan of this.state.plan?.queues ?? []) {
      const queue = this.addQueue(plan)
      for (const agentId of queue.demand.order.keys()) {
        const list = served.get(agentId)
        if (list === undefined) served.set(agentId, [queue])
        else list.push(queue)
      }
      this.touch(queue)
      this.setQueueChange(plan.id)
    }
    for (const agent of this.state.agents.values()) {
      this.agents.set(agent.id, {
        places: [],
        queues: served.get(agent.id) ?? [],
        levels: this.state.levelsOf(agent.id),
        limits: this.state.limitsOf(agent.id),
        deadlines: {},
      })
      this.agentChanged(agent)
      this.setShiftChange(agent.id)
    }
    for (const queueId of this.queues.keys()) this.plain(queueId)
    for (const interaction of this.state.interactions.values()) this.interactionChanged(interaction)
    for (const { id, until } of this.state.loans) this.times.set({}, 'loan', id, until)
    for (const { id, until } of this.state.grants) this.times.set({}, 'level', id, until)
    this.setNewDay()
  }

  /** The next beginning of a day strictly after the state's time. */
  setNewDay(): void {
    const next = this.state.plan?.dayStarts.find((start) => start > this.state.at)
    this.times.set(this.ofCentre, 'newDay', 'centre', next ?? null)
  }

  /** The next change of the queue's hours: at once where it is not as they have it, else strictly after the state's time. */
  setQueueChange(queueId: QueueId): void {
    const { at, queues } = this.state
    const changing = (queues.get(queueId)?.open ?? true) !== this.state.isOpenAt(queueId, at)
    this.times.set(this.queue(queueId).deadlines, 'hours', queueId, changing ? at : this.state.nextChange(queueId))
  }

  /** The next time that the agent's shift or an absence of theirs begins or ends; at once where that is overdue. */
  setShiftChange(agentId: AgentId): void {
    const index = this.agents.get(agentId)
    const agent = this.state.agents.get(agentId)
    if (index === undefined || agent === undefined) return
    const changing = agent.onShift !== this.state.isOnShift(agentId, this.state.at)
    const due = changing ? this.state.at : this.state.nextShiftChange(agentId)
    this.times.set(index.deadlines, 'shift', agentId, due)
  }

  /** To be called after anything about the agent changed that bears on whether, or how soon, they are offered. */
  agentChanged(agent: Agent): void {
    const index = this.agents.get(agent.id)
    if (index === undefined) return
    const others = this.reserve.note(agent.id, index.limits, () => this.isFreeForCall(agent))
    this.setPlaces(agent, index)
    for (const id of others) {
      const [other, itsIndex] = [this.state.agents.get(id), this.agents.get(id)]
      if (other !== undefined && itsIndex !== undefined) this.setPlaces(other, itsIndex)
    }
    this.times.set(index.deadlines, 'agentGrace', agent.id, agent.graceDueAt)
    this.times.set(index.deadlines, 'recovery', agent.id, agent.recovery?.until ?? null)
    if (agent.afterStateId !== null && agent.carried.length === 0) this.leaving.add(agent.id)
    else this.leaving.delete(agent.id)
  }

  private setPlaces(agent: Agent, index: AgentIndex): void {
    for (const group of index.places) {
      const standing = this.standingFor(agent, group.channel)
      if (!isAsBusy(group.stood, standing))
        for (const place of group.places) this.setPlace(agent, index, place, standing)
      group.stood = standing
    }
    for (const one of this.beside.carries(agent.id, index.limits, () => this.customersOf(agent))) this.setBeside(one)
  }

  private customersOf = (agent: Agent): CustomerId[] =>
    agent.carried.flatMap((id) => this.state.interactions.get(id)?.customerId ?? [])

  private setBeside(interaction: Interaction): void {
    const { queueId } = visitOf(interaction)
    const queue = this.queue(queueId)
    if (this.beside.carriersOf(interaction).size === 0) queue.beside.delete(interaction.id)
    else {
      queue.beside.add(interaction.id)
      this.touch(queue)
    }
  }

  /**
   * Of those who carry something of the interaction's customer the one whom the queue's method would choose for it,
   * though they are in no pool, as they have no room for anybody else's.
   */
  besideFor(interaction: Interaction, start: number): Choice | null {
    const { channel, customerId } = interaction
    const visit = visitOf(interaction)
    const queue = this.queue(visit.queueId)
    const { places } = this.classOf(queue, wantsOf(interaction))
    let best: Choice | null = null
    for (const id of this.beside.carriersOf(interaction)) {
      const [agent, index, place] = [this.state.agents.get(id), this.agents.get(id), places.get(id)]
      if (agent === undefined || index === undefined || place === undefined) continue
      if (place.step > visit.step || !place.present || agent.offerId !== null || visit.tried.includes(id)) continue
      if (!this.state.hasRoom(agent, channel, customerId) || this.isKeptForCalls(agent, channel)) continue
      const { key, tie } = this.preferenceOf(agent, index, place, this.state.slotsTaken(agent))
      const people = queue.demand.order.size
      const inTurn = queue.demand.queue.selection === 'inTurn' && visit.preferred === null
      const one = { agent, key: inTurn ? (key - start + people) % people : key, tie }
      if (best === null || isPreferred(one, best)) best = one
    }
    return best
  }

  private isFreeForCall(agent: Agent): boolean {
    return this.state.isPresent(agent, 'voice') && agent.offerId === null && this.state.hasRoom(agent, 'voice')
  }

  /** Whether one more of the channel would leave too few free for a call. */
  isKeptForCalls(agent: Agent, channel: Channel): boolean {
    const limits = this.state.limitsOf(agent.id)
    return this.reserve.keeps(agent.id, limits, () => this.state.carriedChannels(agent), channel)
  }

  /** What holds of the agent for a channel, whatever the queue. */
  private standingFor(agent: Agent, channel: Channel): Standing {
    const present = this.state.isPresent(agent, channel)
    const free = present && agent.offerId === null && this.state.hasRoom(agent, channel)
    const taken = free ? this.state.slotsTaken(agent) : 0
    return { present, free: free && !this.isKeptForCalls(agent, channel), onShift: agent.onShift, taken }
  }

  private setPlace(agent: Agent, index: AgentIndex, place: ClassPlace, standing: Standing): void {
    const { of, step, seat } = place
    const { queue } = of
    const works = agent.onShift || !queue.onShiftOnly
    const pool = of.free[step]
    if (standing.free && works) {
      const preferred = this.preferenceOf(agent, index, place, standing.taken)
      if (!place.free || preferred.key !== seat.node.key || preferred.tie !== seat.node.tie) {
        pool?.remove(seat)
        pool?.add(seat, preferred)
      }
      place.free = true
      if (of.waiting > 0) this.touch(queue)
    } else if (place.free) {
      pool?.remove(seat)
      place.free = false
    }
    const present = standing.present && works
    if (present === place.present) return
    place.present = present
    const sign = present ? 1 : -1
    of.present[step] = (of.present[step] ?? 0) + sign
    of.slots += sign * (index.limits?.slots ?? 0)
    if (queue.refused.size > 0) this.touch(queue)
  }

  private preferenceOf(agent: Agent, index: AgentIndex, { of, seat }: ClassPlace, taken: number): Preference {
    const method = of.queue.demand.queue.selection
    return preference({
      method,
      agent,
      idleSince: this.state.idleSinceOf(agent, of.wants.channel),
      taken,
      slots: index.limits?.slots ?? 0,
      skill: method === 'bestSkilled' ? skillSum(index.levels, of.askedFor[0] ?? []) : 0,
      distance: seat.place,
    })
  }

  /** To be called after an interaction's phase, visit or any of its deadlines changed. */
  interactionChanged(interaction: Interaction): void {
    const visit = visitOf(interaction)
    const index = this.indexOf(interaction.id)
    const awaits = interaction.phase === 'waiting' && visit.awaitsOpening
    const waits = interaction.phase === 'waiting' && !awaits && !isPutOff(interaction)
    const { waiting } = index
    if (waiting !== null && (!waits || !isPlaceOf(waiting, visit))) this.leaveQueue(index)
    const queue = isUnanswered(interaction) ? this.queue(visit.queueId) : null
    this.await(index, interaction.id, awaits ? queue : null)
    this.occupy(index, interaction.id, awaits ? null : queue)
    index.occupies?.offered[interaction.phase === 'offered' ? 'add' : 'delete'](interaction.id)
    index.occupies?.putOff[isPutOff(interaction) ? 'add' : 'delete'](interaction.id)
    this.preferred(index, interaction.id, queue === null ? null : (visit.preferred?.agentId ?? null))
    if (waits && queue !== null) {
      index.waiting ??= this.joinQueue(queue, interaction)
      if (this.beside.used) this.setBeside(interaction)
      if (visit.tried.length > 0) queue.refused.add(interaction.id)
      else queue.refused.delete(interaction.id)
      if (visit.tried.length > 0 || someFree(index.waiting.of, visit.step)) this.touch(queue)
    }
    this.threads.note(interaction)
    this.setWaits(interaction)
    if (queue !== null && waits && visit.overdue) {
      queue.overdue.add(interaction.id)
      this.touch(queue)
    } else queue?.overdue.delete(interaction.id)
    this.times.setLife(index.deadlines, interaction, this.state.at)
    this.setSilence(interaction)
    if (interaction.callback !== null)
      this.untimely[isUntimely(interaction, this.state.at) ? 'add' : 'delete'](interaction.id)
  }

  /** To be called after somebody has spoken. */
  setSilence(interaction: Interaction): void {
    const { deadlines } = this.indexOf(interaction.id)
    this.times.set(deadlines, 'silence', interaction.id, this.state.silenceDueAt(interaction))
  }

  /** It turns out to be this customer's. */
  identified(interaction: Interaction, customerId: CustomerId): void {
    const waits = this.indexOf(interaction.id).waiting !== null
    if (waits) this.beside.waitsNoMore(interaction)
    interaction.customerId = customerId
    if (!waits) return
    this.beside.waits(interaction)
    this.setBeside(interaction)
  }

  interactionGone(interaction: Interaction): void {
    const { id: interactionId } = interaction
    const index = this.indexOf(interactionId)
    this.threads.gone(interaction)
    if (index.waiting !== null) this.leaveQueue(index)
    this.occupy(index, interactionId, null)
    this.await(index, interactionId, null)
    this.preferred(index, interactionId, null)
    this.times.drop(index.deadlines)
    this.untimely.delete(interactionId)
    this.interactions.delete(interactionId)
  }

  private indexOf(id: InteractionId): InteractionIndex {
    let index = this.interactions.get(id)
    if (index === undefined) {
      index = { waiting: null, occupies: null, awaits: null, preferredFor: null, deadlines: {} }
      this.interactions.set(id, index)
    }
    return index
  }

  private joinQueue(queue: QueueIndex, interaction: Interaction): NonNullable<InteractionIndex['waiting']> {
    const visit = visitOf(interaction)
    const of = this.classOf(queue, wantsOf(interaction))
    const node = heapNode(interaction, this.state.waitKey(visit), tieOfArrival(interaction))
    of.heads[visit.step]?.add(node)
    of.waiting += 1
    queue.idle.delete(of)
    this.beside.waits(interaction)
    return { of, step: visit.step, node }
  }

  private leaveQueue(index: InteractionIndex): void {
    if (index.waiting === null) return
    const { of, step, node } = index.waiting
    of.heads[step]?.remove(node)
    of.waiting -= 1
    if (of.waiting === 0) restClass(of, this.agents)
    of.queue.refused.delete(node.item.id)
    of.queue.overdue.delete(node.item.id)
    of.queue.beside.delete(node.item.id)
    this.beside.waitsNoMore(node.item)
    index.waiting = null
  }

  private occupy(index: InteractionIndex, id: InteractionId, queue: QueueIndex | null): void {
    if (index.occupies === queue) return
    if (index.occupies !== null) {
      index.occupies.visitors.delete(id)
      index.occupies.offered.delete(id)
      index.occupies.putOff.delete(id)
      // Where only so many may wait there is room for one who overflows to it.
      if (index.occupies.limited) this.touch(index.occupies)
    }
    queue?.visitors.add(id)
    index.occupies = queue
  }

  private await(index: InteractionIndex, id: InteractionId, queue: QueueIndex | null): void {
    if (index.awaits === queue) return
    index.awaits?.awaiting.delete(id)
    queue?.awaiting.add(id)
    index.awaits = queue
  }

  private preferred(index: InteractionIndex, id: InteractionId, agentId: AgentId | null): void {
    if (index.preferredFor === agentId) return
    if (index.preferredFor !== null) this.byPreferred.get(index.preferredFor)?.delete(id)
    if (agentId !== null) this.byPreferred.set(agentId, (this.byPreferred.get(agentId) ?? new Set()).add(id))
    index.preferredFor = agentId
  }

  /** What waits for this agent alone. */
  preferring = (agentId: AgentId): ReadonlySet<InteractionId> => this.byPreferred.get(agentId) ?? none

  /** The next step of each who waits there: after the queue's hours have changed. */
  setSteps(queueId: QueueId): void {
    for (const id of this.queue(queueId).visitors) {
      const interaction = this.state.interactions.get(id)
      if (interaction !== undefined) this.setWaits(interaction)
    }
  }

  /** What its wait comes to next, while it lasts. */
  private setWaits(interaction: Interaction): void {
    const visit = visitOf(interaction)
    const { id, toCall } = interaction
    const lasts = isUnanswered(interaction) && !visit.awaitsOpening
    const { deadlines } = this.indexOf(id)
    this.times.set(deadlines, 'step', id, lasts ? this.state.stepDueAt(visit) : null)
    this.times.set(
      deadlines,
      'longestWait',
      id,
      lasts && !visit.overdue && !toCall ? this.state.longestWaitDueAt(visit) : null,
    )
  }

  /** How it stands with the queue, for one who comes to it now with nothing special to ask. */
  standing(queueId: QueueId): { waiting: number; putOff: number; present: number; free: number; slots: number } {
    const { visitors, putOff } = this.queue(queueId)
    const { present, free, slots } = this.plain(queueId)
    const there = present.reduce((sum, count) => sum + count, 0)
    return { waiting: visitors.size, putOff: putOff.size, present: there, free: free[0]?.size ?? 0, slots }
  }

  /** Everybody who waits in the queue, in no order. */
  waiting = (queueId: QueueId): Generator<Interaction> => waitingIn(this.queue(queueId))

  /** The queues an agent is offered from. */
  queuesOf = (agentId: AgentId): QueueId[] => (this.agents.get(agentId)?.queues ?? []).map(({ id }) => id)
}
