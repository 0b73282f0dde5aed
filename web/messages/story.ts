// What the seat tells of a customer.
import type { Channel } from '@eudromos/core/plan'
import type { Phase } from '@eudromos/core/routing'
import { aOf, oneOf } from './channels.ts'
import { count } from './count.ts'

const phases: Record<Phase, string> = {
  waiting: 'waits',
  offered: 'is being offered',
  connected: 'is under way',
  resting: 'rests',
  wrapUp: 'is being wrapped up',
}

export const story = {
  tags: 'Tags of the customer',
  title: 'History',
  whoItIs: 'Customer and history',
  first: 'No history yet.',
  total: (n: number, shown: number) =>
    n > shown ? `The latest ${shown} of ${count(n, 'conversation', 'conversations')}` : null,
  now: (channel: Channel, phase: Phase, queue: string) => `Also here: ${aOf(channel)} ${phases[phase]} in ${queue}.`,
  join: 'Join',
  joinHelp: 'It comes to you as soon as you have room, and to no one else.',
  joined: (channel: Channel, queue: string) =>
    `Joined: the ${oneOf(channel)} in ${queue} comes to you as soon as you have room.`,
  apart: 'Keep apart',
  /** Of one that may not be looked into. */
  ofPrivateTeam: 'With a private team',
  sharers: 'Others have this number',
  isThem: (name: string) => `It is ${name}`,
  nameless: 'Nobody is known by this yet.',
  name: 'Name',
  make: 'Make known',
  kind: oneOf,
} as const
