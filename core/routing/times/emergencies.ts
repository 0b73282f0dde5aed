// What follows from closing a centre, a site or some queues in an emergency, and from opening them again.
import { byCapability, type CommandDefinitions, askedBy } from '../allowed.ts'
import {
  peopleOf,
  type ContentId,
  type EmergencyId,
  type EmergencyScope,
  type StopgapReason,
  type TalkingWay,
  type WaitingWay,
  type PresenceStateId,
} from '../../plan/index.ts'
import type { AgentId, Instant, Queue, QueueId, SiteId } from '../../plan/index.ts'
import { refuse, type Command, type Decision, type Refusal } from '../journal/commands.ts'
import { end, withdraw } from '../consequences.ts'
import { leaveForQueue } from '../due/deadlines.ts'
import type { Event } from '../journal/events.ts'
import { event } from '../journal/shapes.ts'
import { visitOf, type Agent, type Interaction } from '../state/pieces.ts'
import type { State } from '../state/state.ts'
import { openingChanged } from './stopgaps.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    beginEmergency: {
      readonly emergencyId: EmergencyId
      readonly scope: EmergencyScope
      /** Where the scope is a site. */
      readonly siteId: SiteId | null
      /** Where the scope is some queues. */
      readonly queueIds: readonly QueueId[]
      /** Whether the people concerned are set to Evacuated. */
      readonly evacuate: boolean
      readonly waiting: WaitingWay
      /** Where those who wait overflow to. */
      readonly overflowTo: QueueId | null
      readonly talking: TalkingWay
      readonly reason: StopgapReason
      /** What customers are told. */
      readonly announcementId: ContentId | null
    }
    endEmergency: { readonly emergencyId: EmergencyId }
  }
}

type Asked = Command<'beginEmergency'>['body']

/** What an emergency closing would touch: the queues that close, and the people who would have to leave. */
export interface EmergencyReach {
  readonly queueIds: readonly QueueId[]
  readonly agentIds: readonly AgentId[]
}

/** What there is to be touched. */
export interface Reachable {
  readonly queues: readonly Pick<Queue, 'id' | 'service' | 'agentIds'>[]
  readonly agents: readonly { readonly id: AgentId; readonly siteId: SiteId | null }[]
}

/**
 * Of a site: its people, and the queues that nobody from elsewhere serves. Of some queues: these, and all who serve
 * them. Retired queues are left out.
 */
export function emergencyReach(
  all: Reachable,
  { scope, siteId, queueIds }: Pick<Asked, 'scope' | 'siteId' | 'queueIds'>,
): EmergencyReach {
  const queues = all.queues.filter(({ service }) => service !== 'retired')
  const agents = all.agents.map(({ id }) => id)
  switch (scope) {
    case 'centre':
      return { queueIds: queues.map(({ id }) => id), agentIds: agents }
    case 'site': {
      const here = new Set(all.agents.filter((one) => one.siteId === siteId).map(({ id }) => id))
      const only = queues.filter(({ agentIds }) => agentIds.length > 0 && agentIds.every((id) => here.has(id)))
      return { queueIds: only.map(({ id }) => id), agentIds: [...here] }
    }
    case 'queues': {
      const some = queues.filter(({ id }) => queueIds.includes(id))
      const serving = new Set(some.flatMap(({ agentIds }) => agentIds))
      return { queueIds: some.map(({ id }) => id), agentIds: agents.filter((id) => serving.has(id)) }
    }
  }
}

const reachable = ({ plan, agents, lookup }: State): Reachable => ({
  queues: (plan?.queues ?? []).map((queue) => ({ ...queue, agentIds: peopleOf(queue) })),
  agents: [...agents.keys()].map((id) => ({ id, siteId: lookup.people.get(id)?.siteId ?? null })),
})

function faultIn(
  state: State,
  { scope, siteId, queueIds, waiting, overflowTo }: Asked,
  reach: EmergencyReach,
): Refusal | null {
  if (scope === 'site' && (siteId === null || state.plan?.siteIds.includes(siteId) !== true))
    return refuse('unknownSite', { siteId: siteId ?? '' })
  const unknown = scope === 'queues' ? queueIds.find((id) => !state.lookup.queues.has(id)) : undefined
  if (unknown !== undefined) return refuse('unknownQueue', { queueId: unknown })
  if (reach.queueIds.length + reach.agentIds.length === 0) return refuse('emergencyIdle')
  const to = overflowTo === null ? undefined : state.lookup.queues.get(overflowTo)
  if (waiting === 'overflowed' && (to?.service !== 'inService' || reach.queueIds.includes(to.id)))
    return refuse('unknownQueue', { queueId: overflowTo ?? '' })
  return null
}

export function beginEmergency(state: State, command: Command<'beginEmergency'>, at: Instant): Decision {
  const { body } = command
  if (state.plan === null) return refuse('noPlan')
  if (state.emergencies.some(({ id }) => id === body.emergencyId)) return []
  const reach = emergencyReach(reachable(state), body)
  const fault = faultIn(state, body, reach)
  if (fault !== null) return fault
  const leaving = body.evacuate
    ? reach.agentIds.map((id) => state.agent(id)).filter((one) => mustLeave(state, one))
    : []
  const { emergencyId, scope, siteId, waiting, talking, reason, announcementId } = body
  const began = event('emergencyBegan', at, {
    emergencyId,
    scope,
    siteId,
    queueIds: reach.queueIds,
    waiting,
    overflowTo: waiting === 'overflowed' ? body.overflowTo : null,
    talking,
    evacuated: leaving.map(({ id, stateId, recovery }) => ({
      agentId: id,
      stateId: stateBefore(state, id) ?? recovery?.stateId ?? stateId,
    })),
    reason,
    announcementId,
    by: askedBy(command),
  })
  const { evacuatedStateId } = state.settings()
  return [
    began,
    ...reach.queueIds.flatMap((id) => openingChanged(state, id, false, at)),
    ...whatBecomes(state, body, new Set(reach.queueIds), new Set(leaving.map(({ id }) => id)), at),
    ...leaving
      .filter(({ stateId }) => stateId !== evacuatedStateId)
      .map(({ id }) => event('presenceSet', at, { agentId: id, stateId: evacuatedStateId, cause: 'emergency' })),
  ]
}

const mustLeave = (state: State, { stateId }: Agent): boolean =>
  state.lookup.presenceStates.get(stateId)?.signedOut === false

/** Of somebody who is evacuated already: what they get back. */
function stateBefore(state: State, agentId: AgentId): PresenceStateId | undefined {
  const running = state.emergencies.filter(({ to }) => to === null)
  return running.flatMap(({ evacuated }) => evacuated).find((one) => one.agentId === agentId)?.stateId
}

function whatBecomes(
  state: State,
  { waiting, talking }: Asked,
  queues: ReadonlySet<QueueId>,
  leaving: ReadonlySet<AgentId>,
  at: Instant,
): Event[] {
  const events: Event[] = []
  for (const interaction of state.interactions.values()) {
    const closing = queues.has(visitOf(interaction).queueId)
    const agentId = interaction.participations.find(({ to }) => to === null)?.personId ?? offeredTo(interaction)
    const left = agentId !== null && leaving.has(agentId)
    switch (interaction.phase) {
      case 'waiting':
      case 'offered':
        if (closing && waiting !== 'served') events.push(...withdraw(interaction, 'queueClosed', at))
        else if (left) events.push(...withdraw(interaction, 'agentAway', at))
        if (closing && waiting === 'ended' && !interaction.leftMessage && !interaction.toCall)
          events.push(
            event('rejected', at, {
              interactionId: interaction.id,
              waitedMs: state.servedWaitMs(visitOf(interaction), at),
            }),
          )
        break
      case 'connected':
        if (agentId === null || !(closing || left)) break
        if (talking === 'ended') events.push(...end(state, interaction, 'system', at))
        if (talking === 'requeued') events.push(...leaveForQueue(state, interaction, agentId, at))
        break
      case 'resting':
      case 'wrapUp':
        break
    }
  }
  return events
}

const offeredTo = (interaction: Interaction): AgentId | null =>
  interaction.phase === 'offered' ? (visitOf(interaction).offers.at(-1)?.agentId ?? null) : null

export function endEmergency(state: State, command: Command<'endEmergency'>, at: Instant): Decision {
  const { emergencyId } = command.body
  const ended = state.emergencies.find(({ id, to }) => id === emergencyId && to === null)
  if (ended === undefined) return refuse('unknownEmergency', { emergencyId })
  const others = state.emergencies.filter(({ id, to }) => to === null && id !== emergencyId)
  const stillOut = new Set(others.flatMap(({ evacuated }) => evacuated.map(({ agentId }) => agentId)))
  const { evacuatedStateId, awayStateId } = state.settings()
  return [
    event('emergencyEnded', at, { emergencyId }),
    ...ended.queueIds.flatMap((id) =>
      state.lookup.queues.has(id) ? openingChanged(state, id, state.isOpenWithout(emergencyId, id, at), at) : [],
    ),
    ...ended.evacuated.flatMap(({ agentId, stateId }) =>
      state.agents.get(agentId)?.stateId === evacuatedStateId && !stillOut.has(agentId)
        ? [
            event('presenceSet', at, {
              agentId,
              stateId: state.lookup.presenceStates.has(stateId) ? stateId : awayStateId,
              cause: 'emergency',
            }),
          ]
        : [],
    ),
  ]
}

export const emergencyCommands = {
  beginEmergency: { by: byCapability('emergency'), decide: beginEmergency },
  endEmergency: { by: byCapability('emergency'), decide: endEmergency },
} satisfies Partial<CommandDefinitions>
