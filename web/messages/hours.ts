// Words of opening hours and holiday calendars.
import { count } from './count.ts'
import { someOf } from './rota.ts'

export const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const

export const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const

/** What is said differently of a week that is worked. */
export interface WeekWords {
  readonly weekHelp: string
  readonly closedDay: string
  readonly times: string
  readonly noExceptions: string
}

export const hours = {
  short: 'Hours',
  one: 'Opening hours',
  fresh: 'New hours',
  zone: 'Time zone',
  zoneNow: (offset: string, time: string) => `UTC${offset} now; it is ${time} there.`,
  week: 'Week',
  weekHelp:
    'Drag on a day to add an opening; drag it to move it, its edges to stretch it. By keyboard: arrows move it, Shift and arrows move its end, Alt and arrows its beginning, Delete removes it.',
  interval: (day: string, from: string, to: string, past: boolean) =>
    `${day} ${from} to ${to}${past ? ' of the next day' : ''}`,
  closedDay: 'closed',
  typed: (day: string) => `${day}, typed`,
  typedWrong: 'Write intervals such as 08:00-12:30, 13:30-17:00, or leave it empty.',
  understood: (day: string, intervals: readonly { from: string; to: string }[]) =>
    `${day}: ${intervals.length === 0 ? 'closed' : intervals.map(({ from, to }) => `${from} to ${to}`).join(' and ')}.`,
  notUnderstood: (day: string, text: string) =>
    `${day}: “${text}” is not understood. Write intervals such as 08:00-12:30, 13:30-17:00, or leave it empty.`,
  wholeDay: (day: string, from: string) => `${day}: do you mean 24 hours, from ${from} to ${from} of the next day?`,
  wholeDayYes: 'Yes, 24 hours',
  copyDay: (day: string) => `Copy ${day} to other days`,
  copyWeekdays: 'Copy to Monday to Friday',
  copyAll: 'Copy to every day',
  copyTo: (day: string) => `Copy to ${day}`,
  calendars: 'Holiday calendars',
  exceptions: 'Exceptions by date',
  noExceptions: 'None. A date here replaces that day’s hours and holidays.',
  date: 'Date',
  dateTaken: 'This date has an exception already.',
  times: 'Open',
  exceptionName: 'Name',
  add: 'Add',
  removeException: (date: string) => `Remove the exception on ${date}`,
  exceptionMark: (name: string | null) => (name === null ? 'exception' : `${name} (exception)`),
  clocks: (minutes: number) =>
    `clocks go ${minutes > 0 ? 'forward' : 'back'} by ${Math.abs(minutes) % 60 === 0 ? `${Math.abs(minutes) / 60} h` : `${Math.abs(minutes)} min`}`,
  openAlways: 'Always open.',
  openNow: (time: string) => `Open now, closes in ${time}.`,
  closedNow: (why: string | null, time: string, at: string) =>
    `Closed now${why === null ? '' : `: ${why}`}. Opens in ${time}, at ${at}.`,
  neverOpens: 'Closed, and it never opens.',
  perWeek: (time: string) => `${time} open in a week.`,
  fortnight: 'The next fourteen days, from midnight to midnight',
  inMyZone: (zone: string) => `Show in my zone, ${zone}`,
  usedBy: (names: readonly string[]) => (names.length === 0 ? 'Used by no queue.' : `Used by ${names.join(', ')}.`),
  remove: 'Delete',
  removeSure: (name: string) => `Delete “${name}”?`,
  removeUnused: 'Nothing uses it.',
  removeUsed: (names: readonly string[]) => `It is used by ${someOf(names)}. Choose what they use instead.`,
  instead: 'Instead',
  alwaysOpen: 'None: always open',
  keep: 'Keep it',
  ofQueue: 'Opening hours',
  always: 'Always open',
  make: 'New hours…',
  makeTitle: 'New hours for this queue',
  cancel: 'Cancel',
  atClosing: 'Those waiting when it closes',
  served: 'are served',
  sentTo: (name: string) => `go on to ${name}`,
  queueOpen: (time: string) => `Open now, closes in ${time}.`,
} as const

export const calendar = {
  title: 'Holidays',
  one: 'Holiday calendar',
  fresh: 'New calendar',
  holidaysOf: (year: number, n: number) => `${year}: ${count(n, 'holiday', 'holidays')}`,
  yearBefore: (year: number) => `The year before ${year}`,
  yearAfter: (year: number) => `The year after ${year}`,
  none: 'None this year. Add one below, or import a calendar file.',
  list: 'Holidays',
  removeHoliday: (name: string) => `Remove ${name}`,
  showAll: (n: number) => `Show all ${n}`,
  from: 'From',
  until: 'Until (included)',
  name: 'Name',
  copyYear: (year: number) => `Copy ${year} to ${year + 1}`,
  usedBy: (names: readonly string[]) => (names.length === 0 ? 'Not used.' : `Taken by ${names.join(', ')}.`),
  noneInstead: 'None of these holidays',
  files: 'Calendar files',
  filesHelp:
    'A file (.ics) is compared with this calendar for the years it speaks of. Nothing changes before you take it.',
  import: 'Import a file',
  export: 'Export',
  preview: 'What the file would change',
  previewSums: (adds: number, changes: number, removes: number, same: number) =>
    `It adds ${adds}, changes ${changes}, removes ${removes}; ${same} stay the same.`,
  adds: 'Added',
  changes: 'Changed',
  removes: 'Removed',
  more: (n: number) => `and ${n} more`,
  take: 'Take these changes',
  dismiss: 'Cancel',
  fault: (line: number, reason: string) => `The file has a fault in line ${line}: ${reason}. Nothing of it was taken.`,
  unreadable: 'The file cannot be read. Nothing of it was taken.',
  year: (year: number) => `${year} at a glance`,
} as const

export const stopgap = {
  title: 'For a while',
  help: 'Overrides the opening hours until the time given; then they apply again.',
  what: 'What',
  kinds: { closed: 'closed', open: 'open' },
  until: 'Until',
  inTime: (time: string) => `in ${time}`,
  reason: 'Reason',
  reasons: {
    weather: 'weather',
    fewPeople: 'too few people',
    manyCustomers: 'many customers',
    outage: 'something is out of order',
    meeting: 'meeting or training',
    emergency: 'emergency',
    other: 'another reason',
  },
  close: 'Close it now',
  open: 'Keep it open',
  end: 'End this',
  begins: 'Begins',
  now: 'now',
  atATime: 'at a time',
  from: 'From',
  lasts: 'For how long',
  untilATime: 'until a time',
  span: (from: string, until: string, time: string) => `${from} to ${until}, ${time}`,
  words: 'In your own words (optional)',
  plan: 'Apply',
  current: (kind: 'closed' | 'open', from: string | null, until: string, reason: string, who: string | null) => {
    const by = `by a stopgap: ${reason}${who === null ? '' : ` (${who})`}.`
    if (from !== null) return `${kind === 'closed' ? 'Closes' : 'Opens'} at ${from}, until ${until}, ${by}`
    return `${kind === 'closed' ? 'Closed' : 'Open'} until ${until} ${by}`
  },
  laid: (kind: 'closed' | 'open', from: string | null, reason: string) =>
    from !== null
      ? `${kind === 'closed' ? 'Closes' : 'Opens'} at ${from}: ${reason}.`
      : `${kind === 'closed' ? 'Closed' : 'Kept open'} for a while: ${reason}.`,
  messages: (n: number) => `${count(n, 'message was', 'messages were')} left for the opening.`,
  openUntil: (at: string, time: string) => `Open until ${at}, ${time}.`,
  closedUntil: (at: string, time: string) => `Closed, opens ${at}, in ${time}.`,
  noHours: 'Without opening hours: always open.',
  hours: (name: string) => `Opening hours: ${name}`,
  toPlan: 'This queue in the plan',
} as const
