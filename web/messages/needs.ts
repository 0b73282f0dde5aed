// What customers need, and the check that they are who they say.
import type { Channel, CustomerNeed } from '@eudromos/core/plan'
import { channelWords } from './channels.ts'

const names: Record<CustomerNeed, string> = {
  relay: 'Relay service',
  realTimeText: 'Real-time text',
  interpreter: 'Interpreter',
}

/** What agents do about a need. */
const hints: Record<CustomerNeed, string> = {
  relay: 'Comes by a relay service: speak to the customer, not to the operator, and leave time for each answer.',
  realTimeText: 'Reads what is said as it is typed: short sentences, one question at a time.',
  interpreter: 'Needs an interpreter: bring one in before anything is decided.',
}

export const needs = {
  title: 'Needs of customers',
  help: 'Customers with one of these needs are offered only to people with the skills it requires, and are given longer when they are silent or their line drops.',
  names,
  hints,
  patience: 'Patience, times as long',
  field: 'Needs',
  fieldHelp: 'Decides who is offered them and how long they are given. Set in Plan, The centre.',
} as const

export const identity = {
  field: 'Before anything of the customer is shown',
  fieldHelp: 'Such as: Ask for the booking number and the name of the lead passenger. Empty: it is shown at once.',
  title: 'Who is it?',
  first: (name: string, channel: Channel) =>
    `${channelWords[channel].says} ${name}. What is known about them is shown once you have checked it.`,
  passed: 'It is them',
  failed: 'Not sure',
  didPass: (who: string) => `Checked by ${who}: identity confirmed.`,
  didFail: (who: string) => `${who} could not confirm who it is. Nothing about them is shown.`,
  again: 'Check again',
  inRecord: 'Identity',
  recordPassed: (who: string) => `checked by ${who}`,
  recordFailed: (who: string) => `not confirmed by ${who}`,
} as const
