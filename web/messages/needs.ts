// What customers need, and the check that they are who they say.
import type { Channel, CustomerNeed } from '@eudromos/core/plan'
import { channelWords } from './channels.ts'
import { fill, words } from './words.ts'

const names: Record<CustomerNeed, string> = words({
  relay: 'Relay service',
  realTimeText: 'Real-time text',
  interpreter: 'Interpreter',
})

/** What agents do about a need. */
const hints: Record<CustomerNeed, string> = words({
  relay: 'Comes by a relay service: speak to the customer, not to the operator, and leave time for each answer.',
  realTimeText: 'Reads what is said as it is typed: short sentences, one question at a time.',
  interpreter: 'Needs an interpreter: bring one in before anything is decided.',
})

export const needs = words({
  title: 'Needs of customers',
  help: 'Customers with one of these needs are offered only to people with the skills it requires, and are given longer when they are silent or their line drops.',
  names,
  hints,
  patience: 'Patience, times as long',
  field: 'Needs',
  fieldHelp: 'Decides who is offered them and how long they are given. Set in Plan, The centre.',
} as const)

export const identity = words({
  field: 'Before anything of the customer is shown',
  fieldHelp: 'Such as: Ask for the booking number and the name of the lead passenger. Empty: it is shown at once.',
  title: 'Who is it?',
  first: (name: string, channel: Channel) =>
    fill('{says} {name}. What is known about them is shown once you have checked it.', {
      says: channelWords[channel].says,
      name,
    }),
  passed: 'It is them',
  failed: 'Not sure',
  didPass: (who: string) => fill('Checked by {who}: identity confirmed.', { who }),
  didFail: (who: string) => fill('{who} could not confirm who it is. Nothing about them is shown.', { who }),
  again: 'Check again',
  inRecord: 'Identity',
  recordPassed: (who: string) => fill('checked by {who}', { who }),
  recordFailed: (who: string) => fill('not confirmed by {who}', { who }),
} as const)
