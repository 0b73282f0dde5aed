// Words of opening hours and holiday calendars.
import { someOf } from './rota.ts'
import { fill, words } from './words.ts'

export const weekdays = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'] as const

export const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'] as const

/** What is said differently of a week that is worked. */
export interface WeekWords {
  readonly weekHelp: string
  readonly closedDay: string
  readonly times: string
  readonly noExceptions: string
}

export const hours = words({
  short: 'Hours',
  one: 'Opening hours',
  fresh: 'New hours',
  zone: 'Time zone',
  zoneNow: (offset: string, time: string) => fill('UTC{offset} now; it is {time} there.', { offset, time }),
  week: 'Week',
  weekHelp:
    'Drag on a day to add an opening; drag it to move it, its edges to stretch it. By keyboard: arrows move it, Shift and arrows move its end, Alt and arrows its beginning, Delete removes it.',
  interval: (day: string, from: string, to: string, past: boolean) =>
    fill('{day} {from} to {to}{past, select, true { of the next day} other {}}', { day, from, to, past }),
  closedDay: 'closed',
  typed: (day: string) => fill('{day}, typed', { day }),
  typedWrong: 'Write intervals such as 08:00-12:30, 13:30-17:00, or leave it empty.',
  understood: (day: string, intervals: readonly { from: string; to: string }[]) =>
    fill('{day}: {n, plural, =0 {closed} other {{intervals}}}.', {
      day,
      n: intervals.length,
      intervals: intervals.map(({ from, to }) => fill('{from} to {to}', { from, to })).join(' and '),
    }),
  notUnderstood: (day: string, text: string) =>
    fill('{day}: “{text}” is not understood. Write intervals such as 08:00-12:30, 13:30-17:00, or leave it empty.', {
      day,
      text,
    }),
  wholeDay: (day: string, from: string) =>
    fill('{day}: do you mean 24 hours, from {from} to {from} of the next day?', { day, from }),
  wholeDayYes: 'Yes, 24 hours',
  copyDay: (day: string) => fill('Copy {day} to other days', { day }),
  copyWeekdays: 'Copy to Monday to Friday',
  copyAll: 'Copy to every day',
  copyTo: (day: string) => fill('Copy to {day}', { day }),
  calendars: 'Holiday calendars',
  exceptions: 'Exceptions by date',
  noExceptions: 'None. A date here replaces that day’s hours and holidays.',
  date: 'Date',
  dateTaken: 'This date has an exception already.',
  times: 'Open',
  exceptionName: 'Name',
  add: 'Add',
  removeException: (date: string) => fill('Remove the exception on {date}', { date }),
  exceptionMark: (name: string | null) => fill('{name, select, null {exception} other {{name} (exception)}}', { name }),
  clocks: (minutes: number) =>
    fill('clocks go {way, select, forward {forward} other {back}} by {size} {unit, select, h {h} other {min}}', {
      way: minutes > 0 ? 'forward' : 'back',
      size: Math.abs(minutes) % 60 === 0 ? Math.abs(minutes) / 60 : Math.abs(minutes),
      unit: Math.abs(minutes) % 60 === 0 ? 'h' : 'min',
    }),
  openAlways: 'Always open.',
  openNow: (time: string) => fill('Open now, closes in {time}.', { time }),
  closedNow: (why: string | null, time: string, at: string) =>
    fill('Closed now{why, select, null {} other {: {why}}}. Opens in {time}, at {at}.', { why, time, at }),
  neverOpens: 'Closed, and it never opens.',
  perWeek: (time: string) => fill('{time} open in a week.', { time }),
  fortnight: 'The next fourteen days, from midnight to midnight',
  inMyZone: (zone: string) => fill('Show in my zone, {zone}', { zone }),
  usedBy: (names: readonly string[]) =>
    fill('{n, plural, =0 {Used by no queue.} other {Used by {names}.}}', { n: names.length, names: names.join(', ') }),
  remove: 'Delete',
  removeSure: (name: string) => fill('Delete “{name}”?', { name }),
  removeUnused: 'Nothing uses it.',
  removeUsed: (names: readonly string[]) =>
    fill('It is used by {names}. Choose what they use instead.', { names: someOf(names) }),
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
  sentTo: (name: string) => fill('go on to {name}', { name }),
  queueOpen: (time: string) => fill('Open now, closes in {time}.', { time }),
} as const)

export const calendar = words({
  title: 'Holidays',
  one: 'Holiday calendar',
  fresh: 'New calendar',
  holidaysOf: (year: number, n: number) => fill('{year}: {n, plural, one {# holiday} other {# holidays}}', { year, n }),
  yearBefore: (year: number) => fill('The year before {year}', { year }),
  yearAfter: (year: number) => fill('The year after {year}', { year }),
  none: 'None this year. Add one below, or import a calendar file.',
  list: 'Holidays',
  removeHoliday: (name: string) => fill('Remove {name}', { name }),
  showAll: (n: number) => fill('Show all {n}', { n }),
  from: 'From',
  until: 'Until (included)',
  name: 'Name',
  copyYear: (year: number) => fill('Copy {year} to {next}', { year, next: year + 1 }),
  usedBy: (names: readonly string[]) =>
    fill('{n, plural, =0 {Not used.} other {Taken by {names}.}}', { n: names.length, names: names.join(', ') }),
  noneInstead: 'None of these holidays',
  files: 'Calendar files',
  filesHelp:
    'A file (.ics) is compared with this calendar for the years it speaks of. Nothing changes before you take it.',
  import: 'Import a file',
  export: 'Export',
  preview: 'What the file would change',
  previewSums: (adds: number, changes: number, removes: number, same: number) =>
    fill('It adds {adds}, changes {changes}, removes {removes}; {same} stay the same.', {
      adds,
      changes,
      removes,
      same,
    }),
  adds: 'Added',
  changes: 'Changed',
  removes: 'Removed',
  more: (n: number) => fill('and {n} more', { n }),
  take: 'Take these changes',
  dismiss: 'Cancel',
  fault: (line: number, reason: string) =>
    fill('The file has a fault in line {line}: {reason}. Nothing of it was taken.', { line, reason }),
  unreadable: 'The file cannot be read. Nothing of it was taken.',
  year: (year: number) => fill('{year} at a glance', { year }),
} as const)

export const stopgap = words({
  title: 'For a while',
  help: 'Overrides the opening hours until the time given; then they apply again.',
  what: 'What',
  kinds: { closed: 'closed', open: 'open' },
  until: 'Until',
  inTime: (time: string) => fill('in {time}', { time }),
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
  span: (from: string, until: string, time: string) => fill('{from} to {until}, {time}', { from, until, time }),
  words: 'In your own words (optional)',
  plan: 'Apply',
  current: (kind: 'closed' | 'open', from: string | null, until: string, reason: string, who: string | null) => {
    const by = fill('by a stopgap: {reason}{who, select, null {} other { ({who})}}.', { reason, who })
    if (from !== null)
      return fill('{kind, select, closed {Closes} other {Opens}} at {from}, until {until}, {by}', {
        kind,
        from,
        until,
        by,
      })
    return fill('{kind, select, closed {Closed} other {Open}} until {until} {by}', { kind, until, by })
  },
  laid: (kind: 'closed' | 'open', from: string | null, reason: string) =>
    fill(
      '{from, select, null {{kind, select, closed {Closed} other {Kept open}} for a while: {reason}.} other {{kind, select, closed {Closes} other {Opens}} at {from}: {reason}.}}',
      { from, kind, reason },
    ),
  messages: (n: number) =>
    fill('{n, plural, one {# message was} other {# messages were}} left for the opening.', { n }),
  openUntil: (at: string, time: string) => fill('Open until {at}, {time}.', { at, time }),
  closedUntil: (at: string, time: string) => fill('Closed, opens {at}, in {time}.', { at, time }),
  noHours: 'Without opening hours: always open.',
  hours: (name: string) => fill('Opening hours: {name}', { name }),
  toPlan: 'This queue in the plan',
} as const)
