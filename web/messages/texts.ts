// Texts (SMS): what the screens and the program itself say.
import { fill, words } from './words.ts'

export const texts = words({
  /** As how many texts it goes out, and how many signs the last one still takes. */
  parts: (parts: number, left: number) =>
    fill('{parts, plural, one {# text} other {# texts}}, {left} left', { parts, left }),
  wide: 'With a character outside the standard alphabet, a text holds 70 characters.',
  stopped: (name: string) =>
    fill('{name} has opted out of texts from this number. They resume when they text START.', { name }),
  /** In the place of what came along and is none of what is taken. */
  leftOut: {
    texts: (name: string) =>
      fill(
        '[{name}: not accepted. Only pictures (PNG, JPEG, GIF, WebP) of at most 1 MB are, with nothing harmful in them.]',
        { name },
      ),
    email: (name: string) =>
      fill('[{name}: not accepted. Only pictures and PDF files of at most 5 MB are, with nothing harmful in them.]', {
        name,
      }),
  },
  withPicture: 'Goes as a picture message (MMS).',
  under: (customer: string, line: string) => fill('{customer} to {line}', { customer, line }),
} as const)

/** A customer’s telephone in Outside. */
export const phone = words({
  title: 'Telephone',
  door: 'Customer’s telephone',
  doorText: 'Call and text the centre’s numbers as a customer would, with sound, and see what arrives.',
  whose: 'Whose telephone',
  newTo: (name: string, number: string) => `${name}, ${number}`,
  threads: 'Texts',
  none: 'No texts yet. Choose a number and write.',
  noLines: 'The centre has no number for texts yet. Make one under Plan, Lines.',
  write: 'Text message',
  send: 'Send',
  unreadable: 'The file could not be read. Choose it again.',
  network: 'The network',
  delay: 'Delivery time, seconds',
  fails: 'Do not arrive, percent',
  up: 'Accepts texts and email',
  down: 'The network accepts nothing: messages wait until it does.',
  set: 'Set',
} as const)
