// The stock of numbers of the simulated carrier, and the numbers and mailboxes of made-up customers. All are of the ranges that
// regulators, and the domain that RFC 2606, keep for fiction: nobody has them.

export interface StockNumber {
  readonly number: string
  readonly channels: readonly ('voice' | 'sms')[]
  readonly place: string
}

const range = (prefix: string, from: number, count: number, digits: number): string[] =>
  Array.from({ length: count }, (_, n) => `${prefix}${String(from + n).padStart(digits, '0')}`)

/** What can be had of the carrier. */
export const stock: readonly StockNumber[] = [
  ...range('+442079460', 100, 12, 3).map((number) => ({
    number,
    channels: ['voice', 'sms'] as const,
    place: 'London',
  })),
  ...range('+442920180', 100, 6, 3).map((number) => ({ number, channels: ['voice'] as const, place: 'Cardiff' })),
  ...range('+448081570', 100, 4, 3).map((number) => ({ number, channels: ['voice'] as const, place: 'Freephone' })),
  ...range('+61370101', 200, 6, 3).map((number) => ({ number, channels: ['voice', 'sms'] as const, place: 'Hobart' })),
]

/** The number of the n-th passer-by: of a range for fiction as well, and nobody’s telephone in Outside. */
export const texterNumber = (n: number): string => `+1202555${String(100 + (n % 100)).padStart(4, '0')}`

/** The mailbox of the n-th passer-by, and nobody’s in Outside. */
export const writerAddress = (n: number): string => `passer-by-${n % 100}@mail.example`

/** Telephones of made-up people. */
export const phones: readonly { readonly number: string; readonly people: readonly string[] }[] = [
  { number: '+61491570006', people: ['Ilse Varga'] },
  { number: '+61491570156', people: ['Tomas Reyne'] },
  { number: '+61491570157', people: ['Marta Quill'] },
  { number: '+61491570158', people: ['Owen Ashdown', 'Sunniva Ashdown'] },
  { number: '+61491570159', people: ['Rafael Corvo'] },
  { number: '+61491570313', people: ['Greta Dunmore'] },
  { number: '+61491570737', people: ['Amara Fairlie'] },
  { number: '+61491571266', people: ['Lorcan Gough'] },
  { number: '+61491571491', people: ['Noemi Jardine'] },
  { number: '+61491572549', people: ['Hugo Kestrel'] },
  { number: '+61491573770', people: ['Saskia Lomas'] },
  { number: '+61491575254', people: ['Idris Merrow'] },
]

/** The mailbox of a made-up person. */
const mailboxOf = (person: string): string => `${person.toLowerCase().replace(' ', '.')}@mail.example`

/** Mailboxes of the same people, and of some who have no telephone. */
export const mailboxes: readonly { readonly address: string; readonly person: string }[] = [
  ...phones.flatMap(({ people }) => people),
  'Odile Nairn',
  'Jonas Selkirk',
  'Esme Rudd',
].map((person) => ({ address: mailboxOf(person), person }))
