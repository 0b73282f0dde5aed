import { byAgent, byCustomer, bySystem, byWhoIsInIt, withTheirs, type CommandDefinitions } from '../allowed.ts'
import { askCallback, cancelCallback, leaveMessage } from './callbacks.ts'
import { holdCall, refuseRecording } from './holding.ts'
import { askForHelp, attendCall, byListener, consult, leaveCall, replyToConsult, settleConsult } from './joining.ts'
import { dialCustomer, reachOut, reportDial, stopDialling } from './reaching.ts'

/** Calls: going out, on hold, with guests; and callbacks. */
export const callCommands = {
  reachOut: { by: byAgent, decide: reachOut },
  dialCustomer: { by: byAgent, decide: dialCustomer },
  stopDialling: { by: byAgent, decide: stopDialling },
  reportDial: { by: bySystem, decide: reportDial },
  askCallback: {
    by: byCustomer,
    decide: (state, command, at) =>
      withTheirs(state, command, (interaction) => askCallback(state, interaction, command, at)),
  },
  cancelCallback: {
    by: byCustomer,
    decide: (state, command, at) => withTheirs(state, command, (interaction) => cancelCallback(state, interaction, at)),
  },
  leaveMessage: {
    by: byCustomer,
    decide: (state, command, at) =>
      withTheirs(state, command, (interaction) => leaveMessage(state, interaction, command, at)),
  },
  refuseRecording: { by: byCustomer, decide: refuseRecording },
  holdCall: { by: byAgent, decide: holdCall },
  consult: { by: byAgent, decide: consult },
  answerConsult: { by: byAgent, decide: replyToConsult },
  declineConsult: { by: byAgent, decide: replyToConsult },
  joinGuest: { by: byAgent, decide: settleConsult },
  dismissGuest: { by: byAgent, decide: settleConsult },
  handOver: { by: byAgent, decide: settleConsult },
  attendCall: { by: byListener, decide: attendCall },
  leaveCall: { by: byWhoIsInIt, decide: leaveCall },
  askForHelp: { by: byAgent, decide: askForHelp },
} satisfies Partial<CommandDefinitions>
