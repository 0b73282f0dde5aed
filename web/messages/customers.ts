// Words of customers.
import { count } from './count.ts'

export const customers = {
  title: 'Customers',
  one: 'Customer',
  records: 'Records',
  find: 'Find by name or number',
  columns: {
    name: 'Name',
    numbers: 'Numbers',
    conversations: 'Conversations',
    lastAt: 'Last',
    contact: 'Calls and texts first',
  },
  wantsNone: 'wants none',
  none: 'Nobody is known by this. Look for another name or number.',
  empty: 'Customers will be here once somebody has called, texted or written.',
  total: (n: number) => count(n, 'customer', 'customers'),
  back: 'All customers',
  known: 'What is known',
  name: 'Name',
  zone: 'Time zone',
  zoneHelp: 'Such as Europe/Lisbon. Empty: as their number tells.',
  noNumbers: 'No number.',
  agreedOn: (when: string) => `Agreed on ${when}`,
  save: 'Save',
  saved: 'Saved.',
  timeline: 'All conversations',
  noConversations: 'No conversation is on record.',
  latest: (shown: number, all: number) => `The latest ${shown} of ${all}.`,
  export: 'Export what is kept',
  erase: 'Erase',
  eraseTitle: (name: string) => `Erase what is kept of ${name}?`,
  eraseHelp:
    'Name, numbers, all that was written or said, files and recordings go for good. That and when there were conversations, with whom and for how long, stays, without a name.',
  keep: 'Keep',
  erased: 'erased',
} as const
