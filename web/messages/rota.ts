// Words of sites, shifts, absences, and of who is in.
import type { AbsenceReason, CalendarUser, PauseKind } from '@eudromos/core/plan'
import { fill, words } from './words.ts'

export const pauseNames: Record<PauseKind, string> = words({ break: 'break', meal: 'meal', training: 'training' })

export const absenceReasons: Record<AbsenceReason, string> = words({
  holiday: 'on holiday',
  sick: 'sick',
  training: 'training',
  family: 'family',
  duty: 'duty elsewhere',
  other: 'another reason',
})

/** Some names in full, the rest as a number. */
export const someOf = (names: readonly string[], most = 6): string =>
  names.length <= most
    ? names.join(', ')
    : fill('{names} and {more} more', { names: names.slice(0, most).join(', '), more: names.length - most })

/** Hours, shifts and sites may be called the same. */
export const calendarUserText = ({ kind, name }: CalendarUser): string =>
  fill('{kind, select, hours {{name}} shift {{name} (shift)} other {{name} (site)}}', { kind, name })

export const site = words({
  title: 'Sites',
  one: 'Site',
  fresh: 'New site',
  people: (n: number) => fill('People at this site ({n})', { n }),
  calendars: 'Holidays observed here',
  calm: (n: number) =>
    fill('{n, plural, =0 {Nobody works here.} one {# person works here.} other {# people work here.}}', { n }),
  now: (day: string, time: string) => fill('It is {day}, {time} there.', { day, time }),
  holidays: 'Holidays in the next twelve months',
  noHolidays: 'None in the next twelve months.',
  serves: 'Queues served from here',
  servesAlone: (name: string) => fill('{name}, from here alone', { name }),
  servesNone: 'None.',
  none: 'None: no site',
  elsewhere: (names: readonly string[]) =>
    fill('{names} {n, plural, one {moves} other {move}} here from another site.', {
      names: someOf(names),
      n: names.length,
    }),
} as const)

export const shift = words({
  title: 'Shifts',
  one: 'Shift',
  fresh: 'New shift',
  people: (n: number) => fill('People who work it ({n})', { n }),
  calm: (n: number) =>
    fill('{n, plural, =0 {Nobody works it.} one {Worked by # person.} other {Worked by # people.}}', { n }),
  weekHelp:
    'Drag on a day to add time; drag it to move it, its edges to stretch it. By keyboard: arrows move it, Shift and arrows move its end, Alt and arrows its beginning, Delete removes it.',
  closedDay: 'free',
  times: 'Works',
  noExceptions: 'None. A date here replaces that day’s hours and holidays.',
  pauses: 'Breaks, meals and training',
  noPauses: 'None yet. Offers still arrive during them until the agent chooses Break.',
  kind: 'What',
  kinds: { break: 'Break', meal: 'Meal', training: 'Training' },
  from: 'From',
  to: 'To',
  days: 'Days',
  add: 'Add',
  remove: (kind: string, from: string) => fill('Remove {kind} at {from}', { kind, from }),
  onDay: (day: string, kind: string) => fill('{kind} on {day}', { kind, day }),
  none: 'None: no shift',
  perWeek: (time: string) => fill('{time} in a week, pauses included.', { time }),
  now: (working: boolean, time: string | null) =>
    fill(
      '{working, select, true {{time, select, null {Always worked.} other {Worked now, ends in {time}.}}} other {{time, select, null {Never worked.} other {Not worked now, begins in {time}.}}}}',
      { working, time },
    ),
  fortnight: 'The next fourteen days, from midnight to midnight; pauses are light',
  elsewhere: (names: readonly string[]) =>
    fill('{names} {n, plural, one {leaves another shift} other {leave other shifts}} for this one.', {
      names: someOf(names),
      n: names.length,
    }),
  onShiftOnly: 'Offer only to people on shift',
  onShiftHelp: 'People without a shift, off shift or absent are passed over.',
  onShiftNow: (on: number, all: number) => fill('On shift now: {on} of {all}.', { on, all }),
} as const)

export const rota = words({
  title: 'Who is in',
  back: 'Back to Live',
  today: 'Today',
  weeks: 'Four weeks',
  shows: 'What is shown',
  search: 'Name',
  site: 'Site',
  allSites: 'All sites',
  noSite: 'Without a site',
  sums: (all: number, on: number, missing: number, away: number) =>
    [
      fill('{all, plural, one {# person} other {# people}}', { all }),
      fill('{on} on shift', { on }),
      missing === 0 ? null : fill('{missing} of them not signed in', { missing }),
      fill('{away} away', { away }),
    ]
      .filter(Boolean)
      .join(', ') + '.',
  siteSums: (on: number, away: number) => fill('{on} on shift, {away} away', { on, away }),
  siteTime: (zone: string, weekday: string, time: string) => `${zone}, ${weekday} ${time}`,
  enter: 'Enter an absence',
  own: 'Agents may enter their own absences',
  none: 'Nobody matches. Clear the name or choose another site.',
  noShift: 'no shift',
  free: 'free today',
  until: (time: string) => fill('until {time}', { time }),
  from: (time: string) => fill('from {time}', { time }),
  finished: 'finished for today',
  pauseUntil: (kind: PauseKind, time: string) => fill('{kind} until {time}', { kind: pauseNames[kind], time }),
  awayUntil: (reason: string, time: string) => fill('away, {reason}, until {time}', { reason, time }),
  missing: (since: string) => fill('on shift since {since}, not signed in', { since }),
  here: (state: string) => state,
  legend: 'Filled: works. Light: pause. Hatched: away. The line is now.',
  legendWeeks: 'Filled: works. Half filled: part off the shift. Hatched: away all day. Empty: free.',
  working: (n: number) => fill('{n} in', { n }),
  dayLabel: (day: string, what: string) => `${day}: ${what}`,
  works: (time: string) => fill('works {time}', { time }),
  partly: (time: string, reason: string) => fill('works {time}, part away ({reason})', { time, reason }),
  away: (reason: string) => fill('away, {reason}', { reason }),
  freeDay: 'free',
  holiday: (name: string, day: string) => `${name} ${day}`,
  names: 'Person',
  person: 'Person',
  shift: (name: string | null, siteName: string | null) =>
    fill('{name, select, null {No shift} other {Shift: {name}}}{siteName, select, null {} other {, {siteName}}}.', {
      name,
      siteName,
    }),
  absences: 'Absences',
  noAbsences: 'None now or ahead.',
  span: (from: string, to: string) => `${from} – ${to}`,
  takeBack: 'Take back',
  takeBackOf: (span: string) => fill('Take back the absence {span}', { span }),
  newAbsence: 'New absence',
  typed: 'away, as typed',
  fromOn: 'From',
  fromTime: 'Time',
  untilOn: 'Until (included)',
  untilTime: 'Time',
  timesHelp: 'Leave the times empty for whole days.',
  reason: 'Reason',
  reasons: absenceReasons,
  save: 'Enter it',
  entered: 'The absence is entered.',
  takenBack: 'The absence is taken back.',
  takes: (time: string) => fill('Takes {time} off the shift.', { time }),
  takesNothing: 'It covers no working time.',
  alone: (queue: string, time: string) => fill('Nobody else of {queue} is on shift for {time} of it.', { queue, time }),
  overlaps: 'It overlaps another absence.',
  notAllowed: 'In this centre supervisors enter absences.',
  mine: 'My shift and absences',
  fortnight: 'The next fourteen days; pauses are light',
  hoursHead: 'Hours of the day, by the centre’s clocks',
} as const)
