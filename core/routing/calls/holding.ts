// A caller on hold, and one who does not want to be recorded.
import type { Instant } from '../../plan/index.ts'
import { withTheirs, withWork } from '../allowed.ts'
import { refuse, type Command, type Decision } from '../journal/commands.ts'
import { event } from '../journal/shapes.ts'
import type { State } from '../state/state.ts'

export function holdCall(state: State, command: Command<'holdCall'>, at: Instant): Decision {
  const { agentId, interactionId, held } = command.body
  return withWork(state, command, 'connected', ({ channel, heldSince }) => {
    if (channel !== 'voice') return refuse('notACall', { interactionId })
    return (heldSince !== null) === held ? [] : [event('callHeld', at, { interactionId, agentId, held })]
  })
}

export const refuseRecording = (state: State, command: Command<'refuseRecording'>, at: Instant): Decision =>
  withTheirs(state, command, ({ id, channel, recordingRefused }) => {
    if (channel !== 'voice') return refuse('notACall', { interactionId: id })
    return recordingRefused ? [] : [event('recordingRefused', at, { interactionId: id })]
  })
