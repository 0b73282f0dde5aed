// Calls of more than two: asking a colleague, joining, handing over, and supervisors who listen or help.
import type { GuestWay } from '@eudromos/core/calls'

export const joining = {
  title: 'Who else is in the call',
  ask: 'Ask first',
  asking: (name: string) => `${name} was asked; the customer hears music.`,
  asked: (by: string, customer: string) => `${by} asks you into the call with ${customer}`,
  askedUnder: 'You talk to them alone first; the customer hears music.',
  isAsked: (name: string, clock: string) => `${name} is being asked, ${clock} left.`,
  aside: (name: string, customer: string) => `You talk to ${name} alone. ${customer} hears music.`,
  waits: (name: string, customer: string) =>
    `You talk to ${customer}. ${name} waits; hold ${customer} to go on with them.`,
  joined: (name: string, customer: string) => `You, ${name} and ${customer} talk together.`,
  supervisor: {
    listening: (name: string) => `${name} listens.`,
    advising: (name: string) => `${name} listens and speaks to you alone.`,
    joined: (name: string) => `${name} has joined: everyone hears them.`,
  },
  guest: {
    aside: (agent: string, held: boolean) =>
      held ? `with ${agent} alone` : `${agent} talks to the customer; you wait`,
    joined: (agent: string) => `with ${agent} and the customer`,
  },
  never: 'Never mind',
  join: 'Join all',
  handOver: (name: string) => `Leave it to ${name}`,
  back: (customer: string) => `Back to ${customer}`,
  part: (name: string) => `Go on without ${name}`,
  leave: 'Leave the call',
  /** A word of it, for where there is little room. */
  fetchShort: 'Supervisor',
  fetch: 'Ask for a supervisor',
  fetched: 'Supervisor requested',
  fetchedAt: (clock: string) => `You asked for a supervisor ${clock} ago.`,
  // At the supervisor's.
  helpTitle: 'Asking for a supervisor',
  help: (agent: string, customer: string, queue: string) => `${agent} asks for a supervisor: ${customer}, ${queue}`,
  calls: 'Calls now',
  callOf: (customer: string, queue: string) => `${customer}, ${queue}`,
  attend: 'Listen in',
  attended: (agent: string, customer: string) => `Call of ${agent} with ${customer}`,
  ways: {
    listening: 'Listen',
    advising: (agent: string) => `Speak to ${agent} alone`,
    joined: 'Join',
  },
  seen: (agent: string) => `${agent} sees that you are here, and it is recorded.`,
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
} as const
