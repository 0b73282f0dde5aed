// What was found in people, and what mends it.
import type { Channel, PeopleFinding } from '@eudromos/core/plan'
import { channelWords, oneOf } from './channels.ts'
import { fill, tell, words, type Told } from './words.ts'

const findings: Told<PeopleFinding['code'], PeopleFinding['params']> = {
  nameTaken: 'Name: another is already called “{name}”. Choose a different name.',
  nobodyCanBeReady: ({ channel }) =>
    fill('Channels: no state that people can choose admits {channel}. Let one admit them.', {
      channel: channelWords[channel as Channel].all.toLowerCase(),
    }),
  admitsNothing:
    'No work is received in this state, however long it lasts. Set its longest minutes so that the headline says when it is exceeded.',
  neverFits: ({ channel, needs, slots }) =>
    fill(
      'A {channel} can never be taken: it needs {needs} slots, and there are {slots}. Give it fewer, or more slots in all.',
      { channel: oneOf(channel as Channel), needs, slots },
    ),
  takesNothing: 'Nobody with these limits can take anything. Allow at least one channel.',
  keepsEverybody:
    'Kept free for calls: {kept} of {people}. As long as no call comes, nobody would be offered anything else that fills them.',
  keepsForNoCalls: 'Kept free for calls: with these limits nobody can take a call. Give 0, or allow calls.',
  usedByNobody: 'No one has these limits yet.',
  parentInACircle: 'Part of: a team cannot be part of itself, nor of one below it. Choose another.',
  nobodyInTeam: 'Nobody is in this team yet.',
  emailTaken: 'Address: somebody else signs in as {email}. Give another.',
  noAdministrator: 'Roles: nobody would be an administrator any more. Make somebody else one first.',
  noLimits: 'Without load limits an agent receives no work. Choose some.',
  noQueue: 'No queue offers them work, by name or by team.',
  neverAble: 'Offered nothing of {queues}, however long one waits: their skills or limits do not suffice.',
  neverOnShift: 'Offered nothing of {queues}: only people on shift are, and they have no shift.',
  leadsToUnknown: 'Leads to: one of these queues is no longer in the plan. Remove it.',
  leadsNowhere: 'It leads to no queue: nobody can arrive through it.',
  leadsToNoneInService: 'No queue that it leads to is in service: only test customers get in.',
  leadsToSeveral: 'Leads to: a number or a mailbox leads to one queue, as nobody chooses there. Keep one.',
  noNumber: 'It has no number yet: nobody can reach the centre through it. Pick one.',
  notANumber: 'Number: {number} is not a valid number. Pick one from the stock.',
  numberTaken: 'Number: {number} belongs to {line}. Pick another.',
  noMailbox: 'It has no address yet: nobody can write to the centre by it. Give one.',
  notAMailbox: 'Address: {address} is not a valid email address. Give one such as bookings@centre.example.',
  mailboxTaken: 'Address: {address} belongs to {line}. Give another.',
  nobodyTakesIt: ({ queue, channel }) =>
    fill('Nobody who serves {queue} takes {channel}: change their load limits.', {
      queue,
      channel: channelWords[channel as Channel].all.toLowerCase(),
    }),
  asksForUnknown: 'Required skills: one of these is no longer in the plan. Remove it.',
  hoursGone: 'Hours: these are no longer in the plan. Choose others.',
  neverOpenBy: 'Hours: {hours} never open, so nobody could use it.',
  teamGone: 'Teams: one of these is no longer in the plan. Remove it.',
  stepGone: '{step} continues at a step that has been removed. Choose where it continues.',
  stepsInACircle: 'It loops: {steps}. Let one of these continue elsewhere.',
  stepUnreached: ({ step }) =>
    fill('Nobody comes to {step}: no step leads there.', { step: step === '' ? fill('one of the steps') : step }),
  nobodyFollows: 'No queue uses it. Choose it in a queue, under Call script.',
  leadIsGone: 'The lead is no longer among the people. Choose another.',
}

const mends: Partial<Record<PeopleFinding['code'], string>> = words({
  nobodyCanBeReady: 'Admit them',
  admitsNothing: '30 minutes',
  neverFits: 'Let it fit',
  takesNothing: 'One chat',
  keepsEverybody: 'All but one',
  keepsForNoCalls: 'None',
  parentInACircle: 'Part of none',
  leadIsGone: 'No lead',
  leadsToUnknown: 'Remove',
  leadsNowhere: 'To all',
  leadsToSeveral: 'Keep the first',
  hoursGone: 'At any hour',
  neverOpenBy: 'At any hour',
  teamGone: 'Remove',
  stepGone: 'End there',
  asksForUnknown: 'Remove',
  noLimits: 'Give them',
  neverOnShift: 'Give it',
})

/** What the one action that mends it is called. */
export const peopleMendText = ({ code }: Pick<PeopleFinding, 'code'>): string => mends[code] ?? fill('Mend')

export const peopleFindingText = (finding: PeopleFinding): string => tell(findings, finding)
