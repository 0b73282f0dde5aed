import type { CommandBodies } from '../../routing/index.ts'
import { NaiveCentre } from './centre.ts'
import {
  admittedBy,
  callbackDue,
  isSkilled,
  naiveCallable,
  type NaiveAgent,
  type NaiveInteraction,
  naiveQuiet,
  shiftOf,
  type NaiveSpan,
  naiveThread,
} from './pieces.ts'

type Arriving = Pick<
  CommandBodies['beginInteraction'],
  'interactionId' | 'channel' | 'requirements' | 'priority' | 'patience'
>
export type NaiveBegun = Pick<NaiveInteraction, 'number' | 'customer' | 'queue'>

/** What agents say of themselves, and customers who are away from the telephone. */
export abstract class NaiveAway extends NaiveCentre {
  /** The instant up to which everything has happened. */
  protected now = 0
  protected readonly cutOffs: { number: string; agent: string; at: number }[] = []

  private blocks: {
    id: string
    customer: string
    number: string | null
    until: number
    asked: string | null
    first?: string
  }[] = []

  protected abstract withdraw(agent: string, keeping?: string[]): void
  protected abstract begin(arriving: Arriving, rest: NaiveBegun, at: number): void
  protected abstract wrapUp(i: NaiveInteraction, at: number): void
  protected abstract handBack(i: NaiveInteraction, at: number): void
  protected abstract drop(i: NaiveInteraction): void
  protected abstract enterAtOpening(i: NaiveInteraction, at: number): void
  protected abstract isThere(i: NaiveInteraction): boolean

  protected say(agent: NaiveAgent, at: number, change: () => unknown): void {
    const before = admittedBy(agent)
    change()
    for (const channel of admittedBy(agent)) if (!before.includes(channel)) agent.admitted[channel] = at
  }

  protected depart(at: number): void {
    for (const agent of this.agents) {
      if (agent.after === null || this.carried(agent.id).length > 0) continue
      const state = agent.after
      this.setState(agent, state, at)
      if (state === 'offline') this.lapse(agent.id)
    }
  }

  /** Every opening and closing, and every beginning and end of a shift, after `at`. */
  protected planChanges(at: number): void {
    const later = (kind: string, id: string, spans: NaiveSpan[]) =>
      spans.flat().flatMap((change) => (change > at && change < Infinity ? [{ at: change, kind, id }] : []))
    this.changes = [
      ...(this.plan?.queues ?? []).flatMap(({ id }) => later('hours', id, this.spans(id) ?? [])),
      ...this.agents.flatMap(({ id }) => later('shift', id, shiftOf(this.plan, id))),
      ...this.absences.flatMap(({ agent, from, to }) => later('shift', agent, [[from, to]])),
    ]
    for (const i of this.interactions) this.enterAtOpening(i, at)
  }

  protected reopen(emergencyId: string, at: number): void {
    const ended = this.emergencies.find(({ id, to }) => id === emergencyId && to === Infinity)
    if (ended === undefined) return
    ended.to = at
    for (const { agent, state } of ended.evacuated) {
      const found = this.agents.find(({ id }) => id === agent)
      const still = this.emergencies.some((e) => e.to === Infinity && e.evacuated.some((x) => x.agent === agent))
      if (found?.state === 'evacuated' && !still) this.setState(found, state, at)
    }
    this.planChanges(at)
  }

  protected setState(agent: NaiveAgent, state: string, at: number): void {
    this.say(agent, at, () => Object.assign(agent, { state, after: null, recovery: null }))
  }

  /** Who has ended a conversation for abuse is offered nothing for a while. */
  protected recover(agent: NaiveAgent, at: number): void {
    const { recoverStateId: state, recoverMinutes } = this.plan?.centre ?? { recoverStateId: null, recoverMinutes: 0 }
    const chosen = agent.recovery !== null || !['unattended', 'evacuated'].includes(agent.state)
    if (state === null || recoverMinutes <= 0 || agent.after !== null || !chosen) return
    this.withdraw(agent.id)
    const before = agent.recovery?.state ?? agent.state
    this.setState(agent, state, at)
    agent.recovery = { state: before, until: at + recoverMinutes * 60_000 }
  }

  protected block({
    blockId: id,
    customerId: customer,
    addressId: number,
    interactionId: asked,
    until,
  }: CommandBodies['blockCustomer']): void {
    if (until > this.now && !this.blocks.some((one) => one.id === id && one.until > this.now))
      this.blocks.push({ id, customer, number, until, asked })
  }

  protected endBlock(id: string): void {
    this.blocks = this.blocks.filter((one) => one.id !== id)
  }

  /** What waits of a customer whom the agent talks to already is for that agent alone. */
  protected join({ agentId, interactionId }: CommandBodies['joinWaiting'], at: number): void {
    const i = this.interactions.find((x) => x.id === interactionId)
    const agent = this.agents.find((a) => a.id === agentId)
    if (i === undefined || agent === undefined || this.plan === null || !this.isThere(i)) return
    const has = this.carried(agentId).some((x) => x.phase === 'connected' && x.customer === i.customer)
    const skilled = isSkilled(this.plan, this.grants, this.queueOf(i), i, agentId, this.visitWait(i, at))
    if (has && skilled && this.present(agent, i)) i.preferred = { agent: agentId, until: at + 1_800_000 }
  }

  protected mergeCustomer(customerId: string, intoId: string): void {
    for (const one of this.interactions) if (one.customer === customerId) one.customer = intoId
    for (const one of this.blocks)
      if (one.customer === customerId) [one.customer, one.first] = [intoId, one.first ?? customerId]
  }

  protected splitCustomer(body: CommandBodies['splitCustomer']): void {
    const { customerId, fromId, familyIds, addressIds, interactionIds } = body
    for (const one of this.interactions)
      if (one.customer === fromId && interactionIds.includes(one.id)) one.customer = customerId
    for (const one of this.blocks)
      if (
        one.customer === fromId &&
        (addressIds.includes(one.number ?? '') ||
          interactionIds.includes(one.asked ?? '') ||
          familyIds.includes(one.first ?? ''))
      )
        one.customer = customerId
  }

  protected isBlocked = (customer: string, number: string | null, at: number): boolean =>
    this.blocks.some(
      (one) => one.until > at && (one.customer === customer || (number !== null && one.number === number)),
    )

  protected lapse(agent: string, until = Infinity): void {
    for (const i of this.interactions)
      if (i.preferred?.agent === agent && i.preferred.until <= until) i.preferred = null
  }

  protected isPutOff = (i: NaiveInteraction): boolean => i.callback !== null && i.callback.putOffUntil !== null
  protected silenceDueAt(i: NaiveInteraction): number | null {
    if (i.phase !== 'connected' || i.channel === 'voice' || i.owes !== 'customer' || this.plan === null) return null
    const { askAfterSilenceSeconds: ask } = this.plan.centre
    const [rest] = naiveQuiet(this.plan.centre, i.channel)
    const asks = !naiveThread(i.channel) && !i.asked && ask !== null && (rest === null || ask < rest)
    const seconds = asks ? ask : rest
    return seconds === null ? null : i.silentSince + seconds * i.patience * 1000
  }

  protected callbackDueAt = (i: NaiveInteraction): number | null =>
    i.phase === 'waiting' && i.connections.length === 0 ? callbackDue(i, this.now) : null

  protected callbackTimeCame(i: NaiveInteraction, at: number): void {
    if (i.callback === null) return
    if (i.callback.putOffUntil !== null) i.callback.putOffUntil = null
    else this.holdOff(i, at)
  }

  protected holdOff(i: NaiveInteraction, at: number): void {
    if (i.callback === null) return
    i.callback.putOffUntil = naiveCallable(i.callback.callable, at)
    if (i.callback.putOffUntil === null) this.drop(i)
  }

  protected holdOffUntimely(at: number): void {
    for (const i of [...this.interactions]) {
      const { callback, connections } = i
      if (i.phase !== 'waiting' || callback === null || callback.putOffUntil !== null || connections.length > 0)
        continue
      if (naiveCallable(callback.callable, at) !== at) this.holdOff(i, at)
    }
  }

  protected ring(i: NaiveInteraction, at: number): void {
    i.dials += 1
    i.dial = { number: i.dials, dueAt: at + (this.plan?.centre.ringSeconds ?? 0) * 1000 }
  }

  /** Whoever it is answered by talks to the customer who has rung in; or their call goes out. */
  protected begun(i: NaiveInteraction, at: number): void {
    if (!i.toCall) return
    if (i.connections.length > 0) Object.assign(i, { toCall: false, callback: null, leftMessage: false })
    else if (i.callback !== null) this.ring(i, at)
  }

  protected dialFailed(i: NaiveInteraction, counts: boolean, at: number): void {
    i.dial = null
    if (i.callback === null || !counts) return
    i.callback.tries += 1
    const { callbackTries, callbackRetrySeconds } = this.queueOf(i)
    const again = naiveCallable(i.callback.callable, at + callbackRetrySeconds * 1000)
    if (again === null || i.callback.tries >= callbackTries) return this.wrapUp(i, at)
    this.handBack(i, at)
    i.callback.putOffUntil = again
  }

  /** An agent calls or texts somebody. */
  protected reachOut(body: CommandBodies['reachOut'], at: number): void {
    const { agentId, interactionId, channel, customerId, addressId, queueId } = body
    const agent = this.agents.find((a) => a.id === agentId)
    const talks = this.carried(agentId).some((i) => i.channel === 'voice' && i.phase === 'connected')
    const alive = this.interactions.some((i) => i.channel === channel && i.number === addressId && i.phase !== 'wrapUp')
    if (agent === undefined || agent.connections.length === 0 || agent.state === 'offline') return
    if (this.interactions.some((i) => i.id === interactionId) || (channel === 'voice' ? talks : alive)) return
    if (this.isBlocked(customerId, addressId, at)) return
    this.begin(body, { number: addressId, customer: customerId, queue: queueId }, at)
    const i = this.interactions.find((i) => i.id === interactionId) as NaiveInteraction
    Object.assign(i, { outgoing: true, toCall: channel === 'voice', phase: 'connected', agent: agentId })
    Object.assign(i, { owes: 'customer', answeredAt: at, graceDueAt: null })
    agent.workedAt = at
    if (channel === 'voice') this.ring(i, at)
  }
}
