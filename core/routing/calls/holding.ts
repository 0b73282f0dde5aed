// A caller on hold, and one who does not want to be recorded.
import { isCall, type Instant, type AgentId, type InteractionId } from '../../plan/index.ts'
import { withTheirs, withWork, byAgent, byCustomer, type CommandDefinitions } from '../allowed.ts'
import { refuse, type Command, type Decision } from '../journal/commands.ts'
import { event } from '../journal/shapes.ts'
import type { State } from '../state/state.ts'

declare module '../journal/commands.ts' {
  interface CommandBodies {
    /** The customer of a call does not want to be recorded. */
    refuseRecording: { readonly interactionId: InteractionId }
    /** The customer of a call hears music, and the agent nothing of them; or that is over. */
    holdCall: { readonly agentId: AgentId; readonly interactionId: InteractionId; readonly held: boolean }
  }
}

export function holdCall(state: State, command: Command<'holdCall'>, at: Instant): Decision {
  const { agentId, interactionId, held } = command.body
  return withWork(state, command, 'connected', ({ channel, heldSince }) => {
    if (!isCall(channel)) return refuse('notACall', { interactionId })
    return (heldSince !== null) === held ? [] : [event('callHeld', at, { interactionId, agentId, held })]
  })
}

const refuseRecording = (state: State, command: Command<'refuseRecording'>, at: Instant): Decision =>
  withTheirs(state, command, ({ id, channel, recordingRefused }) => {
    if (!isCall(channel)) return refuse('notACall', { interactionId: id })
    return recordingRefused ? [] : [event('recordingRefused', at, { interactionId: id })]
  })

export const holdingCommands = {
  refuseRecording: { by: byCustomer, decide: refuseRecording },
  holdCall: { by: byAgent, decide: holdCall },
} satisfies Partial<CommandDefinitions>
