import { hears, linkedWith, type CallParties } from '@eudromos/core/calls'
import { estimateWaitSeconds } from '@eudromos/core/figures'
import {
  isCall,
  channels,
  reachedBy,
  type AgentId,
  type InteractionId,
  type LineId,
  type PersonId,
  type QueueId,
} from '@eudromos/core/plan'
import {
  atWork,
  isAgentGone,
  isStuck,
  oldestIn,
  openOffer,
  partiesOf,
  peopleFor,
  visitOf,
  type Interaction,
  type Stopgap,
  type Visit,
  mayAskCallback,
  mayLeaveMessage,
} from '@eudromos/core/routing'
import type { TranscriptLine } from '@eudromos/database'
import type {
  ChatView,
  BlockRequestView,
  EmergencyView,
  InteractionView,
  MessageView,
  PersonView,
  PlanView,
  QuarantinedView,
  QueueView,
  WaitView,
} from '../../view/view.ts'
import { aliasOf } from './aliases.ts'
import type { Follower } from '../runtime/follower.ts'
import { placeOf } from './places.ts'
import { textLineOf } from '../gateway/text-line.ts'

// From the folded state to what browsers are shown, one piece at a time.

export function planView({ state, document }: Follower): PlanView | null {
  if (state.plan === null || document === null) return null
  return {
    version: state.plan.version,
    centreName: document.centre.name,
    zone: document.centre.zone,
    defaultTargetSeconds: document.centre.defaultTargetSeconds,
    missedStateId: document.centre.missedStateId,
    presenceStates: document.presenceStates,
    declineReasons: document.declineReasons,
    dispositions: document.dispositions,
    templates: document.templates,
    queues: document.queues.map((queue) => {
      const { id, name, service, target, hoursId, selection, dispositionIds, dispositionRequired } = queue
      const hours = document.hours.find((one) => one.id === hoursId)
      return {
        id,
        name,
        service,
        target,
        agentIds: reachedBy(queue, document),
        selection,
        dispositionIds,
        dispositionRequired,
        recording: queue.recording,
        scriptId: queue.scriptId,
        identityCheck: queue.identityCheck !== '',
        requirements: queue.requirements,
        hours: hours === undefined ? null : { id: hours.id, name: hours.name },
      }
    }),
    sites: document.sites.map(({ id, name, zone }) => ({ id, name, zone })),
    teams: document.teams.map(({ id, name, parentId }) => ({ id, name, parentId })),
    skills: document.skills.map(({ id, name }) => ({ id, name })),
    longestWrapUpSeconds: document.centre.longestWrapUpSeconds,
    abuseWarning: document.centre.abuseWarning,
    customerFields: document.centre.customerFields,
    recoverStateId: document.centre.recoverStateId,
    recoverMinutes: document.centre.recoverMinutes,
    evacuatedStateId: document.centre.evacuatedStateId,
    ownAbsences: document.centre.ownAbsences,
    channels: channels.filter((channel) => document.lines.some((line) => line.on && line.channel === channel)),
  }
}

/** The emergency closings that last, as the centre sees them; of a seat those that touch it. */
export function emergencyViews({ state, document, people, announcements }: Follower, agentId: AgentId | null) {
  const own = agentId === null ? null : new Set(state.index.queuesOf(agentId))
  return state.emergencies
    .filter(
      ({ to, queueIds, evacuated }) =>
        to === null &&
        (own === null || queueIds.some((id) => own.has(id)) || evacuated.some((one) => one.agentId === agentId)),
    )
    .map(({ by, to: _to, announcementId, evacuated, ...one }): EmergencyView => ({
      ...one,
      siteName: document?.sites.find(({ id }) => id === one.siteId)?.name ?? null,
      // At a seat nobody else's.
      evacuatedIds: evacuated.map((each) => each.agentId).filter((id) => agentId === null || id === agentId),
      announcement: announcementId === null ? null : (announcements.get(announcementId) ?? null),
      byName: by === null ? null : (people.get(by)?.name ?? null),
    }))
}

const nameOf = (people: Follower['people'], id: PersonId | null): string | null =>
  id === null ? null : (people.get(id)?.name ?? null)

/** What agents in sight have asked for and no supervisor has settled. */
export const blockRequestViews = (
  { state, people, customerNames }: Follower,
  inSight: (agentId: AgentId) => boolean,
): BlockRequestView[] =>
  state.blockRequests
    .filter(({ agentId }) => inSight(agentId))
    .map(({ agentId, ...preferred }) => ({
      ...preferred,
      agentName: nameOf(people, agentId) ?? '',
      customerName: customerNames.get(preferred.customerId) ?? '',
    }))

/** What a fault took out, of the queues in sight. */
export const quarantinedViews = (
  { state, document, customerNames }: Follower,
  inSight: (queueId: QueueId) => boolean,
): QuarantinedView[] =>
  state.quarantined
    .filter(({ interaction }) => interaction === null || inSight(interaction.queueId))
    .map(({ id, kind, at, interaction }) => ({
      id,
      kind,
      at,
      interaction: interaction && {
        queueName: document?.queues.find((queue) => queue.id === interaction.queueId)?.name ?? '',
        customerName: customerNames.get(interaction.customerId) ?? '',
      },
    }))

/** What customers of a queue are told of the emergency that closes it, or closed it at an instant; undefined: none. */
export function closureOf({ state, announcements }: Follower, queueId: QueueId, at: number): ChatView['closure'] {
  const emergency = state.emergencies.find(
    ({ queueIds, from, to }) => queueIds.includes(queueId) && from <= at && (to === null || at < to),
  )
  if (emergency === undefined) return undefined
  const { announcementId, waiting } = emergency
  return {
    announcement: announcementId === null ? null : (announcements.get(announcementId) ?? null),
    kept: waiting === 'kept',
  }
}

export function personView({ state, people }: Follower, id: PersonId): PersonView | null {
  const agent = state.agents.get(id)
  const person = people.get(id)
  if (agent === undefined || person === undefined) return null
  return {
    id,
    name: person.name,
    simulated: person.simulated,
    roles: person.roles,
    stateId: agent.stateId,
    stateSince: agent.stateSince,
    idleSince: state.idleSinceOf(agent, 'chat'),
    connected: agent.connections.length > 0,
    slots: state.limitsOf(id)?.slots ?? 0,
    carried: agent.carried.flatMap((carried) => {
      const { phase, channel } = state.interaction(carried)
      return Array.from({ length: state.limitsOf(id)?.channels[channel].slots ?? 1 }, () => ({ id: carried, phase }))
    }),
    roomFor: channels.filter((channel) => state.hasRoom(agent, channel)),
    queueIds: state.index.queuesOf(id),
    answeredToday: agent.today.answered,
    averageHandleMs: agent.today.handled === 0 ? null : Math.round(agent.today.handleSumMs / agent.today.handled),
    siteId: state.lookup.people.get(id)?.siteId ?? null,
    shiftId: state.lookup.people.get(id)?.shiftId ?? null,
    teamId: state.lookup.people.get(id)?.teamId ?? null,
    onShift: agent.onShift,
    skills: [...state.levelsOf(id)].map(([skillId, level]) => ({ skillId, level })),
    afterStateId: agent.afterStateId,
    recoverUntil: agent.recovery?.until ?? null,
    closedTo: agent.closedTo,
    loans: state.loans
      .filter(({ agentId }) => agentId === id)
      .map(({ id, queueId, until, by }) => ({ id, queueId, until, byName: nameOf(people, by) })),
    grants: state.grants
      .filter(({ agentId }) => agentId === id)
      .map(({ id, skillId, level, until, by }) => ({ id, skillId, level, until, byName: nameOf(people, by) })),
    absences: state.absences
      .filter(({ agentId }) => agentId === id)
      .map((absence) => ({ id: absence.id, from: absence.from, to: absence.to, reason: absence.reason })),
  }
}

/** The clock of a queue's waits runs while it is open. */
function waitView(state: Follower['state'], visit: Visit, waited = state.servedWaitMs(visit, state.at)): WaitView {
  return state.queueDay(visit.queueId).open ? { since: state.at - waited } : { stoppedMs: waited }
}

function stopgapView(stopgap: Stopgap | null, { people, announcements }: Follower): QueueView['stopgap'] {
  if (stopgap === null) return null
  const { id, kind, from, until, reason, wordsId, by } = stopgap
  const words = wordsId === null ? null : (announcements.get(wordsId) ?? null)
  return { id, kind, from, until, reason, words, byName: nameOf(people, by) }
}

/** Counts everybody, and says how many of them are out of sight. */
export function queueView(
  follower: Follower,
  id: QueueId,
  inSight: (personId: PersonId) => boolean = () => true,
): QueueView | null {
  const { state } = follower
  const day = state.queues.get(id)
  if (day === undefined) return null
  const { waiting, putOff } = state.index.standing(id)
  const { free, soon, busy } = peopleFor(state, id)
  const all = [...free, ...soon, ...busy]
  const shown = all.filter(inSight)
  const first = oldestIn(state, id)
  return {
    id,
    figures: { ...day.figures },
    // A callback of later is not late by waiting for its hour.
    waiting: waiting - putOff,
    oldestWait: first === null ? null : waitView(state, visitOf(first)),
    open: day.open,
    changesAt: state.nextChange(id),
    messages: state.index.queue(id).awaiting.size,
    stopgap: stopgapView(state.stopgapOf(id), follower),
    emergencyId: state.lookup.emergencies.get(id)?.id ?? null,
    present: all.length,
    hidden: all.length - shown.length,
    free: free.length,
    shared: free.filter((agentId) => state.index.queuesOf(agentId).length > 1).length,
    soon: soon.length,
    busy: busy.length,
    nextIds: shown.slice(0, ringsShown),
  }
}

/** So many people stand at a lane. */
const ringsShown = 8

const countsToday = ({ queues }: Follower['state'], { counts, awaitsOpening, queueId, enteredAt }: Visit): boolean =>
  counts && !awaitsOpening && enteredAt >= (queues.get(queueId)?.figures.dayBeganAt ?? 0)

export function interactionView(
  { state, customerNames, people, handovers, numbers, document }: Follower,
  id: InteractionId,
): InteractionView | null {
  const interaction = state.interactions.get(id)
  if (interaction === undefined) return null
  const visit = visitOf(interaction)
  const offer = openOffer(interaction)
  const working = atWork(interaction)[0]
  const { handover } = interaction
  const talk = interaction.participations.findLast(({ leg }) => leg === 'talk')
  const number = numbers.get(id)
  const line = document?.lines.find((one) => one.id === interaction.lineId)
  return {
    id,
    channel: interaction.channel,
    numbers:
      number === undefined
        ? null
        : {
            customer: number.value,
            line: line?.address ?? null,
            stopped: number.stopped,
          },
    textLineId: textLineOf(document, interaction),
    texts: interaction.texts,
    customerId: interaction.customerId,
    customerName: customerNames.get(interaction.customerId) ?? '',
    queueId: visit.queueId,
    phase: interaction.phase,
    test: interaction.test,
    arrivedAt: interaction.arrivedAt,
    wait: waitView(state, visit),
    visitWait: countsToday(state, visit) ? waitView(state, visit, state.visitWaitMs(visit, state.at)) : null,
    awaitsOpening: visit.awaitsOpening,
    back: interaction.back,
    outgoing: interaction.outgoing,
    toCall: toCallOf(interaction),
    putOffUntil: interaction.callback?.putOffUntil ?? null,
    ringing: interaction.dial === null ? null : { since: interaction.dial.since, dueAt: interaction.dial.dueAt },
    lastDial: interaction.lastDial,
    dials: interaction.dials,
    stuck: isStuck(interaction),
    offer: offer === null ? null : { id: offer.id, agentId: offer.agentId, at: offer.offeredAt, dueAt: offer.dueAt },
    agentId: working?.personId ?? null,
    agentName: nameOf(people, working?.personId ?? null),
    connectedAt: talk?.from ?? null,
    heldSince: interaction.heldSince,
    guests: interaction.guests.map(({ personId, colleague, way, since, dueAt }) => ({
      personId,
      name: nameOf(people, personId) ?? '',
      colleague,
      way,
      since,
      dueAt,
    })),
    helpSince: interaction.helpSince,
    recordingRefused: interaction.recordingRefused,
    warnings: interaction.warnings,
    blockAsked: state.blockRequests.some(({ interactionId }) => interactionId === id),
    asked: interaction.asked,
    handover:
      handover === null
        ? null
        : {
            byName: nameOf(people, handover.agentId) ?? '',
            at: handover.at,
            note: handover.noteContentId === null ? null : (handovers.get(handover.noteContentId) ?? null),
          },
    preferredAgentId: visit.preferred?.agentId ?? null,
    customerHere: interaction.connections.length > 0,
    wrapUp:
      interaction.phase === 'wrapUp' && interaction.wrapUpDueAt !== null && working !== undefined
        ? { since: working.from, dueAt: interaction.wrapUpDueAt }
        : null,
    dispositionId: interaction.dispositionId,
    mood: interaction.mood,
    language: line?.language ?? null,
    tags: line?.tags ?? [],
    turn: interaction.turn,
    receipts: interaction.receipts,
  }
}

const toCallOf = ({ toCall, outgoing, callback }: Interaction): InteractionView['toCall'] =>
  !toCall ? null : outgoing ? 'outgoing' : callback === null ? 'voicemail' : 'callback'

export const messageView = ({
  number,
  side,
  at,
  text,
  subject,
  contentId,
  attachment,
}: TranscriptLine): MessageView => ({
  number,
  side,
  at,
  text,
  subject,
  contentId,
  attachment,
})

/** Who listens in is linked with the customer's end, and not named to it. */
const linksOf = (interactionId: InteractionId, parties: CallParties, people: Follower['people']): ChatView['links'] =>
  linkedWith(parties, 'customer').map((id) => ({
    id: aliasOf(interactionId, id),
    hasIt: id === parties.agentId,
    name: hears({ ...parties, heldSince: null }, id, 'customer')
      ? (nameOf(people, id as PersonId)?.split(' ')[0] ?? '')
      : null,
  }))

/** What the router allows from an instant on is offered this much later: its clock may be a little behind. */
export const clocksApartMs = 200

/** What the customers of a line speak; null: it is not said. */
export const languageOf = (document: Follower['document'], lineId: LineId): string | null =>
  document?.lines.find(({ id }) => id === lineId)?.language ?? null

/** What the customer of an interaction may know of it at an instant, without its messages. */
export function chatView(
  follower: Follower,
  interaction: Interaction,
  at: number,
): Omit<ChatView, 'messages' | 'anew'> {
  const { state, document, people } = follower
  const visit = visitOf(interaction)
  const place = visit.awaitsOpening ? null : placeOf(follower, interaction)
  const { slots, free } = state.index.standing(visit.queueId)
  const agentId = atWork(interaction)[0]?.personId
  const name = agentId === undefined ? undefined : people.get(agentId)?.name
  const queue = document?.queues.find(({ id }) => id === visit.queueId)
  const parties = partiesOf(interaction)
  return {
    phase: interaction.phase,
    asked: interaction.asked,
    held: interaction.heldSince !== null,
    links:
      interaction.phase === 'connected' && isCall(interaction.channel) ? linksOf(interaction.id, parties, people) : [],
    outcome: null,
    queueName: queue?.name ?? '',
    language: languageOf(document, interaction.lineId),
    shownAs: queue?.shownAs || null,
    announcement: isCall(interaction.channel) ? (queue?.announcement ?? '') : '',
    callback:
      interaction.callback !== null ? 'asked' : mayAskCallback(state, interaction, at - clocksApartMs) ? 'may' : null,
    calledFrom: interaction.callback?.putOffUntil ?? null,
    voicemail: mayLeaveMessage(state, interaction),
    recorded:
      !isCall(interaction.channel) || queue === undefined || queue.recording === 'never'
        ? null
        : !interaction.recordingRefused,
    agentGone: isAgentGone(state, interaction),
    agentName: interaction.phase === 'connected' ? (name?.split(' ')[0] ?? null) : null,
    place,
    estimatedWaitSeconds:
      place === null ? null : estimateWaitSeconds(place, slots, free, state.queueDay(visit.queueId).recentHandleMs),
    opensAt: visit.awaitsOpening ? state.nextChange(visit.queueId) : undefined,
    closure:
      interaction.phase === 'waiting' || interaction.phase === 'offered'
        ? closureOf(follower, visit.queueId, state.at)
        : undefined,
    receipts: interaction.receipts,
  }
}
