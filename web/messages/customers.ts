// Words of customers.
import { fill, words } from './words.ts'

export const customers = words({
  title: 'Customers',
  one: 'Customer',
  records: 'Records',
  find: 'Find by name, number, email or tag',
  columns: {
    name: 'Name',
    addresses: 'Numbers and email',
    conversations: 'Conversations',
    lastAt: 'Last',
    contact: 'Contacted first',
  },
  exportAs: { csv: 'Export as CSV', vcf: 'Export as vCards' },
  wantsNone: 'wants none',
  none: 'No customer matches. Try another name, number or address.',
  empty: 'Customers appear here once someone has called, texted or written.',
  total: (n: number, more: boolean) =>
    fill('{more, select, true {more than } other {}}{n, plural, one {# customer} other {# customers}}', { more, n }),
  back: 'All customers',
  known: 'What is known',
  name: 'Name',
  zone: 'Time zone',
  zoneHelp: 'Such as Europe/Lisbon. Empty: from their number.',
  tags: 'Tags',
  tagsHelp: 'Type one and press Enter. Customers can be found by tag.',
  notes: 'Notes',
  notesHelp: 'Shown to whoever talks to them.',
  fieldsOfCentre: 'Other customer details',
  language: 'Language',
  languageHelp: 'Empty: not known.',
  fresh: 'new',
  merge: 'Merge with …',
  mergeTitle: (name: string) => fill('Who is the same person as {name}?', { name }),
  mergeHelp: (name: string) =>
    fill(
      'Their conversations, numbers and email addresses are shown with those of {name} from then on, and anyone who uses them is recognised as {name}. Nothing is lost, and they can be split off again.',
      { name },
    ),
  other: 'Customer',
  otherHelp: 'Find by name, number, email or tag.',
  noOther: 'No customer matches.',
  mergeNow: 'Merge',
  cancel: 'Cancel',
  merged: 'Also known as',
  mergedOn: (when: string, who: string | null) =>
    fill('merged {when}{who, select, null {} other { by {who}}}', { when, who }),
  conversations: (n: number) => fill('{n, plural, one {# conversation} other {# conversations}}', { n }),
  split: 'Split off',
  splitOf: (name: string) => fill('Split {name} off', { name }),
  didMerge: (name: string) => fill('{name} is merged.', { name }),
  didSplit: (name: string) => fill('{name} is a customer of their own again.', { name }),
  noAddresses: 'No number or email address.',
  agreedOn: (when: string) => fill('Agreed on {when}', { when }),
  save: 'Save',
  saved: 'Saved.',
  timeline: 'All conversations',
  noConversations: 'No conversations yet.',
  latest: (shown: number, all: number) => fill('The latest {shown} of {all}.', { shown, all }),
  export: 'Export all data',
  erase: 'Erase',
  eraseTitle: (name: string) => fill('Erase all data on {name}?', { name }),
  eraseHelp:
    'Name, numbers, email addresses, everything written or said, files and recordings are deleted for good. Records of when conversations took place, with whom and for how long are kept without a name.',
  keep: 'Keep',
  erased: 'erased',
} as const)

/** A file of customers that is read. */
export const customerFile = words({
  import: 'Import CSV or vCards',
  unknownColumn: (value: string) => fill('no column is called “{value}”; it is left out.', { value }),
  noColumn: 'there is no column “id”, “name”, “numbers” or “emails”. The first row must name the columns.',
  noNumber: (value: string) =>
    fill('numbers: “{value}” is not a telephone number. Write it with + and its country’s code.', { value }),
  noMailbox: (value: string) =>
    fill('emails: “{value}” is not an email address. Write one such as ilse@mail.example.', { value }),
  noNeed: (need: string) => fill('needs: “{need}” is not one of relay, realTimeText and interpreter.', { need }),
  noChoice: (column: string, value: string) =>
    fill('{column}: “{value}” is neither true nor false.', { column, value }),
  noTime: (value: string) =>
    fill('agreedAt: “{value}” is not a time. Write one such as 2027-03-12T09:40:00Z.', { value }),
  notACard: (reason: string) => fill('this is not a vCard: {reason}.', { reason }),
  several: (addresses: string) =>
    fill('{addresses}: several customers have this. Give the id of the one you mean.', { addresses }),
  twice: (name: string) => fill('{name} also appears in an earlier row.', { name }),
  tooMany: (most: number) => fill('only the first {most, number} are read. Split the file.', { most }),
  tooWide: 'this is wider than any file of customers. Check that it is one.',
  sums: (fresh: number, changed: number, same: number) =>
    fill(
      '{fresh, plural, one {# customer is} other {# customers are}} new, {changed} changed, {same} unchanged. Nothing has been imported yet.',
      { fresh, changed, same },
    ),
  takeIn: (n: number) =>
    fill('{n, plural, =0 {Nothing to import} one {Import # change} other {Import # changes}}', { n }),
  taken: (n: number) => fill('{n, plural, one {# customer} other {# customers}} imported.', { n }),
} as const)
