// Calls of more than two: asking a colleague, joining, handing over, and supervisors who listen or help.
import type { GuestWay } from '@eudromos/core/calls'
import { fill, words } from './words.ts'

export const joining = words({
  title: 'Who else is in the call',
  ask: 'Ask first',
  asking: (name: string) => fill('{name} was asked; the customer hears music.', { name }),
  asked: (by: string, customer: string) => fill('{by} asks you into the call with {customer}', { by, customer }),
  askedUnder: 'You talk to them alone first; the customer hears music.',
  isAsked: (name: string, clock: string) => fill('{name} is being asked, {clock} left.', { name, clock }),
  aside: (name: string, customer: string) =>
    fill('You talk to {name} alone. {customer} hears music.', { name, customer }),
  waits: (name: string, customer: string) =>
    fill('You talk to {customer}. {name} waits; hold {customer} to go on with them.', { customer, name }),
  joined: (name: string, customer: string) => fill('You, {name} and {customer} talk together.', { name, customer }),
  supervisor: {
    listening: (name: string) => fill('{name} listens.', { name }),
    advising: (name: string) => fill('{name} listens and speaks to you alone.', { name }),
    joined: (name: string) => fill('{name} has joined: everyone hears them.', { name }),
  },
  guest: {
    aside: (agent: string, held: boolean) =>
      fill('{held, select, true {with {agent} alone} other {{agent} talks to the customer; you wait}}', {
        held,
        agent,
      }),
    joined: (agent: string) => fill('with {agent} and the customer', { agent }),
  },
  never: 'Never mind',
  join: 'Join all',
  handOver: (name: string) => fill('Leave it to {name}', { name }),
  back: (customer: string) => fill('Back to {customer}', { customer }),
  part: (name: string) => fill('Go on without {name}', { name }),
  leave: 'Leave the call',
  /** A word of it, for where there is little room. */
  fetchShort: 'Supervisor',
  fetch: 'Ask for a supervisor',
  fetched: 'Supervisor requested',
  fetchedAt: (clock: string) => fill('You asked for a supervisor {clock} ago.', { clock }),
  // At the supervisor's.
  helpTitle: 'Asking for a supervisor',
  help: (agent: string, customer: string, queue: string) =>
    fill('{agent} asks for a supervisor: {customer}, {queue}', { agent, customer, queue }),
  calls: 'Calls now',
  callOf: (customer: string, queue: string) => `${customer}, ${queue}`,
  attend: 'Listen in',
  attended: (agent: string, customer: string) => fill('Call of {agent} with {customer}', { agent, customer }),
  ways: {
    listening: 'Listen',
    advising: (agent: string) => fill('Speak to {agent} alone', { agent }),
    joined: 'Join',
  },
  seen: (agent: string) => fill('{agent} sees that you are here, and it is recorded.', { agent }),
  /** In a record. */
  attendances: 'Who else took part',
  did: {
    asked: 'was asked',
    aside: 'talked to the agent alone',
    joined: 'talked with everyone',
    listening: 'listened',
    advising: 'spoke to the agent alone',
  } satisfies Record<GuestWay, string>,
  ends: {
    left: 'left',
    declined: 'declined',
    missed: 'did not answer',
    dismissed: 'was dismissed',
    connectionLost: 'was cut off',
  },
} as const)
