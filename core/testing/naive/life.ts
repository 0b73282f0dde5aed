import type { CompiledPlan, Queue } from '../../plan/index.ts'
import type { Command, CommandBodies } from '../../routing/index.ts'
import { NaiveAway } from './away.ts'
import {
  isInReach,
  isRoom,
  isSkilled,
  shiftOf,
  type NaiveAgent,
  type NaiveInteraction,
  type NaiveSpan,
  naiveQuiet,
  naiveThread,
} from './pieces.ts'

/** Of what falls due at the same instant what opens and closes comes first. */
const tie = ({ kind, id }: { kind: string; id: string }): string => (kind === 'hours' ? `:${id}` : `${kind}:${id}`)

/** What follows by itself: time, the match, and what becomes of those who wait. */
export class NaiveLife extends NaiveAway {
  protected passTime(at: number): void {
    for (;;) {
      const due = this.interactions
        .flatMap((i) => [
          { at: i.phase === 'offered' ? i.dueAt : null, kind: 'answerWindow', id: i.id },
          { at: i.phase === 'wrapUp' ? i.dueAt : null, kind: 'wrapUp', id: i.id },
          { at: this.endsUnattended(i) ? i.graceDueAt : null, kind: 'customerGrace', id: i.id },
          { at: this.waits(i) ? i.retryDueAt : null, kind: 'round', id: i.id },
          { at: this.waits(i) ? (i.preferred?.until ?? null) : null, kind: 'preference', id: i.id },
          { at: this.silenceDueAt(i), kind: 'silence', id: i.id },
          { at: i.guest?.way === 'asked' ? i.guest.dueAt : null, kind: 'consult', id: i.id },
          { at: i.phase === 'resting' ? i.restUntil : null, kind: 'rest', id: i.id },
          { at: i.phase === 'connected' ? (i.dial?.dueAt ?? null) : null, kind: 'dial', id: i.id },
          { at: this.callbackDueAt(i), kind: 'callback', id: i.id },
          { at: this.stepDueAt(i), kind: 'step', id: i.id },
          { at: this.longestDueAt(i), kind: 'longestWait', id: i.id },
        ])
        .concat(this.changes)
        .concat(this.loans.map(({ id, until }) => ({ at: until, kind: 'loan', id })))
        .concat(this.grants.map(({ id, until }) => ({ at: until, kind: 'level', id })))
        .concat(this.agents.map((a) => ({ at: a.graceDueAt, kind: 'agentGrace', id: a.id })))
        .concat(this.agents.map((a) => ({ at: a.recovery?.until ?? null, kind: 'recovery', id: a.id })))
        .filter((d): d is { at: number; kind: string; id: string } => d.at !== null && d.at <= at)
        .sort((a, b) => a.at - b.at || (tie(a) < tie(b) ? -1 : 1))[0]
      if (due === undefined) return
      this.now = due.at
      if (due.kind === 'hours')
        for (const change of this.changes.filter(({ at: then, kind }) => then === due.at && kind === 'hours'))
          this.changeOpening(change)
      else if (due.kind === 'shift') {
        this.changes = this.changes.filter((change) => change !== due)
        this.changeShifts(due.at, due.id)
      } else this.expire(due.kind, due.id, due.at)
      this.match(due.at)
    }
  }

  protected endsUnattended = (i: NaiveInteraction): boolean =>
    !i.toCall && (this.waits(i) || (i.channel === 'voice' && i.phase === 'connected'))

  /** One more comes in, unless its queue is closed to it or full. */
  protected arrive(
    body: Omit<CommandBodies['beginInteraction'], 'lineId'> & { readonly number: string | null },
    at: number,
  ): void {
    const { interactionId: id, channel, connection } = body
    const queue = this.plan?.queues.find((q) => q.id === body.queueId)
    if (this.isBlocked(body.customerId, body.number, at)) return
    if (queue === undefined || this.interactions.some((i) => i.id === id)) return
    const open = this.isOpen(queue.id, at)
    const recorded = channel === 'voice' && queue.voicemail && body.leaveMessage === true && body.contentId !== null
    const full = open && !recorded && queue.mostWaiting !== null && this.occupants(queue.id) >= queue.mostWaiting
    const instead = full ? this.instead(queue, at) : null
    const texted = channel !== 'voice' && body.leaveMessage === true && body.contentId !== null
    const leaves = recorded || (!open && texted)
    if (!open && !leaves) return
    if (full && instead === null && !naiveThread(channel)) return
    const number = body.number
    this.begin(body, { number, customer: body.customerId, queue: instead ?? queue.id }, at)
    const i = this.interactions.find((x) => x.id === id) as NaiveInteraction
    const stays = leaves || naiveThread(channel)
    const within = (this.plan?.centre.backWithinSeconds ?? 0) * 1000
    const cut = this.cutOffs.findLast((one) => one.number === number && at - one.at < within)
    const before = this.agents.find((a) => a.id === cut?.agent)
    const until = at + (this.plan?.centre.preferredSeconds ?? 0) * 1000
    if (channel === 'voice' && !recorded && cut !== undefined) {
      i.priority = 10
      if (instead === null && before !== undefined && this.present(before, i)) i.preferred = { agent: before.id, until }
    }
    Object.assign(i, { leftMessage: leaves, awaitsOpening: leaves && !open, toCall: recorded })
    Object.assign(i, { graceDueAt: connection === null && !stays ? at + 10_000 * i.patience : null })
    Object.assign(i, { connections: connection === null ? [] : [connection.id], visit: instead === null ? 1 : 2 })
  }

  protected begin(
    {
      interactionId: id,
      channel,
      requirements,
      priority,
      patience,
    }: Pick<CommandBodies['beginInteraction'], 'interactionId' | 'channel' | 'requirements' | 'priority' | 'patience'>,
    rest: Pick<NaiveInteraction, 'number' | 'customer' | 'queue'>,
    at: number,
  ): void {
    this.interactions.push({
      id,
      channel,
      ...rest,
      requirements: requirements ?? [],
      priority: priority ?? null,
      patience: patience ?? 1,
      step: 0,
      overdue: false,
      arrivedAt: at,
      enteredAt: at,
      waitedBefore: 0,
      leftMessage: false,
      awaitsOpening: false,
      toCall: false,
      outgoing: false,
      callback: null,
      dial: null,
      dials: 0,
      answeredAt: 0,
      owes: 'agent',
      silentSince: at,
      asked: false,
      restUntil: null,
      lastAgent: '',
      wrapUpFrom: 0,
      phase: 'waiting',
      agent: null,
      guest: null,
      dueAt: null,
      graceDueAt: null,
      connections: [],
      tried: [],
      preferred: null,
      retryDueAt: null,
      visit: 1,
      offers: 0,
    })
  }

  /** Of everybody, or of one: shifts change one after the other, like all that happens at one instant. */
  protected changeShifts(at: number, only?: string): void {
    const within = ([from, to]: NaiveSpan): boolean => from <= at && at < to
    for (const a of this.agents)
      if (only === undefined || a.id === only)
        a.onShift =
          shiftOf(this.plan, a.id).some(within) &&
          !this.absences.some((x) => x.agent === a.id && within([x.from, x.to]))
  }

  /** What a message waited before its queue opened does not count. */
  protected enterAtOpening(i: NaiveInteraction, at: number): void {
    if (i.awaitsOpening && this.isOpen(i.queue, at)) Object.assign(i, { awaitsOpening: false, enteredAt: at })
  }

  protected changeOpening(due: { at: number; id: string }): void {
    this.changes = this.changes.filter((change) => change.at !== due.at || change.id !== due.id)
    for (const i of this.interactions) if (i.queue === due.id) this.enterAtOpening(i, due.at)
  }

  protected expire(kind: string, id: string, at: number): void {
    const i = this.interactions.find((x) => x.id === id)
    if (kind === 'agentGrace') {
      const agent = this.agents.find((a) => a.id === id) as NaiveAgent
      agent.graceDueAt = null
      for (const x of this.interactions) {
        if (x.guest?.agent === id) this.part(x, at)
        else if (x.agent === id && x.phase === 'connected' && x.guest?.way === 'joined') this.takeOver(x, at)
        else if (x.agent === id && x.phase === 'connected') this.leaveForQueue(x, at)
      }
      this.setState(agent, 'offline', at)
      this.lapse(id)
    } else if (kind === 'recovery') {
      const agent = this.agents.find((a) => a.id === id) as NaiveAgent
      this.setState(agent, agent.recovery?.state ?? '', at)
    } else if (kind === 'loan') this.loans = this.loans.filter((one) => one.id !== id)
    else if (kind === 'level') this.grants = this.grants.filter((one) => one.id !== id)
    else if (i === undefined) throw new Error('naive: nothing to expire')
    else if (kind === 'answerWindow') {
      const agent = this.agents.find((a) => a.id === i.agent) as NaiveAgent
      this.refuse(i)
      this.setState(agent, 'unattended', at)
    } else if (kind === 'wrapUp') this.finish(i, at)
    else if (kind === 'customerGrace' && i.phase === 'connected') {
      if (i.number !== null) this.cutOffs.push({ number: i.number, agent: i.agent ?? '', at })
      this.wrapUp(i, at)
    } else if (kind === 'customerGrace') this.drop(i)
    else if (kind === 'step') i.step += 1
    else if (kind === 'longestWait') i.overdue = true
    else if (kind === 'consult') i.guest = null
    else if (kind === 'dial') this.dialFailed(i, true, at)
    else if (kind === 'callback') this.callbackTimeCame(i, at)
    else if (kind === 'preference') i.preferred = null
    else if (kind === 'rest') this.drop(i)
    else if (kind === 'silence') this.silence(i, at)
    else {
      i.tried = []
      i.retryDueAt = null
    }
  }

  protected part(i: NaiveInteraction, at: number): void {
    const agent = this.agents.find((a) => a.id === i.guest?.agent)
    if (agent !== undefined && i.guest?.way !== 'asked') agent.workedAt = at
    i.guest = null
  }

  protected takeOver(i: NaiveInteraction, at: number): void {
    const agent = this.agents.find((a) => a.id === i.agent) as NaiveAgent
    agent.workedAt = at
    i.agent = i.guest?.agent ?? null
    i.guest = null
  }

  protected isReleased = (i: NaiveInteraction): boolean =>
    !i.awaitsOpening && !this.isPutOff(i) && this.emergencyOf(i.queue)?.waiting !== 'kept'
  protected isThere(i: NaiveInteraction): boolean {
    return i.phase === 'waiting' && this.isReleased(i)
  }

  protected couldCarry(agent: NaiveAgent, i: NaiveInteraction): boolean {
    const carried = this.carried(agent.id)
    if (this.plan === null || carried.some((x) => x.phase === 'offered')) return false
    return this.present(agent, i) && isRoom(this.plan, carried, i)
  }

  protected hasSkills(agent: NaiveAgent, i: NaiveInteraction): boolean {
    const plan = this.plan
    return plan !== null && isSkilled(plan, this.grants, this.queueOf(i), i, agent.id, 0)
  }

  protected close(body: Extract<Command, { type: 'beginEmergency' }>['body'], at: number): void {
    if (this.emergencies.some(({ id }) => id === body.emergencyId)) return
    const queues = (this.plan?.queues ?? []).filter(({ id }) => body.scope === 'centre' || body.queueIds.includes(id))
    if (queues.length === 0 || (body.waiting === 'overflowed' && queues.some(({ id }) => id === body.overflowTo)))
      return
    const ids = queues.map(({ id }) => id as string)
    const serving = (id: string): boolean => body.scope === 'centre' || queues.some((q) => isInReach(q, id, Infinity))
    const leaving = body.evacuate ? this.agents.filter((a) => serving(a.id) && a.state !== 'offline') : []
    const before = (a: NaiveAgent): string =>
      this.emergencies
        .filter(({ to }) => to === Infinity)
        .flatMap(({ evacuated }) => evacuated)
        .find((x) => x.agent === a.id)?.state ?? a.state
    const evacuated = leaving.map((a) => ({ agent: a.id, state: before(a) }))
    for (const i of [...this.interactions]) {
      const closing = ids.includes(i.queue)
      const left = leaving.some(({ id }) => id === i.agent)
      if (i.phase === 'offered' && (left || (closing && body.waiting !== 'served')))
        Object.assign(i, { phase: 'waiting', agent: null, dueAt: null })
      if (i.phase === 'waiting' && closing && body.waiting === 'ended' && !i.leftMessage && !i.toCall) this.drop(i)
      if (i.phase !== 'connected' || !(closing || left)) continue
      if (body.talking === 'ended') this.wrapUp(i, at)
      if (body.talking === 'requeued') this.leaveForQueue(i, at)
    }
    for (const agent of leaving) this.setState(agent, 'evacuated', at)
    const overflowTo = body.waiting === 'overflowed' ? body.overflowTo : null
    this.emergencies.push({
      id: body.emergencyId,
      queues: ids,
      from: at,
      to: Infinity,
      waiting: body.waiting,
      overflowTo,
      evacuated,
    })
    this.planChanges(at)
  }

  protected match(at: number): void {
    for (;;) {
      this.depart(at)
      this.holdOffUntimely(at)
      if (this.overflow(at)) continue
      const waiting = this.interactions
        .filter((i) => i.phase === 'waiting' && !i.awaitsOpening && !this.isPutOff(i))
        .sort((a, b) => this.order(a, b, at))
      const pair = waiting
        .filter((i) => this.isOfferedByItself(i))
        .map((i) => ({ i, agent: this.eligible(i, at)[0] }))
        .find((p): p is { i: NaiveInteraction; agent: NaiveAgent } => p.agent !== undefined)
      if (pair === undefined) break
      const window = this.plan?.queues.find((q) => q.id === pair.i.queue)?.answerWindowSeconds ?? 0
      pair.i.offers += 1
      this.lastOffered.set(pair.i.queue, pair.agent.id)
      Object.assign(pair.i, { phase: 'offered', agent: pair.agent.id, dueAt: at + window * 1000 })
      this.offers.push(`${at} ${pair.i.id}>${pair.agent.id}`)
    }
    for (const i of this.interactions) {
      if (i.phase !== 'waiting' || this.isPutOff(i) || i.tried.length === 0 || i.retryDueAt !== null) continue
      const there = this.agents.filter(
        (a) => this.present(a, i) && (i.preferred === null || i.preferred.agent === a.id) && this.reaches(a, i, at),
      )
      if (there.every((a) => i.tried.includes(a.id))) i.retryDueAt = at + 5000
    }
  }

  protected overflow(at: number): boolean {
    const first = (those: NaiveInteraction[]): NaiveInteraction | undefined =>
      those.sort((a, b) => this.order(a, b, at))[0]
    for (const { id, atClosingTo, longestWaitTo } of this.plan?.queues ?? []) {
      const emergency = this.emergencyOf(id)
      const toId = emergency === undefined ? atClosingTo : emergency.overflowTo
      const there = this.interactions.filter((i) => i.phase === 'waiting' && i.queue === id && this.isIn(i))
      const late = emergency === undefined ? first(there.filter((i) => i.overdue)) : undefined
      const closed = this.isOpen(id, at) || toId === null || !this.takes(toId, at) ? undefined : first(there)
      if (closed !== undefined) this.move(closed, toId as string, at)
      else if (late !== undefined && longestWaitTo === null) this.drop(late)
      else if (late !== undefined && longestWaitTo !== null && this.takes(longestWaitTo, at))
        this.move(late, longestWaitTo, at)
      else continue
      return true
    }
    return false
  }

  protected instead(queue: Queue, at: number): string | null {
    let next: string | null = queue.whenFullTo
    while (next !== null && !this.takes(next, at)) {
      const full: string = next
      next = this.plan?.queues.find(({ id }) => id === full)?.whenFullTo ?? null
    }
    return next
  }

  protected takes(id: string, at: number): boolean {
    const to = this.plan?.queues.find((q) => q.id === id)
    if (to === undefined || !this.isOpen(id, at)) return false
    return to.mostWaiting === null || this.occupants(to.id) < to.mostWaiting
  }

  protected move(i: NaiveInteraction, to: string, at: number): void {
    const waitedBefore = this.waited(i, at)
    Object.assign(i, { queue: to, enteredAt: at, waitedBefore, tried: [], preferred: null, retryDueAt: null })
    Object.assign(i, { visit: i.visit + 1, offers: 0, step: 0, overdue: false })
  }

  protected refuse(i: NaiveInteraction): void {
    i.tried.push(i.agent ?? '')
    if (i.preferred?.agent === i.agent) i.preferred = null
    Object.assign(i, { phase: 'waiting', agent: null, dueAt: null })
  }

  protected withdraw(agent: string, keeping: string[] = []): void {
    for (const i of this.interactions)
      if (i.agent === agent && i.phase === 'offered' && !keeping.includes(i.channel))
        Object.assign(i, { phase: 'waiting', agent: null, dueAt: null })
  }

  protected wrapUp(i: NaiveInteraction, at: number): void {
    this.part(i, at)
    i.dial = null
    const seconds = this.plan?.queues.find((q) => q.id === i.queue)?.wrapUpSeconds ?? 0
    Object.assign(i, { phase: 'wrapUp', dueAt: at + seconds * 1000, wrapUpFrom: at })
    if (seconds === 0) this.finish(i, at)
  }

  protected finish(i: NaiveInteraction, at: number): void {
    const agent = this.agents.find((a) => a.id === i.agent)
    if (agent !== undefined) agent.workedAt = at
    this.drop(i)
  }

  protected isIn = (i: NaiveInteraction): boolean => !i.awaitsOpening && !this.isPutOff(i)

  protected leaveForQueue(i: NaiveInteraction, at: number): void {
    if (!i.outgoing || !i.toCall) return this.handBack(i, at)
    this.part(i, at)
    this.finish(i, at)
  }

  protected handBack(i: NaiveInteraction, at: number): void {
    this.part(i, at)
    i.dial = null
    const agent = this.agents.find((a) => a.id === i.agent) as NaiveAgent
    agent.workedAt = at
    const waitedBefore = this.waited(i, i.answeredAt)
    this.visitAnew(i, at)
    i.waitedBefore = waitedBefore
  }

  protected visitAnew(i: NaiveInteraction, at: number): void {
    Object.assign(i, {
      phase: 'waiting',
      agent: null,
      enteredAt: at,
      graceDueAt:
        i.connections.length > 0 || i.leftMessage || i.toCall || naiveThread(i.channel)
          ? null
          : at + 10_000 * i.patience,
      tried: [],
      preferred: null,
      retryDueAt: null,
      visit: i.visit + 1,
      step: 0,
      overdue: false,
      offers: 0,
    })
  }

  protected drop(i: NaiveInteraction): void {
    this.interactions = this.interactions.filter((x) => x !== i)
  }

  protected silence(i: NaiveInteraction, at: number): void {
    const { centre } = this.plan as CompiledPlan
    const { askAfterSilenceSeconds: ask } = centre
    const [rest, end] = naiveQuiet(centre, i.channel)
    if (!naiveThread(i.channel) && !i.asked && ask !== null && (rest === null || ask < rest)) {
      i.asked = true
      return
    }
    const agent = this.agents.find((a) => a.id === i.agent) as NaiveAgent
    agent.workedAt = at
    const ms = end * i.patience * 1000
    Object.assign(i, { phase: 'resting', agent: null, lastAgent: agent.id, restUntil: at + ms })
  }

  protected wake(i: NaiveInteraction, at: number): void {
    const last = this.agents.find((a) => a.id === i.lastAgent)
    const until = at + (this.plan?.centre.preferredSeconds ?? 0) * 1000
    this.visitAnew(i, at)
    Object.assign(i, { phase: 'waiting', asked: false, waitedBefore: 0, restUntil: null })
    if (last !== undefined && this.present(last, i)) i.preferred = { agent: last.id, until }
  }
}
