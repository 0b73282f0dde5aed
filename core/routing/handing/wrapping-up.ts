// What comes after a conversation: what it came to, how the customer was, notes, and when that is done.
import { end } from '../consequences.ts'
import type { Instant, Queue, AgentId, ContentId, DispositionId, InteractionId, Mood } from '../../plan/index.ts'
import { withWork, byAgent, type CommandDefinitions } from '../allowed.ts'
import { refuse, type Command, type Decision } from '../journal/commands.ts'
import { event } from '../journal/shapes.ts'
import { atWork, visitOf, type Interaction } from '../state/pieces.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    endInteraction: { readonly agentId: AgentId; readonly interactionId: InteractionId }
    saveWrapUp: {
      readonly agentId: AgentId
      readonly interactionId: InteractionId
      readonly dispositionId: DispositionId | null
      readonly mood?: Mood | null
      readonly notesContentId: ContentId | null
    }
    extendWrapUp: { readonly agentId: AgentId; readonly interactionId: InteractionId; readonly seconds: number }
    finishWrapUp: { readonly agentId: AgentId; readonly interactionId: InteractionId }
  }
}

const queueOf = (state: State, interaction: Interaction): Queue | undefined =>
  state.lookup.queues.get(visitOf(interaction).queueId)

export function saveWrapUp(state: State, command: Command<'saveWrapUp'>, at: Instant): Decision {
  const { interactionId, dispositionId, notesContentId, mood } = command.body
  const interaction = state.interactions.get(interactionId)
  const offered = interaction === undefined ? [] : (queueOf(state, interaction)?.dispositionIds ?? [])
  const known = offered.length > 0 ? offered : (state.plan?.dispositionIds ?? [])
  if (dispositionId !== null && !known.includes(dispositionId)) return refuse('unknownDisposition', { dispositionId })
  const phase = interaction?.phase === 'connected' ? 'connected' : 'wrapUp'
  return withWork(state, command, phase, () => [
    event('wrapUpSaved', at, { interactionId, dispositionId, notesContentId, mood: mood ?? null }),
  ])
}

/** The agent needs longer, within what the centre allows. */
function extendWrapUp(state: State, command: Command<'extendWrapUp'>, at: Instant): Decision {
  const { agentId, interactionId, seconds } = command.body
  return withWork(state, command, 'wrapUp', (interaction) => {
    const began = atWork(interaction).find(({ personId }) => personId === agentId)?.from ?? at
    const wrapUpDueAt = (interaction.wrapUpDueAt ?? at) + Math.max(1, Math.round(seconds)) * 1000
    const longest = state.settings().longestWrapUpSeconds
    if (wrapUpDueAt - began > longest * 1000) return refuse('wrapUpTooLong', { seconds: longest })
    return [event('wrapUpExtended', at, { interactionId, wrapUpDueAt })]
  })
}

/** By hand only with a disposition where its queue wants one; at its time wrap-up ends without. */
export function finishWrapUp(state: State, command: Command<'finishWrapUp'>, at: Instant): Decision {
  return withWork(state, command, 'wrapUp', (interaction) => {
    const { id: interactionId, dispositionId } = interaction
    if (dispositionId === null && queueOf(state, interaction)?.dispositionRequired === true)
      return refuse('dispositionMissing', { interactionId })
    return [event('wrapUpEnded', at, { interactionId, cause: 'finished' })]
  })
}

export const wrappingUpCommands = {
  endInteraction: {
    by: byAgent,
    decide: (state, command, at) =>
      withWork(state, command, 'connected', (interaction) => end(state, interaction, 'agent', at)),
  },
  saveWrapUp: { by: byAgent, decide: saveWrapUp },
  extendWrapUp: { by: byAgent, decide: extendWrapUp },
  finishWrapUp: { by: byAgent, decide: finishWrapUp },
} satisfies Partial<CommandDefinitions>
