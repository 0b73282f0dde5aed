import type { Channel } from '@eudromos/core/plan'
import { count } from './count.ts'

export const line = {
  title: 'Lines',
  one: 'Line',
  fresh: 'New line',
  kind: 'What it is',
  kinds: { voice: 'Phone number', chat: 'Chat box', sms: 'Text number', email: 'Mailbox' },
  on: 'Customers reach the centre by it',
  isOff: 'Off',
  off: 'Off: nobody comes in by it. What it says is kept.',
  leadsTo: 'Leads to',
  leadsToHelp: 'A customer who writes chooses one of them.',
  leadsToOne: (channel: Channel) =>
    channel === 'email'
      ? 'Whoever writes to this address comes to this queue.'
      : 'Whoever reaches this number comes to this queue.',
  address: 'Number',
  addressHelp: 'Of the carrier’s stock. Clear it to give the number back.',
  mailbox: 'Address',
  mailboxHelp: 'To which customers write.',
  noStock: 'The carrier does not answer: its stock cannot be shown now.',
  pick: 'Pick a number',
  noMore: 'No number of the stock is left for this.',
  place: (number: string, place: string) => `${number} · ${place}`,
  asks: 'What comes in by it asks for',
  asksHelp: 'Beside what its queue asks for: a language, where the line is given out in one.',
  hours: 'Hours',
  anyHour: 'At any hour',
  hoursHelp: 'Outside them nobody comes in by it, whatever the hours of its queue.',
  hoursOfTexts: 'What is written is taken at any hour. Outside the hours the answer below goes back.',
  closedAnswer: 'Answer while nobody answers',
  closedAnswerHelp:
    'Goes back once to whoever writes while this line or its queue is closed. {opens} becomes the next opening. Empty: nothing does.',
  language: 'Language',
  languageHelp: 'What those speak who reach the centre by it. The seat shows it.',
  tags: 'Tags',
  tagsHelp: 'Words that its records are marked with.',
  shut: (opens: string | null) =>
    opens === null ? 'Closed by its hours, with no opening to come.' : `Closed by its hours until ${opens}.`,
  textsWait: (answered: boolean) =>
    answered ? 'What is written waits, and is answered by itself.' : 'What is written waits.',
  priority: 'Priority',
  queuePriority: 'As its queue has it',
  calm: (n: number) => `It leads to ${count(n, 'queue', 'queues')}.`,
  none: 'None',
  removeNote: 'Nobody reaches the centre by it any more. Records keep what came in by it.',
  tryIt: 'Write to it as a customer',
  textIt: 'Text it from a customer’s phone',
  mailIt: 'Write to it from a customer’s mailbox',
  callIt: 'Call it from a customer’s phone',
  now: 'What a customer meets on it now',
  meetsNothing: 'Nothing: the line is off.',
  meetsNoNumber: (channel: Channel) =>
    channel === 'email' ? 'Nothing: it has no address.' : 'Nothing: it has no number.',
  meetsNoQueue: 'Nothing to choose: no queue that it leads to is in service.',
  open: 'open',
  closed: 'closed',
  inPreparation: 'in preparation: test customers only',
  takingNothingNew: 'takes nothing new',
  retired: 'retired',
  waiting: (n: number) => (n === 0 ? 'nobody waits' : `${n} ${n === 1 ? 'waits' : 'wait'}`),
  ready: (n: number) => `${n} free`,
  field: 'Lines that lead here',
  leaves: (names: readonly string[]) =>
    names.length === 0
      ? undefined
      : `A number or a mailbox leads to one queue: these leave another for this one: ${names.join(', ')}.`,
} as const
