// Calls: what the seat and the customer's telephone say.
import { fill, words } from './words.ts'

export const calls = words({
  you: 'You',
  talking: 'talking',
  left: (name: string) =>
    fill('You are in a call with {name}: while you are away from your seat neither of you hears the other.', { name }),
  backToSeat: 'Back to the seat',
  held: (clock: string) => fill('on hold for {clock}', { clock }),
  gone: (name: string) => fill('{name}’s line is dead; the call ends if it does not come back', { name }),
  textTo: (name: string) => fill('Text {name}', { name }),
  sendText: 'Send the text',
  noText: 'Do not text',
  keypad: 'Keypad',
  keysHeard: (keys: string) => fill('Keys pressed at the other end: {keys}', { keys }),
  mute: 'Mute',
  muted: 'Muted',
  hold: 'Hold',
  resume: 'Resume',
  hangUp: 'Hang up',
  sounds: 'Sounds',
  notify: 'Notify me',
  notified: (name: string) => fill('{name} is calling', { name }),
  elsewhere: 'Another of your windows rings and carries the sound. Close it to use this one.',
} as const)

/** A call at the customer's telephone. */
export const phoneCall = words({
  call: 'Call',
  callTo: (name: string, number: string) => `${name}, ${number}`,
  calls: 'Calls',
  none: 'The centre has no telephone number yet. Make one under Plan, Lines.',
  number: 'Number',
  noNumber: 'Give a number with + and the country, such as +44 20 7946 0100.',
} as const)
