import type { Refusal, RefusalCode } from '@eudromos/core/routing'
import { fill, tell, words, type Told } from './words.ts'

type Params = Refusal['params']

/** By the condition that keeps somebody from having it. */
const cannot: Readonly<Record<string, string>> = words({
  present: 'This person is not there for it now: not Ready, not connected, or closed to this channel.',
  preferred: 'It is reserved for somebody else at the moment.',
  inReach: 'This person does not serve its queue.',
  skilled: 'This person lacks a required skill.',
  roomForIt: 'This person has no room for it now.',
  notOffered: 'This person already has an offer. Wait until it is answered.',
  onShift: 'This person is not on shift, and the queue requires people on shift.',
})

const texts: Told<RefusalCode, Params> = {
  notAllowed: 'Your role does not allow this.',
  noPlan: 'There is no published plan yet. Publish one first.',
  planNotNewer: 'Version {version} is not newer than version {running}, which runs.',
  planNotRunning: 'Version {version} of the plan does not run; version {running} does.',
  unknownAgent: 'This person is not an agent in the published plan.',
  unknownInteraction: 'This conversation is over.',
  unknownQueue: 'This queue is not in the published plan.',
  unknownLine: 'This line is not in the published plan.',
  unknownPresenceState: 'This presence state is not in the published plan.',
  unknownDisposition: 'Its queue does not have this disposition. Choose another.',
  dispositionMissing: 'This queue requires a disposition. Choose one first.',
  noCallback: 'A callback cannot be requested here now.',
  noVoicemail: 'This queue accepts no messages.',
  notCallable: 'This customer cannot be called here now.',
  ringing: 'It is ringing already.',
  onCall: 'You are on a call. End it first.',
  threadAlive: 'There is an open thread with this number already. Write in it.',
  lineClosed: ({ opensAt }) =>
    opensAt === undefined
      ? fill('This line is closed, and no opening is planned.')
      : fill('This line is closed at this hour. It opens again by its hours.'),
  unknownDeclineReason: 'This reason is not in the published plan. Choose another.',
  presenceNotChoosable: 'This presence state is set by the centre, not by people.',
  presenceNotForTeam: 'This presence state is for other teams.',
  stillCarrying:
    '{count, plural, one {One conversation is still open. End it before going Offline.} other {{count} conversations are still open. End them before going Offline.}}',
  queueNotOnLine: 'This line does not lead to that queue.',
  queueInPreparation: 'This queue is in preparation: only its listed test customers get in.',
  queueTakesNothingNew: 'This queue accepts nothing new at the moment.',
  queueClosed: ({ opensAt }) =>
    opensAt === undefined
      ? fill('This queue is closed, and no opening is planned.')
      : fill('This queue is closed. You can leave a message: it keeps its place and is answered after the opening.'),
  unknownStopgap: 'This stopgap is over.',
  stopgapTime: 'Until: give a time ahead of now, within the next 48 hours.',
  stopgapIdle:
    '{kind, select, open {The queue is open until then anyway.} other {The queue is closed until then anyway.}}',
  queueInEmergency: 'This queue is closed in an emergency. Open it again there.',
  unknownSite: 'This site is not in the published plan.',
  unknownEmergency: 'This emergency closing is over.',
  emergencyIdle: 'There is nothing to close and no one to evacuate.',
  unknownAbsence: 'This absence has been taken back already.',
  absenceTime: 'Absence: give an end after its beginning, ahead of now and within the next 400 days.',
  absenceNotOwn: 'In this centre supervisors enter absences. Ask one of them.',
  queueRetired: 'This queue is retired.',
  interactionExists: 'This conversation has begun already.',
  interactionOver: 'The conversation has ended; nothing more can be written in it.',
  notConnected: 'This stream is not connected.',
  offerOver: 'This offer is over: it went to somebody else, or the customer left.',
  notYourInteraction: 'This conversation is with somebody else.',
  notInWrapUp: 'This conversation is not in wrap-up.',
  notWaiting: 'It does not wait any more: somebody has it, or the customer left.',
  notOnList: 'This queue makes its offers by itself: it is not an open list.',
  notTheirCustomer: 'You no longer have this customer. What they wait for is offered as usual.',
  agentCannot: ({ criterion }) => cannot[String(criterion)] ?? fill('This person cannot have it now.'),
  sameQueue: 'It waits in this queue already.',
  queueFull: 'This queue is full. Choose another.',
  toSelf: 'You have it already. Choose somebody else.',
  wrapUpTooLong: 'The centre allows {seconds} seconds of wrap-up in all.',
  loanTime: 'Until: give a time ahead of now, within the next 48 hours.',
  loanIdle: 'This person serves the queue already.',
  unknownLoan: 'This has ended already.',
  grantLevel: 'Level: give 1 to 5.',
  noTextLine: 'To text a caller the centre needs a text line. Add one under Plan, Lines.',
  notACall: 'This is possible only in calls.',
  askedAlready: 'A colleague is in this call already. Dismiss them first.',
  notInCall: 'This colleague is not in the call, or has not answered yet.',
  leadsNowhere: 'This line leads to no queue. Choose one for it under Plan, Lines.',
  blockedCustomer: 'They are blocked. A supervisor ends the block first, in Review, Customers.',
  customerBlocked: 'This centre accepts no calls or messages from you for now.',
  blockTime: 'Until: give a time ahead of now, within the next year.',
  blockSettled: 'A supervisor has already decided whether the customer is blocked.',
  unknownBlock: 'This block has ended already.',
  unknownGrant: 'This has ended already.',
}

/** A refusal as a sentence. */
export const refusalText = (refusal: Refusal): string => tell(texts, refusal)
