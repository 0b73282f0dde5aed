// What the seat tells of a customer.
import type { Channel } from '@eudromos/core/plan'
import type { Phase } from '@eudromos/core/routing'
import { aOf, oneOf } from './channels.ts'
import { fill, words } from './words.ts'

const phases: Record<Phase, string> = words({
  waiting: 'waits',
  offered: 'is being offered',
  connected: 'is under way',
  resting: 'rests',
  wrapUp: 'is being wrapped up',
})

export const story = words({
  tags: 'Tags of the customer',
  title: 'History',
  whoItIs: 'Customer and history',
  first: 'No history yet.',
  total: (n: number, shown: number) =>
    n > shown
      ? fill('The latest {shown} of {n, plural, one {# conversation} other {# conversations}}', { shown, n })
      : null,
  now: (channel: Channel, phase: Phase, queue: string) =>
    fill('Also here: {channel} {phase} in {queue}.', { channel: aOf(channel), phase: phases[phase], queue }),
  join: 'Join',
  joinHelp: 'It comes to you as soon as you have room, and to no one else.',
  joined: (channel: Channel, queue: string) =>
    fill('Joined: the {channel} in {queue} comes to you as soon as you have room.', { channel: oneOf(channel), queue }),
  apart: 'Keep apart',
  /** Of one that may not be looked into. */
  ofPrivateTeam: 'With a private team',
  sharers: 'Others have this number',
  isThem: (name: string) => fill('It is {name}', { name }),
  nameless: 'Nobody is known by this yet.',
  name: 'Name',
  make: 'Make known',
  kind: oneOf,
} as const)
