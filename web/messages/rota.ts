// Words of sites, shifts, absences, and of who is in.
import type { AbsenceReason, CalendarUser, PauseKind } from '@eudromos/core/plan'
import { count } from './count.ts'

const people = (n: number): string => count(n, 'person', 'people')

export const pauseNames: Record<PauseKind, string> = { break: 'break', meal: 'meal', training: 'training' }

export const absenceReasons: Record<AbsenceReason, string> = {
  holiday: 'on holiday',
  sick: 'sick',
  training: 'training',
  family: 'family',
  duty: 'duty elsewhere',
  other: 'another reason',
}

/** Some names in full, the rest as a number. */
export const someOf = (names: readonly string[], most = 6): string =>
  names.length <= most ? names.join(', ') : `${names.slice(0, most).join(', ')} and ${names.length - most} more`

/** Hours, shifts and sites may be called the same. */
export const calendarUserText = ({ kind, name }: CalendarUser): string =>
  kind === 'hours' ? name : `${name} (${kind === 'shift' ? 'shift' : 'site'})`

export const site = {
  title: 'Sites',
  one: 'Site',
  fresh: 'New site',
  people: (n: number) => `People at this site (${n})`,
  calendars: 'Holidays observed here',
  calm: (n: number) => (n === 0 ? 'Nobody works here.' : `${people(n)} ${n === 1 ? 'works' : 'work'} here.`),
  now: (day: string, time: string) => `It is ${day}, ${time} there.`,
  holidays: 'Holidays in the next twelve months',
  noHolidays: 'None in the next twelve months.',
  serves: 'Queues served from here',
  servesAlone: (name: string) => `${name}, from here alone`,
  servesNone: 'None.',
  none: 'None: no site',
  elsewhere: (names: readonly string[]) =>
    `${someOf(names)} ${names.length === 1 ? 'moves' : 'move'} here from another site.`,
} as const

export const shift = {
  title: 'Shifts',
  one: 'Shift',
  fresh: 'New shift',
  people: (n: number) => `People who work it (${n})`,
  calm: (n: number) => (n === 0 ? 'Nobody works it.' : `Worked by ${people(n)}.`),
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
  remove: (kind: string, from: string) => `Remove ${kind} at ${from}`,
  onDay: (day: string, kind: string) => `${kind} on ${day}`,
  none: 'None: no shift',
  perWeek: (time: string) => `${time} in a week, pauses included.`,
  now: (working: boolean, time: string | null) =>
    working
      ? time === null
        ? 'Always worked.'
        : `Worked now, ends in ${time}.`
      : time === null
        ? 'Never worked.'
        : `Not worked now, begins in ${time}.`,
  fortnight: 'The next fourteen days, from midnight to midnight; pauses are light',
  elsewhere: (names: readonly string[]) =>
    `${someOf(names)} ${names.length === 1 ? 'leaves another shift' : 'leave other shifts'} for this one.`,
  onShiftOnly: 'Offer only to people on shift',
  onShiftHelp: 'People without a shift, off shift or absent are passed over.',
  onShiftNow: (on: number, all: number) => `On shift now: ${on} of ${all}.`,
} as const

export const rota = {
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
    [people(all), `${on} on shift`, missing === 0 ? null : `${missing} of them not signed in`, `${away} away`]
      .filter(Boolean)
      .join(', ') + '.',
  siteSums: (on: number, away: number) => `${on} on shift, ${away} away`,
  siteTime: (zone: string, weekday: string, time: string) => `${zone}, ${weekday} ${time}`,
  enter: 'Enter an absence',
  own: 'Agents may enter their own absences',
  none: 'Nobody matches. Clear the name or choose another site.',
  noShift: 'no shift',
  free: 'free today',
  until: (time: string) => `until ${time}`,
  from: (time: string) => `from ${time}`,
  finished: 'finished for today',
  pauseUntil: (kind: PauseKind, time: string) => `${pauseNames[kind]} until ${time}`,
  awayUntil: (reason: string, time: string) => `away, ${reason}, until ${time}`,
  missing: (since: string) => `on shift since ${since}, not signed in`,
  here: (state: string) => state,
  legend: 'Filled: works. Light: pause. Hatched: away. The line is now.',
  legendWeeks: 'Filled: works. Half filled: part off the shift. Hatched: away all day. Empty: free.',
  working: (n: number) => `${n} in`,
  dayLabel: (day: string, what: string) => `${day}: ${what}`,
  works: (time: string) => `works ${time}`,
  partly: (time: string, reason: string) => `works ${time}, part away (${reason})`,
  away: (reason: string) => `away, ${reason}`,
  freeDay: 'free',
  holiday: (name: string, day: string) => `${name} ${day}`,
  names: 'Person',
  person: 'Person',
  shift: (name: string | null, siteName: string | null) =>
    `${name === null ? 'No shift' : `Shift: ${name}`}${siteName === null ? '' : `, ${siteName}`}.`,
  absences: 'Absences',
  noAbsences: 'None now or ahead.',
  span: (from: string, to: string) => `${from} – ${to}`,
  takeBack: 'Take back',
  takeBackOf: (span: string) => `Take back the absence ${span}`,
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
  takes: (time: string) => `Takes ${time} off the shift.`,
  takesNothing: 'It covers no working time.',
  alone: (queue: string, time: string) => `Nobody else of ${queue} is on shift for ${time} of it.`,
  overlaps: 'It overlaps another absence.',
  notAllowed: 'In this centre supervisors enter absences.',
  mine: 'My shift and absences',
  fortnight: 'The next fourteen days; pauses are light',
  hoursHead: 'Hours of the day, by the centre’s clocks',
} as const
