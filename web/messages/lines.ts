import { traitsOf, type Channel } from '@eudromos/core/plan'
import { fill, words } from './words.ts'

export const line = words({
  title: 'Lines',
  one: 'Line',
  fresh: 'New line',
  kind: 'Kind of line',
  on: 'Customers can use this line',
  isOff: 'Off',
  off: 'Off: customers cannot use it. Its settings are kept.',
  leadsTo: 'Leads to',
  leadsToHelp: 'A customer who writes chooses one of them.',
  leadsToOne: (channel: Channel) =>
    fill(
      '{address, select, mailbox {Whoever writes to this address comes to this queue.} other {Whoever reaches this number comes to this queue.}}',
      { address: traitsOf(channel).address },
    ),
  address: 'Number',
  addressHelp: 'From the carrier’s stock. Clear it to return the number.',
  mailbox: 'Address',
  mailboxHelp: 'The address customers write to.',
  noStock: 'The carrier is not responding: its stock cannot be shown.',
  pick: 'Pick a number',
  noMore: 'The stock has no number left for this.',
  place: (number: string, place: string) => `${number} · ${place}`,
  asks: 'Skills required on this line',
  asksHelp: 'In addition to the queue’s requirements: for example the language of the line.',
  hours: 'Hours',
  anyHour: 'At any hour',
  hoursHelp: 'Outside these hours the line is closed, whatever the hours of its queue.',
  hoursOfTexts: 'Messages are accepted at any hour. Outside the hours the reply below is sent.',
  closedAnswer: 'Automatic reply when closed',
  closedAnswerHelp:
    'Sent once to whoever writes while this line or its queue is closed. {opens} becomes the next opening. Empty: no reply.',
  language: 'Language',
  languageHelp:
    'The seat shows it, and customers of this line are told everything in it (English, Portuguese, French). Empty: by their browser.',
  tags: 'Tags',
  tagsHelp: 'Its records carry these tags.',
  shut: (opens: string | null) =>
    fill(
      '{opens, select, null {Closed by its hours, with no opening to come.} other {Closed by its hours until {opens}.}}',
      { opens },
    ),
  textsWait: (answered: boolean) =>
    fill('{answered, select, true {Messages wait, and get the automatic reply.} other {Messages wait.}}', { answered }),
  priority: 'Priority',
  queuePriority: 'As in its queue',
  calm: (n: number) => fill('It leads to {n, plural, one {# queue} other {# queues}}.', { n }),
  none: 'None',
  removeNote: 'Customers can no longer use it. Records are kept.',
  tryIt: 'Write to it as a customer',
  tryBy: {
    voice: 'Call it from a customer’s phone',
    chat: 'Write to it from a customer’s page',
    sms: 'Text it from a customer’s phone',
    email: 'Write to it from a customer’s mailbox',
  },
  now: 'What a customer finds on it now',
  meetsNothing: 'Nothing: the line is off.',
  meetsNoNumber: (channel: Channel) =>
    fill('{address, select, mailbox {Nothing: it has no address.} other {Nothing: it has no number.}}', {
      address: traitsOf(channel).address,
    }),
  meetsNoQueue: 'Nothing to choose: no queue that it leads to is in service.',
  open: 'open',
  closed: 'closed',
  inPreparation: 'in preparation: test customers only',
  takingNothingNew: 'takes nothing new',
  retired: 'retired',
  waiting: (n: number) => fill('{n, plural, =0 {nobody waits} one {{n} waits} other {{n} wait}}', { n }),
  ready: (n: number) => fill('{n} free', { n }),
  field: 'Lines that lead here',
  leaves: (names: readonly string[]) =>
    names.length === 0
      ? undefined
      : fill('A number or a mailbox leads to one queue: these leave another for this one: {names}.', {
          names: names.join(', '),
        }),
} as const)
