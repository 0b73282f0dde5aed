// When what of the demo's ferry company is open, worked and closed: hours, shifts, sites and holidays. All invented.
import type { WeeklyInterval } from '../../core/hours/index.ts'
import type { PlanDocument } from '../../core/plan/index.ts'

type HoursDraft = PlanDocument['hours'][number]
type CalendarDraft = PlanDocument['calendars'][number]
type ShiftDraft = PlanDocument['shifts'][number]

const weekdays = (from: string, to: string): WeeklyInterval[] =>
  [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from, to }))

const everyDay = (from: string, to: string): WeeklyInterval[] =>
  [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({ weekday, from, to }))

const hours = (
  id: string,
  name: string,
  weekly: readonly WeeklyInterval[],
  rest: Partial<HoursDraft> = {},
): HoursDraft => ({
  id,
  name,
  description: '',
  zone: 'Europe/Lisbon',
  weekly,
  exceptions: [],
  calendarIds: [],
  ...rest,
})

const calendar = (
  id: string,
  name: string,
  days: readonly (readonly [name: string, from: string, until?: string])[],
): CalendarDraft => ({
  id,
  name,
  description: '',
  holidays: days.map(([holiday, from, until]) => ({ name: holiday, from, until: until ?? from })),
})

const shift = (
  id: string,
  name: string,
  zone: string,
  weekly: readonly WeeklyInterval[],
  pauses: readonly [kind: 'break' | 'meal' | 'training', from: string, to: string][],
  calendarIds: readonly string[],
): ShiftDraft => ({
  id,
  name,
  description: '',
  zone,
  weekly,
  exceptions: [],
  calendarIds,
  pauses: pauses.flatMap(([kind, from, to]) => weekly.map(({ weekday }) => ({ kind, weekday, from, to }))),
})

/** Ready-made, for a centre that begins. */
export const usualHours: PlanDocument['hours'] = [
  hours('usual-office', 'Office hours', weekdays('09:00', '17:00')),
  hours('usual-day', 'By day, every day', everyDay('08:00', '20:00')),
]

/** When what is open: in three zones, with the holidays of each place. */
export const times: Pick<PlanDocument, 'hours' | 'calendars' | 'sites' | 'shifts'> = {
  hours: [
    hours('bookings', 'Bookings, every day', everyDay('07:00', '22:00'), {
      calendarIds: ['port-ansel'],
      description: 'Shorter on the eve of the Lantern feast.',
      exceptions: [
        { date: '2027-03-18', name: 'Eve of the Lantern feast', intervals: [{ from: '07:00', to: '12:30' }] },
      ],
    }),
    hours('freight', 'Freight desk', [...weekdays('08:00', '18:00'), { weekday: 6, from: '08:00', to: '12:00' }], {
      calendarIds: ['port-ansel', 'harbour'],
    }),
    hours('boarding', 'Boarding assistance', everyDay('06:00', '23:00')),
    hours(
      'lost-property',
      'Lost property',
      [1, 2, 3, 4, 5, 6].map((weekday) => ({ weekday, from: '10:00', to: '16:00' })),
      {
        calendarIds: ['port-ansel'],
      },
    ),
    hours('office', 'Office', [...weekdays('09:00', '12:30'), ...weekdays('13:30', '17:00')], {
      calendarIds: ['port-ansel'],
    }),
    hours('vellan', 'Vellan quay', [...weekdays('08:00', '16:00')], {
      zone: 'Atlantic/Azores',
      calendarIds: ['vellan'],
    }),
    hours('night', 'Night, from Marrow Bay', everyDay('07:30', '16:30'), {
      zone: 'Australia/Hobart',
      calendarIds: ['marrow-bay'],
      description: 'Covers our night from the other side of the world.',
    }),
  ],
  calendars: [
    calendar('port-ansel', 'Port Ansel holidays', [
      ['Lantern feast', '2027-03-19'],
      ['Quay Monday', '2027-03-29'],
      ['Founding day', '2027-06-14'],
      ['Midwinter', '2027-12-27', '2027-12-28'],
    ]),
    calendar('vellan', 'Vellan holidays', [
      ['Harbour day', '2027-03-15'],
      ['Blessing of the nets', '2027-08-09'],
    ]),
    calendar('marrow-bay', 'Marrow Bay holidays', [
      ['Regatta day', '2027-03-22'],
      ['Settlers’ day', '2027-11-01'],
    ]),
    calendar('harbour', 'Harbour closures', [
      ['Dredging, freight quay shut', '2027-03-16T10:00:00', '2027-03-16T14:00:00'],
    ]),
  ],
  sites: [
    {
      id: 'port-ansel',
      name: 'Port Ansel',
      description: 'The main quay, and the office above it.',
      zone: 'Europe/Lisbon',
      calendarIds: ['port-ansel'],
    },
    { id: 'vellan', name: 'Vellan', description: '', zone: 'Atlantic/Azores', calendarIds: ['vellan'] },
    {
      id: 'marrow-bay',
      name: 'Marrow Bay',
      description: 'Covers the night of the others.',
      zone: 'Australia/Hobart',
      calendarIds: ['marrow-bay'],
    },
  ],
  shifts: [
    shift(
      'early',
      'Early',
      'Europe/Lisbon',
      [1, 2, 3, 4, 5, 6].map((weekday) => ({ weekday, from: '06:00', to: '14:00' })),
      [
        ['break', '08:30', '08:45'],
        ['meal', '11:00', '11:30'],
      ],
      ['port-ansel'],
    ),
    shift(
      'late',
      'Late',
      'Europe/Lisbon',
      everyDay('09:00', '17:00'),
      [
        ['meal', '13:00', '13:30'],
        ['break', '15:30', '15:45'],
      ],
      ['port-ansel'],
    ),
    shift(
      'office',
      'Office',
      'Europe/Lisbon',
      weekdays('09:00', '17:00'),
      [['meal', '12:30', '13:30']],
      ['port-ansel'],
    ),
    shift(
      'vellan',
      'Vellan quay',
      'Atlantic/Azores',
      weekdays('08:00', '16:00'),
      [['meal', '12:00', '12:30']],
      ['vellan'],
    ),
    shift(
      'night',
      'Night, from Marrow Bay',
      'Australia/Hobart',
      everyDay('07:30', '16:30'),
      [['meal', '12:00', '12:45']],
      ['marrow-bay'],
    ),
  ],
}
