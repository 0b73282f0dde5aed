// How interactions go from hand to hand other than by the match: taken, assigned, moved, transferred.
import type { AgentId, Instant, QueueId, ContentId, InteractionId } from '../../plan/index.ts'
import { meets } from '../../skills/index.ts'
import { askedBy, withWork, byAgent, byCapability, type CommandDefinitions } from '../allowed.ts'
import { isRefusal, refuse, type Command, type Decision, type Refusal } from '../journal/commands.ts'
import { graceDueAt, makeOffer, nextVisit, withdraw } from '../consequences.ts'
import { wantsOf } from '../match/demand.ts'
import { event } from '../journal/shapes.ts'
import { agentGrounds, type Criterion } from '../match/grounds.ts'
import { overflowEvent, takesMore } from '../match/match.ts'
import { isPutOff, openOffer, visitOf, type Interaction } from '../state/pieces.ts'
import { dialledAtAnswer } from '../calls/reaching.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    /** From an open list, by the agent who will do it. */
    takeInteraction: { readonly agentId: AgentId; readonly interactionId: InteractionId }
    /** By an agent who has the same customer already: what waits of theirs is for that agent alone, as soon as there is room. */
    joinWaiting: { readonly agentId: AgentId; readonly interactionId: InteractionId }
    /** By a supervisor, to an agent of their choice. */
    assignInteraction: { readonly agentId: AgentId; readonly interactionId: InteractionId }
    /** By a supervisor, to another queue. */
    moveInteraction: { readonly interactionId: InteractionId; readonly queueId: QueueId }
    /** By the agent who has it: to a queue, or to one agent. */
    transferInteraction: {
      readonly agentId: AgentId
      readonly interactionId: InteractionId
      readonly to: { readonly queueId: QueueId } | { readonly agentId: AgentId }
      /** What the next agent should know. */
      readonly noteContentId: ContentId | null
    }
  }
}

/** Why the agent may not have it, of these conditions; null where they may. */
export function bar(
  state: State,
  agentId: AgentId,
  interaction: Interaction,
  all: readonly Criterion[],
): Refusal | null {
  const grounds = agentGrounds(state, agentId, interaction)?.grounds ?? []
  const failing = grounds.find(({ criterion, holds }) => !holds && all.includes(criterion))
  return failing === undefined ? null : refuse('agentCannot', { agentId, criterion: failing.criterion })
}

/** The first criterion that bars an agent to whom it is passed on: its wait begins again, with what the queue requires at entry. */
function barToNext(state: State, agentId: AgentId, interaction: Interaction): Refusal | null {
  const queue = state.index.queue(visitOf(interaction).queueId)
  const { askedFor } = state.index.classOf(queue, wantsOf(interaction))
  const able = meets(state.levelsOf(agentId), askedFor[0] ?? [])
  return (
    bar(state, agentId, interaction, ['present']) ??
    (able ? null : refuse('agentCannot', { agentId, criterion: 'skilled' }))
  )
}

/** It waits and may be offered by now: its queue has opened, and no emergency holds it. */
const isAvailable = (state: State, interaction: Interaction): boolean =>
  !isPutOff(interaction) &&
  !visitOf(interaction).awaitsOpening &&
  state.lookup.emergencies.get(visitOf(interaction).queueId)?.waiting !== 'kept'

/** What an agent would have for themselves: it waits, and may be offered by now. */
function waitingForSelf(state: State, command: Command<'takeInteraction' | 'joinWaiting'>): Interaction | Refusal {
  const { interactionId } = command.body
  const interaction = state.interactions.get(interactionId)
  if (interaction === undefined) return refuse('unknownInteraction', { interactionId })
  const waits = interaction.phase === 'waiting' && isAvailable(state, interaction)
  return waits ? interaction : refuse('notWaiting', { interactionId })
}

/** Whoever comes first has it: the offer is answered as it is made. */
function takeInteraction(state: State, command: Command<'takeInteraction'>, at: Instant): Decision {
  const { agentId, interactionId } = command.body
  const interaction = waitingForSelf(state, command)
  if (isRefusal(interaction)) return interaction
  const visit = visitOf(interaction)
  if (state.lookup.queues.get(visit.queueId)?.selection !== 'openList') return refuse('notOnList', { interactionId })
  const barred = bar(state, agentId, interaction, [
    'present',
    'preferred',
    'inReach',
    'skilled',
    'roomForIt',
    'notOffered',
    'onShift',
  ])
  if (barred !== null) return barred
  const made = makeOffer(state, interaction, agentId, { cause: 'taken', by: null, at, withinMs: 0 })
  const waitedMs = state.servedWaitMs(visit, at)
  return [
    made,
    event('offerAnswered', at, { offerId: made.offerId, interactionId, agentId, waitedMs }),
    ...dialledAtAnswer(state, interaction, agentId, at),
  ]
}

/** What is joined waits for its agent for so long at most: a conversation with the same customer goes before it. */
const joinedForMs = 30 * 60_000

/** Whoever talks to a customer may have what else waits of theirs: it is offered to them alone, once they have room. */
function joinWaiting(state: State, command: Command<'joinWaiting'>, at: Instant): Decision {
  const { agentId, interactionId } = command.body
  const interaction = waitingForSelf(state, command)
  if (isRefusal(interaction)) return interaction
  const has = state.agent(agentId).carried.some((id) => {
    const one = state.interaction(id)
    return one.phase === 'connected' && one.customerId === interaction.customerId
  })
  if (!has) return refuse('notTheirCustomer', { interactionId })
  return (
    bar(state, agentId, interaction, ['present', 'skilled']) ?? [
      event('preferenceBegan', at, { interactionId, agentId, until: at + joinedForMs }),
    ]
  )
}

/** A supervisor may choose anybody who is there and has room; one offered to somebody else is taken back from them. */
function assignInteraction(state: State, command: Command<'assignInteraction'>, at: Instant): Decision {
  const { agentId, interactionId } = command.body
  if (!state.agents.has(agentId)) return refuse('unknownAgent', { agentId })
  const interaction = waitingOne(state, interactionId)
  if (isRefusal(interaction)) return interaction
  if (!isAvailable(state, interaction)) return refuse('notWaiting', { interactionId })
  if (openOffer(interaction)?.agentId === agentId) return []
  const barred = bar(state, agentId, interaction, ['present', 'roomForIt', 'notOffered'])
  if (barred !== null) return barred
  return [
    ...withdraw(interaction, 'moved', at),
    makeOffer(state, interaction, agentId, { cause: 'assigned', by: askedBy(command), at }),
  ]
}

/** It keeps what it has waited. */
function moveInteraction(state: State, command: Command<'moveInteraction'>, at: Instant): Decision {
  const { interactionId, queueId } = command.body
  const interaction = waitingOne(state, interactionId)
  if (isRefusal(interaction)) return interaction
  if (visitOf(interaction).queueId === queueId) return refuse('sameQueue', { queueId })
  const closed = notOpen(state, queueId, interaction)
  if (closed !== null) return closed
  if (!takesMore(state, queueId) && !interaction.test) return refuse('queueFull', { queueId })
  return [
    ...withdraw(interaction, 'moved', at),
    { ...overflowEvent(state, interaction, queueId, 'moved'), at, by: askedBy(command) },
  ]
}

/** To a queue, where the agent is not the first to be offered it again; or to one agent, in the queue it came from. */
export function transferInteraction(state: State, command: Command<'transferInteraction'>, at: Instant): Decision {
  const { agentId, to, noteContentId } = command.body
  return withWork(state, command, 'connected', (interaction) => {
    const settings = state.settings()
    const queueId = 'queueId' in to ? to.queueId : visitOf(interaction).queueId
    const toAgentId = 'agentId' in to ? to.agentId : null
    if (interaction.outgoing && interaction.toCall) return refuse('notConnected', { interactionId: interaction.id })
    if (toAgentId === agentId) return refuse('toSelf')
    if (toAgentId !== null && !state.agents.has(toAgentId)) return refuse('unknownAgent', { agentId: toAgentId })
    const closed = toAgentId === null ? notOpen(state, queueId, interaction) : null
    const barred = toAgentId === null ? null : barToNext(state, toAgentId, interaction)
    if (closed !== null || barred !== null) return closed ?? barred ?? []
    const { priority } = interaction
    const least = settings.transferPriority
    return [
      event('transferred', at, {
        ...nextVisit(state, interaction, queueId),
        agentId,
        queueId,
        preferred: toAgentId === null ? null : { agentId: toAgentId, until: at + settings.preferredSeconds * 1000 },
        noteContentId,
        priority: least === null ? priority : Math.max(least, priority ?? 0),
        customerGraceDueAt: graceDueAt(state, interaction, at),
      }),
    ]
  })
}

function waitingOne(state: State, interactionId: InteractionId): Interaction | Refusal {
  const interaction = state.interactions.get(interactionId)
  if (interaction === undefined) return refuse('unknownInteraction', { interactionId })
  const waits = interaction.phase === 'waiting' || interaction.phase === 'offered'
  return waits ? interaction : refuse('notWaiting', { interactionId })
}

/** Why nobody can be passed on to the queue now; null where they can. */
function notOpen(state: State, queueId: QueueId, { test }: Interaction): Refusal | null {
  const queue = state.lookup.queues.get(queueId)
  if (queue === undefined) return refuse('unknownQueue', { queueId })
  if (queue.service === 'retired') return refuse('queueRetired', { queueId })
  if (queue.service === 'takingNothingNew') return refuse('queueTakesNothingNew', { queueId })
  if (queue.service === 'inPreparation' && !test) return refuse('queueInPreparation', { queueId })
  return state.queueDay(queueId).open ? null : refuse('queueClosed', { queueId })
}

export const handingCommands = {
  takeInteraction: { by: byAgent, decide: takeInteraction },
  joinWaiting: { by: byAgent, decide: joinWaiting },
  assignInteraction: { by: byCapability('assign'), decide: assignInteraction },
  moveInteraction: { by: byCapability('assign'), decide: moveInteraction },
  transferInteraction: { by: byAgent, decide: transferInteraction },
} satisfies Partial<CommandDefinitions>
