import { inThreads, type AgentId, type Instant, type LineId } from '../plan/index.ts'
import { actorMay, asAgent, withWork } from './allowed.ts'
import { refuse, type Command, type Decision, type Refusal } from './commands.ts'
import { end, lapsePreferences, leave, offerIdentity, preferenceRefused, withdraw } from './consequences.ts'
import { connectAgent, disconnectAgent, disconnectCustomer, holds, loseProcess } from './connecting.ts'
import { leaveTalk } from './deadlines.ts'
import { event, type Event } from './events.ts'
import { mergeCustomer, splitCustomer } from './merging.ts'
import { atWork, openOffer, visitOf, type Interaction } from './pieces.ts'
import { beginInteraction, receiveText, reportText } from './arrivals.ts'
import { enterAbsence, removeAbsence } from './absences.ts'
import { beginEmergency, endEmergency } from './emergencies.ts'
import { assignInteraction, joinWaiting, moveInteraction, takeInteraction, transferInteraction } from './handing.ts'
import { endGrant, endLoan, grantSkill, lendAgent } from './loans.ts'
import { askForHelp, attendCall, consult, leaveCall, replyToConsult, settleConsult } from './joining.ts'
import { quarantine } from './quarantine.ts'
import { closeChannels, planPresence, setPresence } from './saying.ts'
import { askForBlock, blockCustomer, endBlock, endForAbuse, refuseBlock, warnCustomer } from './abuse.ts'
import { askCallback, cancelCallback, leaveMessage } from './callbacks.ts'
import { dialCustomer, dialledAtAnswer, isTooLate, reachOut, reportDial, stopDialling } from './reaching.ts'
import { wake } from './silence.ts'
import { extendWrapUp, finishWrapUp, saveWrapUp } from './wrapping-up.ts'
import type { State } from './state.ts'
import { beginStopgap, endStopgap } from './stopgaps.ts'

/**
 * What directly follows from a command: events, or a refusal. Looks at the state and changes nothing; who may do what
 * is checked here once more, whatever the edge has let through.
 */
export function decide(state: State, command: Command, at: Instant): Decision {
  switch (command.type) {
    case 'publishPlan':
      return publishPlan(state, command, at)
    case 'beginStopgap':
      return beginStopgap(state, command, at)
    case 'endStopgap':
      return endStopgap(state, command, at)
    case 'beginEmergency':
      return beginEmergency(state, command, at)
    case 'endEmergency':
      return endEmergency(state, command, at)
    case 'enterAbsence':
      return enterAbsence(state, command, at)
    case 'removeAbsence':
      return removeAbsence(state, command, at)
    case 'extendPlan':
      return bySystem(command) ?? extendPlan(state, command, at)
    case 'resumeRouter':
      return bySystem(command) ?? [event('routerResumed', at, command.body)]
    case 'quarantine':
      return bySystem(command) ?? quarantine(state, command, at)
    case 'loseProcess':
      return bySystem(command) ?? loseProcess(state, command.body.processId, at)
    case 'connectAgent':
      return connectAgent(state, command, at)
    case 'disconnectAgent':
      return disconnectAgent(state, command, at)
    case 'setPresence':
      return setPresence(state, command, at)
    case 'planPresence':
      return planPresence(state, command, at)
    case 'closeChannels':
      return closeChannels(state, command, at)
    case 'lendAgent':
      return lendAgent(state, command, at)
    case 'endLoan':
      return endLoan(state, command, at)
    case 'grantSkill':
      return grantSkill(state, command, at)
    case 'endGrant':
      return endGrant(state, command, at)
    case 'beginInteraction':
      return beginInteraction(state, command, at)
    case 'receiveText':
      return bySystem(command) ?? receiveText(state, command, at)
    case 'reportText':
      return bySystem(command) ?? reportText(state, command, at)
    case 'connectCustomer':
      return withCustomer(state, command, (interaction) =>
        holds(interaction.connections, command.body) ? [] : [event('customerConnected', at, command.body)],
      )
    case 'disconnectCustomer':
      return withCustomer(state, command, (interaction) =>
        disconnectCustomer(state, interaction, command.body.connectionId, at),
      )
    case 'leaveInteraction':
      return withCustomer(state, command, (interaction) => leave(state, interaction, 'left', at))
    case 'reachOut':
      return reachOut(state, command, at)
    case 'dialCustomer':
      return dialCustomer(state, command, at)
    case 'stopDialling':
      return stopDialling(state, command, at)
    case 'reportDial':
      return bySystem(command) ?? reportDial(state, command, at)
    case 'askCallback':
      return withCustomer(state, command, (interaction) => askCallback(state, interaction, command, at))
    case 'cancelCallback':
      return withCustomer(state, command, (interaction) => cancelCallback(state, interaction, at))
    case 'leaveMessage':
      return withCustomer(state, command, (interaction) => leaveMessage(state, interaction, command, at))
    case 'warnCustomer':
      return warnCustomer(state, command, at)
    case 'endForAbuse':
      return endForAbuse(state, command, at)
    case 'askForBlock':
      return askForBlock(state, command, at)
    case 'blockCustomer':
      return blockCustomer(state, command, at)
    case 'refuseBlock':
      return refuseBlock(state, command, at)
    case 'mergeCustomer':
      return mergeCustomer(state, command, at)
    case 'splitCustomer':
      return splitCustomer(state, command, at)
    case 'endBlock':
      return endBlock(state, command, at)
    case 'refuseRecording':
      return withCustomer(state, command, ({ id, channel, recordingRefused }) => {
        if (channel !== 'voice') return refuse('notACall', { interactionId: id })
        return recordingRefused ? [] : [event('recordingRefused', at, { interactionId: id })]
      })
    case 'answerOffer':
    case 'declineOffer':
      return replyToOffer(state, command, at)
    case 'takeInteraction':
      return takeInteraction(state, command, at)
    case 'joinWaiting':
      return joinWaiting(state, command, at)
    case 'assignInteraction':
      return assignInteraction(state, command, at)
    case 'moveInteraction':
      return moveInteraction(state, command, at)
    case 'transferInteraction':
      return transferInteraction(state, command, at)
    case 'sendMessage':
      return sendMessage(state, command, at)
    case 'receiveMessages':
      return receiveMessages(state, command, at)
    case 'holdCall':
      return holdCall(state, command, at)
    case 'consult':
      return consult(state, command, at)
    case 'answerConsult':
    case 'declineConsult':
      return replyToConsult(state, command, at)
    case 'joinGuest':
    case 'dismissGuest':
    case 'handOver':
      return settleConsult(state, command, at)
    case 'attendCall':
      return attendCall(state, command, at)
    case 'leaveCall':
      return leaveCall(state, command, at)
    case 'askForHelp':
      return askForHelp(state, command, at)
    case 'identifyCustomer':
      return identifyCustomer(state, command, at)
    case 'endInteraction':
      return withWork(state, command, 'connected', (interaction) => end(state, interaction, 'agent', at))
    case 'saveWrapUp':
      return saveWrapUp(state, command, at)
    case 'extendWrapUp':
      return extendWrapUp(state, command, at)
    case 'finishWrapUp':
      return finishWrapUp(state, command, at)
    default: {
      const unknown: never = command
      throw new Error(`unknown command ${JSON.stringify(unknown)}`)
    }
  }
}

const bySystem = (command: Command): Refusal | null =>
  command.actor.kind === 'system' ? null : refuse('notAllowed', { command: command.type })

function withCustomer(
  state: State,
  command: Command<
    | 'connectCustomer'
    | 'disconnectCustomer'
    | 'leaveInteraction'
    | 'refuseRecording'
    | 'askCallback'
    | 'cancelCallback'
    | 'leaveMessage'
  >,
  decideFor: (interaction: Interaction) => Decision,
): Decision {
  const { interactionId } = command.body
  const { kind, id } = command.actor
  if (kind !== 'system' && !(kind === 'customer' && id === interactionId))
    return refuse('notAllowed', { command: command.type })
  const interaction = state.interactions.get(interactionId)
  return interaction === undefined ? refuse('unknownInteraction', { interactionId }) : decideFor(interaction)
}

function publishPlan(state: State, command: Command<'publishPlan'>, at: Instant): Decision {
  const { plan, statesInstead = {} } = command.body
  if (!actorMay(state, command, 'plan.edit')) return refuse('notAllowed', { command: command.type })
  const version = state.plan?.version ?? 0
  if (plan.version <= version) return refuse('planNotNewer', { version: plan.version, running: version })
  const agents = new Set(plan.people.filter(({ roles }) => roles.includes('agent')).map(({ id }) => id))
  const states = new Set(plan.presenceStates.map(({ id }) => id))
  const before: Event[] = []
  const after: Event[] = []
  for (const agent of state.agents.values())
    if (!agents.has(agent.id)) before.push(...dismiss(state, agent.id, at))
    else if (!states.has(agent.stateId)) {
      const instead = statesInstead[agent.stateId] ?? ''
      const stateId = states.has(instead) ? instead : plan.centre.awayStateId
      after.push(event('presenceSet', at, { agentId: agent.id, stateId, cause: 'plan' }))
    }
  return [...before, event('planTaken', at, { plan }), ...after]
}

function extendPlan(state: State, { body }: Command<'extendPlan'>, at: Instant): Decision {
  const running = state.plan?.version ?? 0
  if (body.version !== running) return refuse('planNotRunning', { version: body.version, running })
  return [event('planExtended', at, body)]
}

/** The agent is in the plan no more: nothing of their customers' is lost. */
function dismiss(state: State, agentId: AgentId, at: Instant): Event[] {
  const lapsed = lapsePreferences(state, agentId, at)
  const left = state.agent(agentId).carried.flatMap((interactionId): Event[] => {
    const interaction = state.interaction(interactionId)
    switch (interaction.phase) {
      case 'offered':
        return withdraw(interaction, 'agentGone', at)
      case 'connected':
        return leaveTalk(state, interaction, agentId, at)
      case 'wrapUp':
        return [event('wrapUpEnded', at, { interactionId, cause: 'time' })]
      case 'waiting':
      case 'resting':
        return []
    }
  })
  return [...left, ...lapsed]
}

function replyToOffer(state: State, command: Command<'answerOffer' | 'declineOffer'>, at: Instant): Decision {
  const { agentId, offerId, interactionId } = command.body
  const refusal = asAgent(state, command, agentId)
  if (refusal !== null) return refusal
  const interaction = state.interactions.get(interactionId)
  const offer = interaction === undefined ? null : openOffer(interaction)
  if (interaction === undefined || offer?.id !== offerId || offer.agentId !== agentId)
    return refuse('offerOver', { offerId })
  if (command.type === 'answerOffer') {
    if (isTooLate(interaction, at)) return withdraw(interaction, 'quietHours', at)
    const waitedMs = state.servedWaitMs(visitOf(interaction), at)
    return [
      event('offerAnswered', at, { ...offerIdentity(interaction, offer), waitedMs }),
      ...dialledAtAnswer(state, interaction, agentId, at),
    ]
  }
  const { reason } = command.body
  if (state.plan?.declineReasonIds.includes(reason) !== true) return refuse('unknownDeclineReason', { reason })
  return [
    event('offerDeclined', at, { ...offerIdentity(interaction, offer), reason }),
    ...preferenceRefused(interaction, at),
  ]
}

/** Whose word it is: the customer's (`agentId` null) or that of an agent at work on it. */
function speaker(
  state: State,
  command: Command<'sendMessage' | 'receiveMessages'>,
): { interaction: Interaction; side: 'customer' | 'agent' } | Refusal {
  const { interactionId, agentId } = command.body
  const { actor } = command
  const interaction = state.interactions.get(interactionId)
  if (agentId === null) {
    if (actor.kind !== 'system' && !(actor.kind === 'customer' && actor.id === interactionId))
      return refuse('notAllowed', { command: command.type })
    return interaction === undefined
      ? refuse('unknownInteraction', { interactionId })
      : { interaction, side: 'customer' }
  }
  const refusal = asAgent(state, command, agentId)
  if (refusal !== null) return refusal
  if (interaction === undefined) return refuse('unknownInteraction', { interactionId })
  return atWork(interaction).some(({ personId }) => personId === agentId)
    ? { interaction, side: 'agent' }
    : refuse('notYourInteraction', { interactionId })
}

function sendMessage(state: State, command: Command<'sendMessage'>, at: Instant): Decision {
  const found = speaker(state, command)
  if ('code' in found) return found
  const { interaction, side } = found
  if (interaction.phase === 'wrapUp') return refuse('interactionOver', { interactionId: interaction.id })
  const textLineId = side === 'customer' ? null : textLineOf(state, interaction, command.body.textLineId ?? null)
  if (interaction.channel === 'voice' && textLineId === null)
    return refuse('noTextLine', { interactionId: interaction.id })
  return [
    ...(interaction.phase === 'resting' ? [wake(state, interaction, at)] : []),
    event('messageSent', at, {
      interactionId: interaction.id,
      number: interaction.messages + 1,
      side,
      personId: command.body.agentId,
      contentId: command.body.contentId,
      textLineId,
    }),
  ]
}

/** The line by which an agent’s words go out as a text: a thread's own, in a call the one asked for. */
function textLineOf(state: State, { channel, lineId, addressId }: Interaction, wanted: LineId | null): LineId | null {
  if (addressId === null || channel === 'chat') return null
  if (inThreads(channel)) return lineId
  return wanted !== null && state.lookup.lines.get(wanted)?.channel === 'sms' ? wanted : null
}

function receiveMessages(state: State, command: Command<'receiveMessages'>, at: Instant): Decision {
  const found = speaker(state, command)
  if ('code' in found) return found
  const { interaction, side } = found
  const had = interaction.receipts[side]
  const seen = Math.max(had.seen, Math.min(command.body.seen, interaction.messages))
  const delivered = Math.max(had.delivered, seen, Math.min(command.body.delivered, interaction.messages))
  if (seen === had.seen && delivered === had.delivered) return []
  return [event('messagesReceived', at, { interactionId: interaction.id, side, delivered, seen })]
}

function holdCall(state: State, command: Command<'holdCall'>, at: Instant): Decision {
  const { agentId, interactionId, held } = command.body
  return withWork(state, command, 'connected', ({ channel, heldSince }) => {
    if (channel !== 'voice') return refuse('notACall', { interactionId })
    return (heldSince !== null) === held ? [] : [event('callHeld', at, { interactionId, agentId, held })]
  })
}

function identifyCustomer(state: State, command: Command<'identifyCustomer'>, at: Instant): Decision {
  const { agentId, interactionId, customerId } = command.body
  const refusal = asAgent(state, command, agentId)
  if (refusal !== null) return refusal
  const interaction = state.interactions.get(interactionId)
  const guest = interaction?.guests.some(({ personId }) => personId === agentId) === true
  if (interaction === undefined || guest || !state.agent(agentId).carried.includes(interactionId))
    return refuse('notYourInteraction', { interactionId })
  if (interaction.customerId === customerId) return []
  return [event('customerIdentified', at, { interactionId, agentId, customerId })]
}
