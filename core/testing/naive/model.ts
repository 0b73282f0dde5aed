import { channels } from '../../plan/index.ts'
import type { Command } from '../../routing/index.ts'
import { NaiveLife } from './life.ts'
import { admittedIn, naiveCallable, naiveThread, stepsOf, type NaiveAgent, type NaiveInteraction } from './pieces.ts'

const choosable = ['ready', 'textsOnly', 'break', 'offline']

// The same rules with none of the cleverness, for tests: every list is searched from the start, every deadline is a
// number looked at each time. It knows offers and phases only, and shares no code with the core.

export class NaiveModel extends NaiveLife {
  take(command: Command, at: number): void {
    if (command.type !== 'resumeRouter') this.passTime(at)
    this.now = at
    this.apply(command, at)
    this.match(at)
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
              workedAt: at,
              admitted: {},
              after: null,
              closedTo: [],
              connections: [],
              graceDueAt: null,
              recovery: null,
            })
        this.planChanges(at)
        this.changeShifts(at)
        for (const i of this.interactions) {
          const queue = this.queueOf(i)
          const reached = stepsOf(queue).filter((seconds) => seconds * 1000 <= this.visitWait(i, at))
          i.step = i.awaitsOpening ? 0 : reached.length
          if ((this.silenceDueAt(i) ?? Infinity) <= at) i.silentSince = at
          const longest = queue.longestWaitSeconds ?? Infinity
          i.overdue = !i.awaitsOpening && !i.toCall && this.visitWait(i, at) >= longest * 1000
        }
        return
      case 'enterAbsence': {
        const { absenceId: id, agentId: agent, from, to } = command.body
        if (!(from < to && to > at) || this.absences.some((a) => a.id === id) || agentOf(agent) === undefined) return
        this.absences.push({ id, agent, from, to })
        this.planChanges(at)
        this.changeShifts(at, agent)
        return
      }
      case 'removeAbsence':
        this.absences = this.absences.filter(({ id }) => id !== command.body.absenceId)
        this.planChanges(at)
        this.changeShifts(at, command.body.agentId)
        return
      case 'beginEmergency':
        return this.close(command.body, at)
      case 'endEmergency':
        return this.reopen(command.body.emergencyId, at)
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
        for (const i of this.interactions) if (i.guest?.agent === agent.id && i.guest.way === 'asked') i.guest = null
        this.lapse(agent.id, agent.graceDueAt ?? Infinity)
        return
      }
      case 'setPresence': {
        const agent = agentOf(command.body.agentId)
        const wanted = command.body.stateId
        if (agent === undefined || !choosable.includes(wanted)) return
        if (agent.state === wanted) return this.say(agent, at, () => (agent.after = null))
        if (wanted === 'offline' && this.carried(agent.id).some((i) => i.phase === 'connected')) return
        this.withdraw(agent.id, admittedIn(wanted))
        this.setState(agent, wanted, at)
        if (wanted === 'offline') this.lapse(agent.id)
        return
      }
      case 'beginInteraction':
        this.arrive({ ...command.body, number: command.body.addressId ?? null }, at)
        return
      case 'receiveText': {
        const { addressId: number, interactionId, contentId, customerId, patience, lineId } = command.body
        const channel = lineId === 'texts' ? 'sms' : 'email'
        const thread = this.interactions.find(
          (i) => i.channel === channel && i.number === number && i.phase !== 'wrapUp',
        )
        if (thread !== undefined) {
          if (thread.phase === 'resting' && this.isBlocked(customerId, number, at)) return
          if (thread.phase === 'resting') this.wake(thread, at)
          Object.assign(thread, { owes: 'agent', asked: false })
          return
        }
        const queueId = this.plan?.queues[0]?.id ?? ''
        const text = { interactionId, queueId, channel, customerId, contentId, patience } as const
        this.arrive({ ...text, number, connection: null, leaveMessage: true }, at)
        return
      }
      case 'identifyCustomer': {
        const { agentId, interactionId, customerId } = command.body
        const i = find(interactionId)
        if (i !== undefined && i.agent === agentId) i.customer = customerId
        return
      }
      case 'consult': {
        const { agentId, interactionId, colleagueId } = command.body
        const i = find(interactionId)
        const colleague = agentOf(colleagueId)
        if (i?.phase !== 'connected' || i.agent !== agentId || i.channel !== 'voice') return
        if (colleague === undefined || colleagueId === agentId || i.guest !== null) return
        if (!this.couldCarry(colleague, i)) return
        i.guest = { agent: colleagueId, way: 'asked', dueAt: at + this.queueOf(i).answerWindowSeconds * 1000 }
        return
      }
      case 'answerConsult': {
        const i = find(command.body.interactionId)
        if (i?.guest?.agent === command.body.agentId && i.guest.way === 'asked') i.guest.way = 'aside'
        return
      }
      case 'declineConsult': {
        const i = find(command.body.interactionId)
        if (i?.guest?.agent === command.body.agentId && i.guest.way === 'asked') i.guest = null
        return
      }
      case 'joinGuest':
      case 'dismissGuest':
      case 'handOver': {
        const { agentId, interactionId, personId } = command.body
        const i = find(interactionId)
        if (i?.phase !== 'connected' || i.agent !== agentId || i.guest?.agent !== personId) return
        if (command.type === 'dismissGuest') return this.part(i, at)
        if (i.guest.way === 'asked') return
        if (command.type === 'joinGuest') i.guest.way = 'joined'
        else this.takeOver(i, at)
        return
      }
      case 'leaveCall': {
        const i = find(command.body.interactionId)
        if (i?.guest?.agent === command.body.personId) this.part(i, at)
        return
      }
      case 'disconnectCustomer': {
        const i = find(command.body.interactionId)
        if (i === undefined || !i.connections.includes(command.body.connectionId)) return
        i.connections = i.connections.filter((c) => c !== command.body.connectionId)
        if (this.endsUnattended(i) && i.connections.length === 0 && !i.leftMessage && !naiveThread(i.channel))
          i.graceDueAt = at + 10_000 * i.patience
        const later = i.callback !== null && naiveCallable(i.callback.callable, at) !== at
        if (later && i.connections.length === 0 && i.phase === 'offered')
          Object.assign(i, { phase: 'waiting', agent: null, dueAt: null })
        return
      }
      case 'connectCustomer': {
        const i = find(command.body.interactionId)
        if (i === undefined || i.connections.includes(command.body.connectionId)) return
        i.connections.push(command.body.connectionId)
        i.graceDueAt = null
        if (i.callback !== null) i.callback.putOffUntil = null
        if (i.phase === 'connected' && i.toCall)
          Object.assign(i, { toCall: false, callback: null, dial: null, leftMessage: false })
        return
      }
      case 'reachOut':
        return this.reachOut(command.body, at)
      case 'dialCustomer':
      case 'stopDialling': {
        const { agentId, interactionId } = command.body
        const i = find(interactionId)
        if (i?.phase !== 'connected' || i.agent !== agentId || i.channel !== 'voice') return
        if (command.type === 'stopDialling') return i.dial === null ? undefined : this.dialFailed(i, false, at)
        if (!i.toCall || i.connections.length > 0 || i.number === null || i.dial !== null) return
        if (i.callback !== null && naiveCallable(i.callback.callable, at) !== at) return
        return this.ring(i, at)
      }
      case 'reportDial': {
        const i = find(command.body.interactionId)
        if (i?.dial?.number === command.body.number) this.dialFailed(i, true, at)
        return
      }
      case 'askCallback': {
        const i = find(command.body.interactionId)
        if (i === undefined || i.channel !== 'voice' || !this.waits(i) || i.toCall || i.number === null) return
        const { callbackAfterSeconds } = this.queueOf(i)
        const from = naiveCallable(command.body.callable, at)
        if (callbackAfterSeconds === null || from === null) return
        if (this.waited(i, at) < callbackAfterSeconds * 1000) return
        if (from !== at && i.connections.length === 0 && i.phase === 'offered')
          Object.assign(i, { phase: 'waiting', agent: null, dueAt: null })
        i.callback = { tries: 0, callable: command.body.callable, putOffUntil: null }
        Object.assign(i, { toCall: true, graceDueAt: null })
        return
      }
      case 'cancelCallback': {
        const i = find(command.body.interactionId)
        if (i?.callback != null && this.waits(i)) this.drop(i)
        return
      }
      case 'leaveMessage': {
        const i = find(command.body.interactionId)
        if (i === undefined || i.channel !== 'voice' || !this.waits(i) || i.toCall || !this.queueOf(i).voicemail) return
        Object.assign(i, { toCall: true, leftMessage: true, graceDueAt: null })
        return
      }
      case 'leaveInteraction': {
        const i = find(command.body.interactionId)
        if (i === undefined || i.toCall) return
        if (this.waits(i)) this.drop(i)
        else if (i.phase === 'connected') this.wrapUp(i, at)
        else if (i.phase === 'resting') this.drop(i)
        return
      }
      case 'planPresence': {
        const { agentId, stateId } = command.body
        const agent = agentOf(agentId)
        if (agent === undefined || agent.state === stateId || agent.after === stateId) return
        if (stateId !== null && !choosable.includes(stateId)) return
        if (stateId !== null) this.withdraw(agent.id, admittedIn(stateId))
        this.say(agent, at, () => (agent.after = stateId))
        return
      }
      case 'closeChannels': {
        const { agentId, closedTo } = command.body
        const agent = agentOf(agentId)
        if (agent === undefined) return
        this.withdraw(
          agent.id,
          channels.filter((channel) => !closedTo.includes(channel)),
        )
        this.say(agent, at, () => (agent.closedTo = closedTo))
        return
      }
      case 'lendAgent': {
        const { loanId, agentId, queueId, until } = command.body
        const queue = this.plan?.queues.find(({ id }) => id === queueId)
        const there = this.lentTo(queueId).includes(agentId) || queue?.agentIds.includes(agentId) === true
        const first = queue?.laterReaches.some((r) => r.afterSeconds === 0 && r.agentIds.includes(agentId)) === true
        if (there || first || until <= at || this.loans.some(({ id }) => id === loanId)) return
        this.loans.push({ id: loanId, agent: agentId, queue: queueId, until })
        return
      }
      case 'endLoan':
        this.loans = this.loans.filter(({ id }) => id !== command.body.loanId)
        return
      case 'grantSkill': {
        const { grantId: id, agentId: agent, skillId: skill, level, until } = command.body
        if (until <= at || this.grants.some((g) => g.id === id)) return
        this.grants = this.grants.filter((g) => g.agent !== agent || g.skill !== skill)
        this.grants.push({ id, agent, skill, level, until })
        return
      }
      case 'endGrant':
        this.grants = this.grants.filter(({ id }) => id !== command.body.grantId)
        return
      case 'sendMessage': {
        const { interactionId, agentId } = command.body
        const i = find(interactionId)
        if (i === undefined || i.phase === 'wrapUp') return
        if (agentId !== null && (i.agent !== agentId || i.phase !== 'connected')) return
        if (i.phase === 'resting') this.wake(i, at)
        const owes = agentId === null ? 'agent' : 'customer'
        i.owes = owes
        if (agentId !== null) i.silentSince = at
        i.asked = false
        return
      }
      case 'extendWrapUp': {
        const { agentId, interactionId, seconds } = command.body
        const i = find(interactionId)
        if (i?.phase !== 'wrapUp' || i.agent !== agentId || i.dueAt === null) return
        const due = i.dueAt + seconds * 1000
        if (due - i.wrapUpFrom <= (this.plan?.centre.longestWrapUpSeconds ?? 0) * 1000) i.dueAt = due
        return
      }
      case 'answerOffer': {
        const i = find(command.body.interactionId)
        if (i === undefined || !this.isOut(i, command.body)) return
        const agent = agentOf(command.body.agentId) as NaiveAgent
        if (
          i.toCall &&
          i.connections.length === 0 &&
          i.callback !== null &&
          naiveCallable(i.callback.callable, at) !== at
        ) {
          Object.assign(i, { phase: 'waiting', agent: null, dueAt: null })
          return
        }
        agent.workedAt = at
        Object.assign(i, { phase: 'connected', answeredAt: at, dueAt: null, silentSince: at, asked: false })
        this.begun(i, at)
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
      case 'endForAbuse': {
        const { agentId, interactionId } = command.body
        const i = find(interactionId)
        const agent = agentOf(agentId)
        if (i?.phase !== 'connected' || i.agent !== agentId || agent === undefined) return
        this.wrapUp(i, at)
        return this.recover(agent, at)
      }
      case 'blockCustomer':
        return this.block(command.body)
      case 'mergeCustomer':
        return this.mergeCustomer(command.body.customerId, command.body.intoId)
      case 'splitCustomer':
        return this.splitCustomer(command.body)
      case 'endBlock':
        return this.endBlock(command.body.blockId)
      case 'finishWrapUp': {
        const i = find(command.body.interactionId)
        if (i?.phase === 'wrapUp' && i.agent === command.body.agentId) this.finish(i, at)
        return
      }
      case 'joinWaiting':
        return this.join(command.body, at)
      case 'takeInteraction': {
        const { agentId, interactionId } = command.body
        const i = find(interactionId)
        const agent = agentOf(agentId)
        if (i === undefined || agent === undefined || !this.isThere(i) || this.queueOf(i).selection !== 'openList')
          return
        const mine = (i.preferred === null || i.preferred.agent === agentId) && this.reaches(agent, i, at)
        if (!mine || !this.couldCarry(agent, i)) return
        i.offers += 1
        agent.workedAt = at
        this.offers.push(`${at} ${i.id}>${agentId}`)
        Object.assign(i, { phase: 'connected', agent: agentId, answeredAt: at, dueAt: null })
        Object.assign(i, { silentSince: at, asked: false })
        this.begun(i, at)
        return
      }
      case 'assignInteraction': {
        const { agentId, interactionId } = command.body
        const i = find(interactionId)
        const agent = agentOf(agentId)
        if (i === undefined || agent === undefined || !this.waits(i) || !this.isReleased(i)) return
        if (i.agent === agentId || !this.couldCarry(agent, i)) return
        i.offers += 1
        this.offers.push(`${at} ${i.id}>${agentId}`)
        Object.assign(i, { phase: 'offered', agent: agentId, dueAt: at + this.queueOf(i).answerWindowSeconds * 1000 })
        return
      }
      case 'moveInteraction': {
        const { interactionId, queueId } = command.body
        const i = find(interactionId)
        if (i === undefined || !this.waits(i) || i.queue === queueId || !this.takes(queueId, at)) return
        Object.assign(i, { phase: 'waiting', agent: null, dueAt: null })
        this.move(i, queueId, at)
        i.awaitsOpening = false
        return
      }
      case 'transferInteraction': {
        const { agentId, interactionId, to } = command.body
        const i = find(interactionId)
        if (i?.phase !== 'connected' || i.agent !== agentId || (i.outgoing && i.toCall)) return
        if ('queueId' in to && !this.isOpen(to.queueId, at)) return
        const next = 'agentId' in to ? agentOf(to.agentId) : undefined
        if ('agentId' in to && (next === undefined || to.agentId === agentId)) return
        if (next !== undefined && !(this.present(next, i) && this.hasSkills(next, i))) return
        this.handBack(i, at)
        Object.assign(i, { waitedBefore: 0, tried: [agentId] })
        if ('queueId' in to) i.queue = to.queueId
        if (next !== undefined)
          i.preferred = { agent: next.id, until: at + (this.plan?.centre.preferredSeconds ?? 0) * 1000 }
        const least = this.plan?.centre.transferPriority ?? null
        if (least !== null) i.priority = Math.max(least, i.priority ?? 0)
        return
      }
      default:
        return
    }
  }
}
