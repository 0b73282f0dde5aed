// Calls: what the seat and the customer's telephone say.
export const calls = {
  you: 'You',
  talking: 'talking',
  left: (name: string) =>
    `You are in a call with ${name}: while you are away from your seat neither of you hears the other.`,
  backToSeat: 'Back to the seat',
  held: (clock: string) => `on hold for ${clock}`,
  gone: (name: string) => `${name}’s line is dead; the call ends if it does not come back`,
  textTo: (name: string) => `Text ${name}`,
  sendText: 'Send the text',
  noText: 'Do not text',
  keypad: 'Keypad',
  keysHeard: (keys: string) => `Keys pressed at the other end: ${keys}`,
  mute: 'Mute',
  muted: 'Muted',
  hold: 'Hold',
  resume: 'Resume',
  hangUp: 'Hang up',
  sounds: 'Sounds',
  notify: 'Notify me',
  notified: (name: string) => `${name} is calling`,
  elsewhere: 'Another of your windows rings and carries the sound. Close it to use this one.',
} as const

/** A call at the customer's telephone. */
export const phoneCall = {
  call: 'Call',
  callTo: (name: string, number: string) => `${name}, ${number}`,
  calls: 'Calls',
  none: 'The centre has no telephone number yet. Make one under Plan, Lines.',
  number: 'Number',
  noNumber: 'Give a number with + and the country, such as +44 20 7946 0100.',
} as const
