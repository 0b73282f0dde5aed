import type { Queue } from '../plan/index.ts'
import type { Command } from './commands.ts'
import { NaiveCentre } from './naive-centre.ts'
import {
  admittedIn,
  isInReach,
  shiftOf,
  stepsOf,
  type NaiveAgent,
  type NaiveInteraction,
  type NaiveSpan,
} from './naive-pieces.ts'

// The same rules with none of the cleverness, for tests: every list is searched from the start, every deadline is a
// number looked at each time. It knows offers and phases only, and shares no code with the core.

export class NaiveModel extends NaiveCentre {
  take(command: Command, at: number): void {
    if (command.type !== 'resumeRouter') this.passTime(at)
    this.apply(command, at)
    this.match(at)
  }

  private passTime(at: number): void {
    for (;;) {
      const due = this.interactions
        .flatMap((i) => [
          { at: i.phase === 'offered' ? i.dueAt : null, kind: 'answerWindow', id: i.id },
          { at: i.phase === 'wrapUp' ? i.dueAt : null, kind: 'wrapUp', id: i.id },
          { at: this.waits(i) ? i.graceDueAt : null, kind: 'customerGrace', id: i.id },
          { at: this.waits(i) ? i.retryDueAt : null, kind: 'round', id: i.id },
          { at: this.stepDueAt(i), kind: 'step', id: i.id },
          { at: this.longestDueAt(i), kind: 'longestWait', id: i.id },
        ])
        .concat(this.turns)
        .concat(this.agents.map((a) => ({ at: a.graceDueAt, kind: 'agentGrace', id: a.id })))
        .filter((d): d is { at: number; kind: string; id: string } => d.at !== null && d.at <= at)
        .sort((a, b) => a.at - b.at || (`${a.kind}:${a.id}` < `${b.kind}:${b.id}` ? -1 : 1))[0]
      if (due === undefined) return
      if (due.kind === 'hours') this.turnQueue(due)
      else if (due.kind === 'shift') {
        this.turns = this.turns.filter((turn) => turn !== due)
        this.turnShifts(due.at, due.id)
      } else this.expire(due.kind, due.id, due.at)
      this.match(due.at)
    }
  }

  /** Every opening, closing and turn of a shift after `at`. */
  private planTurns(at: number): void {
    const later = (kind: string, id: string, spans: NaiveSpan[]) =>
      spans.flat().flatMap((turn) => (turn > at && turn < Infinity ? [{ at: turn, kind, id }] : []))
    this.turns = [
      ...(this.plan?.queues ?? []).flatMap(({ id }) => later('hours', id, this.spans(id) ?? [])),
      ...this.agents.flatMap(({ id }) => later('shift', id, shiftOf(this.plan, id))),
      ...this.absences.flatMap(({ agent, from, to }) => later('shift', agent, [[from, to]])),
    ]
    for (const i of this.interactions) this.letIn(i, at)
  }

  /** Of everybody, or of one: shifts turn one after the other, like all that happens at one instant. */
  private turnShifts(at: number, only?: string): void {
    const within = ([from, to]: NaiveSpan): boolean => from <= at && at < to
    for (const a of this.agents)
      if (only === undefined || a.id === only)
        a.onShift =
          shiftOf(this.plan, a.id).some(within) &&
          !this.absences.some((x) => x.agent === a.id && within([x.from, x.to]))
  }

  /** What a message waited before its queue opened does not count. */
  private letIn(i: NaiveInteraction, at: number): void {
    if (i.awaitsOpening && this.isOpen(i.queue, at)) Object.assign(i, { awaitsOpening: false, enteredAt: at })
  }

  private turnQueue(due: { at: number; id: string }): void {
    this.turns = this.turns.filter((turn) => turn.at !== due.at || turn.id !== due.id)
    for (const i of this.interactions) if (i.queue === due.id) this.letIn(i, due.at)
  }

  private expire(kind: string, id: string, at: number): void {
    const i = this.interactions.find((x) => x.id === id)
    if (kind === 'agentGrace') {
      const agent = this.agents.find((a) => a.id === id) as NaiveAgent
      agent.graceDueAt = null
      for (const x of this.interactions) if (x.agent === id && x.phase === 'connected') this.handBack(x, at)
      this.setState(agent, 'offline', at)
    } else if (i === undefined) throw new Error('naive: nothing to expire')
    else if (kind === 'answerWindow') {
      const agent = this.agents.find((a) => a.id === i.agent) as NaiveAgent
      this.refuse(i)
      this.setState(agent, 'unattended', at)
    } else if (kind === 'wrapUp') this.finish(i, at)
    else if (kind === 'customerGrace') this.drop(i)
    else if (kind === 'step') i.step += 1
    else if (kind === 'longestWait') i.overdue = true
    else {
      i.tried = []
      i.retryDueAt = null
    }
  }

  private apply(command: Command, at: number): void {
    const find = (id: string): NaiveInteraction | undefined => this.interactions.find((i) => i.id === id)
    const agentOf = (id: string): NaiveAgent | undefined => this.agents.find((a) => a.id === id)
    switch (command.type) {
      case 'publishPlan':
        this.plan = command.body.plan
        for (const person of this.plan.people)
          if (person.roles.includes('agent') && agentOf(person.id) === undefined)
            this.agents.push({
              id: person.id,
              onShift: false,
              state: 'offline',
              idleSince: at,
              connections: [],
              graceDueAt: null,
            })
        this.planTurns(at)
        this.turnShifts(at)
        for (const i of this.interactions) {
          const queue = this.queueOf(i)
          const reached = stepsOf(queue).filter((seconds) => seconds * 1000 <= this.visitWait(i, at))
          i.step = i.awaitsOpening ? 0 : reached.length
          const longest = queue.longestWaitSeconds ?? Infinity
          i.overdue = !i.awaitsOpening && this.visitWait(i, at) >= longest * 1000
        }
        return
      case 'enterAbsence': {
        const { absenceId: id, agentId: agent, from, to } = command.body
        if (!(from < to && to > at) || this.absences.some((a) => a.id === id) || agentOf(agent) === undefined) return
        this.absences.push({ id, agent, from, to })
        this.planTurns(at)
        this.turnShifts(at, agent)
        return
      }
      case 'removeAbsence':
        this.absences = this.absences.filter(({ id }) => id !== command.body.absenceId)
        this.planTurns(at)
        this.turnShifts(at, command.body.agentId)
        return
      case 'beginEmergency':
        return this.close(command.body, at)
      case 'endEmergency': {
        const ended = this.emergencies.find(({ id, to }) => id === command.body.emergencyId && to === Infinity)
        if (ended === undefined) return
        ended.to = at
        for (const { agent, state } of ended.evacuated) {
          const found = agentOf(agent)
          const still = this.emergencies.some((e) => e.to === Infinity && e.evacuated.some((x) => x.agent === agent))
          if (found?.state === 'evacuated' && !still) this.setState(found, state, at)
        }
        this.planTurns(at)
        return
      }
      case 'connectAgent': {
        const agent = agentOf(command.body.agentId)
        if (agent === undefined || agent.connections.includes(command.body.connectionId)) return
        agent.connections.push(command.body.connectionId)
        agent.graceDueAt = null
        return
      }
      case 'disconnectAgent': {
        const agent = agentOf(command.body.agentId)
        if (agent === undefined || !agent.connections.includes(command.body.connectionId)) return
        agent.connections = agent.connections.filter((c) => c !== command.body.connectionId)
        if (agent.connections.length > 0) return
        if (agent.state !== 'offline' || this.carried(agent.id).length > 0) agent.graceDueAt = at + 20_000
        this.withdraw(agent.id)
        return
      }
      case 'setPresence': {
        const agent = agentOf(command.body.agentId)
        const wanted = command.body.stateId
        if (
          agent === undefined ||
          agent.state === wanted ||
          !['ready', 'textsOnly', 'break', 'offline'].includes(wanted)
        )
          return
        if (wanted === 'offline' && this.carried(agent.id).some((i) => i.phase === 'connected')) return
        this.withdraw(agent.id, admittedIn(wanted))
        this.setState(agent, wanted, at)
        return
      }
      case 'beginInteraction': {
        const queue = this.plan?.queues.find((q) => q.id === command.body.queueId)
        if (queue === undefined || find(command.body.interactionId) !== undefined) return
        const there = this.occupants(queue.id)
        const open = this.isOpen(queue.id, at)
        const full = open && queue.mostWaiting !== null && there >= queue.mostWaiting
        const instead = full ? this.instead(queue, at) : null
        const leaves = !open && command.body.leaveMessage === true && command.body.contentId !== null
        if (!open && !leaves) return
        if (full && instead === null) return
        this.interactions.push({
          id: command.body.interactionId,
          channel: command.body.channel,
          requirements: command.body.requirements ?? [],
          priority: command.body.priority ?? null,
          queue: instead ?? queue.id,
          step: 0,
          overdue: false,
          arrivedAt: at,
          enteredAt: at,
          waitedBefore: 0,
          leftMessage: leaves,
          awaitsOpening: leaves,
          answeredAt: 0,
          phase: 'waiting',
          agent: null,
          dueAt: null,
          graceDueAt: command.body.connection === null && !leaves ? at + 10_000 : null,
          connections: command.body.connection === null ? [] : [command.body.connection.id],
          tried: [],
          retryDueAt: null,
          visit: instead === null ? 1 : 2,
          offers: 0,
        })
        return
      }
      case 'disconnectCustomer': {
        const i = find(command.body.interactionId)
        if (i === undefined || !i.connections.includes(command.body.connectionId)) return
        i.connections = i.connections.filter((c) => c !== command.body.connectionId)
        if (this.waits(i) && i.connections.length === 0 && !i.leftMessage) i.graceDueAt = at + 10_000
        return
      }
      case 'connectCustomer': {
        const i = find(command.body.interactionId)
        if (i === undefined || i.connections.includes(command.body.connectionId)) return
        i.connections.push(command.body.connectionId)
        i.graceDueAt = null
        return
      }
      case 'leaveInteraction': {
        const i = find(command.body.interactionId)
        if (i === undefined) return
        if (this.waits(i)) this.drop(i)
        else if (i.phase === 'connected') this.wrapUp(i, at)
        return
      }
      case 'answerOffer': {
        const i = find(command.body.interactionId)
        if (i === undefined || !this.isOut(i, command.body)) return
        const agent = agentOf(command.body.agentId) as NaiveAgent
        agent.idleSince = at
        Object.assign(i, { phase: 'connected', answeredAt: at, dueAt: null })
        return
      }
      case 'declineOffer': {
        const i = find(command.body.interactionId)
        if (i !== undefined && this.isOut(i, command.body)) this.refuse(i)
        return
      }
      case 'endInteraction': {
        const i = find(command.body.interactionId)
        if (i?.phase === 'connected' && i.agent === command.body.agentId) this.wrapUp(i, at)
        return
      }
      case 'finishWrapUp': {
        const i = find(command.body.interactionId)
        if (i?.phase === 'wrapUp' && i.agent === command.body.agentId) this.finish(i, at)
        return
      }
      default:
        return
    }
  }

  private close(body: Extract<Command, { type: 'beginEmergency' }>['body'], at: number): void {
    const queues = (this.plan?.queues ?? []).filter(({ id }) => body.scope === 'centre' || body.queueIds.includes(id))
    if (queues.length === 0 || (body.waiting === 'sentOn' && queues.some(({ id }) => id === body.sendOnTo))) return
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
      if (i.phase === 'waiting' && closing && body.waiting === 'ended' && !i.leftMessage) this.drop(i)
      if (i.phase !== 'connected' || !(closing || left)) continue
      if (body.talking === 'ended') this.wrapUp(i, at)
      if (body.talking === 'handedBack') this.handBack(i, at)
    }
    for (const agent of leaving) this.setState(agent, 'evacuated', at)
    const sendOnTo = body.waiting === 'sentOn' ? body.sendOnTo : null
    this.emergencies.push({
      id: body.emergencyId,
      queues: ids,
      from: at,
      to: Infinity,
      waiting: body.waiting,
      sendOnTo,
      evacuated,
    })
    this.planTurns(at)
  }

  private match(at: number): void {
    for (;;) {
      if (this.sendOn(at)) continue
      const waiting = this.interactions
        .filter((i) => i.phase === 'waiting' && !i.awaitsOpening)
        .sort((a, b) => this.order(a, b, at))
      const pair = waiting
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
      if (i.phase !== 'waiting' || i.tried.length === 0 || i.retryDueAt !== null) continue
      const there = this.agents.filter((a) => this.present(a, i) && this.reaches(a, i, at))
      if (there.every((a) => i.tried.includes(a.id))) i.retryDueAt = at + 5000
    }
  }

  private sendOn(at: number): boolean {
    const first = (those: NaiveInteraction[]): NaiveInteraction | undefined =>
      those.sort((a, b) => this.order(a, b, at))[0]
    for (const { id, atClosingTo, longestWaitTo } of this.plan?.queues ?? []) {
      const emergency = this.emergencyOf(id)
      const toId = emergency === undefined ? atClosingTo : emergency.sendOnTo
      const there = this.interactions.filter((i) => i.phase === 'waiting' && i.queue === id && !i.awaitsOpening)
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

  private instead(queue: Queue, at: number): string | null {
    let next: string | null = queue.whenFullTo
    while (next !== null && !this.takes(next, at)) {
      const full: string = next
      next = this.plan?.queues.find(({ id }) => id === full)?.whenFullTo ?? null
    }
    return next
  }

  private takes(id: string, at: number): boolean {
    const to = this.plan?.queues.find((q) => q.id === id)
    if (to === undefined || !this.isOpen(id, at)) return false
    return to.mostWaiting === null || this.occupants(to.id) < to.mostWaiting
  }

  private move(i: NaiveInteraction, to: string, at: number): void {
    const waitedBefore = this.waited(i, at)
    Object.assign(i, { queue: to, enteredAt: at, waitedBefore, tried: [], retryDueAt: null })
    Object.assign(i, { visit: i.visit + 1, offers: 0, step: 0, overdue: false })
  }

  private setState(agent: NaiveAgent, state: string, at: number): void {
    const before = admittedIn(agent.state)
    if (admittedIn(state).some((channel) => !before.includes(channel))) agent.idleSince = at
    agent.state = state
  }

  private refuse(i: NaiveInteraction): void {
    i.tried.push(i.agent ?? '')
    Object.assign(i, { phase: 'waiting', agent: null, dueAt: null })
  }

  private withdraw(agent: string, keeping: string[] = []): void {
    for (const i of this.interactions)
      if (i.agent === agent && i.phase === 'offered' && !keeping.includes(i.channel))
        Object.assign(i, { phase: 'waiting', agent: null, dueAt: null })
  }

  private wrapUp(i: NaiveInteraction, at: number): void {
    const seconds = this.plan?.queues.find((q) => q.id === i.queue)?.wrapUpSeconds ?? 0
    Object.assign(i, { phase: 'wrapUp', dueAt: at + seconds * 1000 })
    if (seconds === 0) this.finish(i, at)
  }

  private finish(i: NaiveInteraction, at: number): void {
    const agent = this.agents.find((a) => a.id === i.agent)
    if (agent !== undefined) agent.idleSince = at
    this.drop(i)
  }

  private handBack(i: NaiveInteraction, at: number): void {
    const agent = this.agents.find((a) => a.id === i.agent) as NaiveAgent
    agent.idleSince = at
    Object.assign(i, {
      phase: 'waiting',
      agent: null,
      waitedBefore: this.waited(i, i.answeredAt),
      enteredAt: at,
      graceDueAt: i.connections.length > 0 || i.leftMessage ? null : at + 10_000,
      tried: [],
      retryDueAt: null,
      visit: i.visit + 1,
      step: 0,
      overdue: false,
      offers: 0,
    })
  }

  private drop(i: NaiveInteraction): void {
    this.interactions = this.interactions.filter((x) => x !== i)
  }
}
