// Calls: what the seat and the customer's telephone say.
export const calls = {
  sound: 'Sound',
  level: (name: string) => `How loud: ${name}`,
  you: 'You',
  states: {
    connecting: 'The sound is being connected',
    connected: 'Connected',
    lost: 'The sound was lost and is being taken up again',
  },
  grades: { good: 'good', fair: 'fair', poor: 'poor' },
  quality: (grade: string, roundTripMs: number | null, lost: number) =>
    `${grade}${roundTripMs === null ? '' : `, ${roundTripMs} ms`}, ${lost} % lost`,
  made: 'There is no microphone that may be used: a made tone is heard instead.',
  talking: 'talking',
  held: (clock: string) => `on hold for ${clock}`,
  gone: (name: string) => `${name}’s line is dead; the call ends if it does not come back`,
  mute: 'Mute',
  muted: 'Muted',
  hold: 'Hold',
  resume: 'Take off hold',
  hangUp: 'Hang up',
  sounds: 'Sounds',
  notify: 'Notify me',
  notified: (name: string) => `${name} is calling`,
  elsewhere: 'Another window of yours rings and carries the sound. Close it to have it here.',
} as const

/** A call at the customer's telephone. */
export const phoneCall = {
  call: 'Call',
  callTo: (name: string, number: string) => `${name}, ${number}`,
  calls: 'Calls',
  none: 'The centre has no telephone number yet. Make one under Plan, Lines.',
  number: 'Number',
  noNumber: 'Give a number with + and the country, such as +44 20 7946 0100.',
  heard: 'What is heard',
  calling: 'Calling…',
  ringing: 'It rings. Music plays while you wait.',
  place: (place: number) => (place === 1 ? 'You are next.' : `You are number ${place}.`),
  talking: (name: string) => `You are talking to ${name}.`,
  held: 'You are on hold. Music plays.',
  over: 'The call is over.',
  sentAway: 'All lines are busy. The call is over.',
  again: 'Close',
  there: 'They',
} as const
