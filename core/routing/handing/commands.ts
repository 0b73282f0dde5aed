import { byAgent, byCapability, byWhoIsInIt, withWork, type CommandDefinitions } from '../allowed.ts'
import { end } from '../consequences.ts'
import { replyToOffer } from './answering.ts'
import { assignInteraction, joinWaiting, moveInteraction, takeInteraction, transferInteraction } from './handing.ts'
import { receiveMessages, sendMessage } from './talking.ts'
import { extendWrapUp, finishWrapUp, saveWrapUp } from './wrapping-up.ts'

/** A conversation in the hands of an agent: taken, talked, passed on, wrapped up. */
export const handingCommands = {
  answerOffer: { by: byAgent, decide: replyToOffer },
  declineOffer: { by: byAgent, decide: replyToOffer },
  takeInteraction: { by: byAgent, decide: takeInteraction },
  joinWaiting: { by: byAgent, decide: joinWaiting },
  assignInteraction: { by: byCapability('assign'), decide: assignInteraction },
  moveInteraction: { by: byCapability('assign'), decide: moveInteraction },
  transferInteraction: { by: byAgent, decide: transferInteraction },
  sendMessage: { by: byWhoIsInIt, decide: sendMessage },
  receiveMessages: { by: byWhoIsInIt, decide: receiveMessages },
  endInteraction: {
    by: byAgent,
    decide: (state, command, at) =>
      withWork(state, command, 'connected', (interaction) => end(state, interaction, 'agent', at)),
  },
  saveWrapUp: { by: byAgent, decide: saveWrapUp },
  extendWrapUp: { by: byAgent, decide: extendWrapUp },
  finishWrapUp: { by: byAgent, decide: finishWrapUp },
} satisfies Partial<CommandDefinitions>
