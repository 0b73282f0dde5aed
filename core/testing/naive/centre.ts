import type { Channel, CompiledPlan, Queue } from '../../plan/index.ts'
import {
  admittedBy,
  inOrder,
  isInReach,
  isRoom,
  isSkilled,
  openOf,
  priorityOf,
  stepsOf,
  whenWaited,
  waitedIn,
  type NaiveAgent,
  type NaiveEmergency,
  type NaiveGrant,
  type NaiveInteraction,
  type NaiveSpan,
} from './pieces.ts'

// What the naive model knows, and how it answers who could be offered what: every list is searched from the start.

const anyCall = { channel: 'voice', customer: 'anybody' } as const

export class NaiveCentre {
  protected plan: CompiledPlan | null = null
  protected agents: NaiveAgent[] = []
  /** Every opening and closing to come. */
  protected changes: { at: number; kind: string; id: string }[] = []
  protected emergencies: NaiveEmergency[] = []
  protected absences: { id: string; agent: string; from: number; to: number }[] = []
  protected loans: { id: string; agent: string; queue: string; until: number }[] = []
  protected grants: NaiveGrant[] = []
  interactions: NaiveInteraction[] = []
  /** By queue. */
  protected readonly lastOffered = new Map<string, string>()
  /** Every offer so far, as "at interaction>agent". */
  readonly offers: string[] = []

  protected spans = (queueId: string): NaiveSpan[] | null => openOf(this.plan, this.emergencies, queueId)

  protected emergencyOf = (queueId: string): NaiveEmergency | undefined =>
    this.emergencies.find(({ queues, to }) => to === Infinity && queues.includes(queueId))

  protected isOpen(queueId: string, at: number): boolean {
    return this.spans(queueId)?.some(([from, to]) => from <= at && at < to) ?? true
  }

  protected waited = (i: NaiveInteraction, at: number): number => waitedIn(this.spans(i.queue), i, at)

  protected isOut(i: NaiveInteraction, { agentId, offerId }: { agentId: string; offerId: string }): boolean {
    return i.phase === 'offered' && i.agent === agentId && offerId === `${i.id}.v${i.visit}.o${i.offers}`
  }

  protected occupants = (queueId: string): number =>
    this.interactions.filter((i) => i.queue === queueId && this.waits(i) && !i.awaitsOpening).length

  /** Not where agents take for themselves, or a supervisor assigns, unless it is for one agent. */
  isOfferedByItself = (i: NaiveInteraction): boolean =>
    i.preferred !== null || !['openList', 'byHand'].includes(this.queueOf(i).selection)

  eligible(i: NaiveInteraction, at: number): NaiveAgent[] {
    const { plan } = this
    if (
      plan === null ||
      i.awaitsOpening ||
      i.callback?.putOffUntil != null ||
      this.emergencyOf(i.queue)?.waiting === 'kept'
    )
      return []
    const able = this.agents.filter(
      (a) =>
        this.present(a, i) &&
        (i.preferred === null || i.preferred.agent === a.id) &&
        this.reaches(a, i, at) &&
        isRoom(plan, this.carried(a.id), i) &&
        !this.isKept(plan, a, i.channel) &&
        !this.carried(a.id).some((x) => x.phase === 'offered') &&
        !i.tried.includes(a.id),
    )
    const laid = { grants: this.grants, lent: this.lentTo(i.queue) }
    return inOrder(plan, laid, this.queueOf(i), i, able, (a) => this.carried(a), this.lastOffered.get(i.queue))
  }

  private isFreeForCall = (plan: CompiledPlan, a: NaiveAgent): boolean =>
    admittedBy(a).includes('voice') &&
    a.connections.length > 0 &&
    isRoom(plan, this.carried(a.id), anyCall) &&
    !this.carried(a.id).some((x) => x.phase === 'offered')

  /** It would take one of those who must stay free for a call. */
  private isKept(plan: CompiledPlan, a: NaiveAgent, channel: Channel): boolean {
    const least = plan.loadLimits[0]?.freeForCalls ?? 0
    if (least === 0 || channel === 'voice' || !this.isFreeForCall(plan, a)) return false
    const free = this.agents.filter((one) => this.isFreeForCall(plan, one)).length
    return free <= least && !isRoom(plan, [...this.carried(a.id), { channel, customer: '' }], anyCall)
  }

  protected lentTo = (queue: string): string[] =>
    this.loans.filter((loan) => loan.queue === queue).map(({ agent }) => agent)

  protected queueOf(i: NaiveInteraction): Queue {
    return this.plan?.queues.find((q) => q.id === i.queue) as Queue
  }

  protected visitWait = (i: NaiveInteraction, at: number): number =>
    waitedIn(this.spans(i.queue), { ...i, waitedBefore: 0 }, at)

  protected longestDueAt(i: NaiveInteraction): number | null {
    const { longestWaitSeconds } = this.queueOf(i)
    if (longestWaitSeconds === null || i.overdue || i.toCall || !this.waits(i) || i.awaitsOpening) return null
    return whenWaited(this.spans(i.queue), i.enteredAt, longestWaitSeconds * 1000)
  }

  protected stepDueAt(i: NaiveInteraction): number | null {
    const next = stepsOf(this.queueOf(i))[i.step]
    if (next === undefined || !this.waits(i) || i.awaitsOpening) return null
    return whenWaited(this.spans(i.queue), i.enteredAt, next * 1000)
  }

  carried(agent: string): NaiveInteraction[] {
    return this.interactions.filter((i) => i.phase !== 'waiting' && (i.agent === agent || i.guest?.agent === agent))
  }

  protected order(a: NaiveInteraction, b: NaiveInteraction, at: number): number {
    const target = (i: NaiveInteraction): number =>
      this.plan?.queues.find((q) => q.id === i.queue)?.target?.seconds ?? this.plan?.centre.defaultTargetSeconds ?? 1
    return (
      priorityOf(this.queueOf(b), b, this.waited(b, at)) - priorityOf(this.queueOf(a), a, this.waited(a, at)) ||
      this.waited(b, at) * target(a) - this.waited(a, at) * target(b) ||
      a.arrivedAt - b.arrivedAt ||
      (a.id < b.id ? -1 : 1)
    )
  }

  protected present = (a: NaiveAgent, { channel }: NaiveInteraction): boolean =>
    admittedBy(a).includes(channel) && a.connections.length > 0
  protected waits = (i: NaiveInteraction): boolean => i.phase === 'waiting' || i.phase === 'offered'
  protected reaches(a: NaiveAgent, i: NaiveInteraction, at: number): boolean {
    const queue = this.queueOf(i)
    const waited = this.visitWait(i, at)
    if (this.plan === null || (queue.onShiftOnly && !a.onShift)) return false
    const reached = i.preferred?.agent === a.id || this.lentTo(i.queue).includes(a.id) || isInReach(queue, a.id, waited)
    return reached && isSkilled(this.plan, this.grants, queue, i, a.id, waited)
  }
}
