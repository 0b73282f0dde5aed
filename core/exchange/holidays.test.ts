import fc from 'fast-check'
import { Temporal } from 'temporal-polyfill'
import { OpenTimes } from '../hours/index.ts'
import { IcsFault, readHolidays } from './index.ts'

const file = (...lines: string[]): string =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'PRODID:-//Test//EN', ...lines, 'END:VCALENDAR', ''].join('\r\n')
const event = (...lines: string[]): string[] => [
  'BEGIN:VEVENT',
  'UID:a@test',
  'DTSTAMP:20240101T000000Z',
  ...lines,
  'END:VEVENT',
]
const range = {
  zone: 'Europe/Lisbon',
  from: Date.parse('2024-01-01T00:00:00Z'),
  to: Date.parse('2027-01-01T00:00:00Z'),
}
const read = (text: string, zone = range.zone): string[] =>
  readHolidays(text, { ...range, zone }).map(({ name, from, until }) => `${name} ${from} ${until}`.trim())

test('all-day events: one day without an end, several days, escapes, folds, other signs', () => {
  expect(
    read(
      file(
        ...event('DTSTART;VALUE=DATE:20240229', 'SUMMARY:Leap day\\, one day\\; ça va ☀'),
        ...event('UID:b', 'DTSTART;VALUE=DATE:20251231', 'DTEND;VALUE=DATE:20260102', 'SUMMARY:Two day', ' s').filter(
          (line) => line !== 'UID:a@test',
        ),
      ),
    ),
  ).toEqual(['Leap day, one day; ça va ☀ 2024-02-29 2024-02-29', 'Two days 2025-12-31 2026-01-01'])
})

test.each(['\n', '\r', '\r\n'])('line ends %j are taken', (end) => {
  const text = file(...event('DTSTART;VALUE=DATE:20240624', 'SUMMARY:Harbour', ' day')).replaceAll('\r\n', end)
  expect(read(text)).toEqual(['Harbourday 2024-06-24 2024-06-24'])
})

test('a timed event closes its exact span, in its own zone, in UTC, or floating', () => {
  expect(
    read(
      file(
        ...event(
          'DTSTART;TZID=America/New_York:20240310T013000',
          'DTEND;TZID=America/New_York:20240310T033000',
          'SUMMARY:Gap',
        ),
        ...event('DTSTART:20240401T100000Z', 'DURATION:PT1H30M', 'SUMMARY:UTC').map((l) => l.replace('a@', 'b@')),
        ...event('DTSTART:20240701T100000', 'DURATION:PT1H', 'SUMMARY:Floating').map((l) => l.replace('a@', 'c@')),
      ),
    ),
  ).toEqual([
    'Gap 2024-03-10T06:30:00Z 2024-03-10T07:30:00Z',
    'UTC 2024-04-01T10:00:00Z 2024-04-01T11:30:00Z',
    'Floating 2024-07-01T10:00:00 2024-07-01T11:00:00',
  ])
})

test('a day by the calendar is not 24 hours where clocks change', () => {
  const at = (length: string): string[] =>
    read(file(...event('DTSTART;TZID=Europe/Lisbon:20240330T120000', `DURATION:${length}`, 'SUMMARY:x')))
  expect(at('P1D')).toEqual(['x 2024-03-30T12:00:00Z 2024-03-31T11:00:00Z'])
  expect(at('PT24H')).toEqual(['x 2024-03-30T12:00:00Z 2024-03-31T12:00:00Z'])
})

const series = (...lines: string[]): string[] =>
  event('DTSTART;TZID=Europe/Lisbon:20240603T090000', 'DURATION:PT1H', 'SUMMARY:s', ...lines)

test('a series without some dates, with others more, with one changed and one cancelled', () => {
  expect(
    read(
      file(
        ...series(
          'RRULE:FREQ=WEEKLY;COUNT=5',
          'EXDATE;TZID=Europe/Lisbon:20240610T090000',
          'RDATE;VALUE=PERIOD:20240605T080000Z/PT2H',
        ),
        ...event(
          'RECURRENCE-ID;TZID=Europe/Lisbon:20240617T090000',
          'DTSTART;TZID=Europe/Lisbon:20240618T100000',
          'DURATION:PT30M',
          'SUMMARY:moved',
        ),
        ...event('RECURRENCE-ID:20240624T080000Z', 'DTSTART;TZID=Europe/Lisbon:20240624T090000', 'STATUS:CANCELLED'),
      ),
    ),
  ).toEqual([
    's 2024-06-03T08:00:00Z 2024-06-03T09:00:00Z',
    's 2024-06-05T08:00:00Z 2024-06-05T10:00:00Z',
    'moved 2024-06-18T09:00:00Z 2024-06-18T09:30:00Z',
    's 2024-07-01T08:00:00Z 2024-07-01T09:00:00Z',
  ])
  expect(read(file(...series('RRULE:FREQ=WEEKLY;COUNT=5', 'STATUS:CANCELLED')))).toEqual([])
})

test('UNTIL is an instant where the start has a zone, and takes the one it names', () => {
  expect(read(file(...series('RRULE:FREQ=DAILY;UNTIL=20240605T080000Z')))).toHaveLength(3)
  expect(read(file(...series('RRULE:FREQ=DAILY;UNTIL=20240605T075959Z')))).toHaveLength(2)
})

test('from one occurrence on all are changed', () => {
  expect(
    read(
      file(
        ...series('RRULE:FREQ=DAILY;COUNT=4'),
        ...event(
          'RECURRENCE-ID;RANGE=THISANDFUTURE;TZID=Europe/Lisbon:20240605T090000',
          'DTSTART;TZID=Europe/Lisbon:20240605T110000',
          'DURATION:PT2H',
          'SUMMARY:later',
        ),
      ),
    ).slice(2),
  ).toEqual(['later 2024-06-05T10:00:00Z 2024-06-05T12:00:00Z', 'later 2024-06-06T10:00:00Z 2024-06-06T12:00:00Z'])
})

test('a zone that only the file knows', () => {
  const zone = (name: string, from: string, to: string, start: string, rule: string): string[] => [
    `BEGIN:${name}`,
    `DTSTART:${start}`,
    `TZOFFSETFROM:${from}`,
    `TZOFFSETTO:${to}`,
    `RRULE:${rule}`,
    `END:${name}`,
  ]
  expect(
    read(
      file(
        'BEGIN:VTIMEZONE',
        'TZID:Skerrow',
        ...zone('STANDARD', '+0200', '+0100', '20001029T030000', 'FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU'),
        ...zone('DAYLIGHT', '+0100', '+0200', '20000326T020000', 'FREQ=YEARLY;BYMONTH=3;BYDAY=-1SU'),
        'END:VTIMEZONE',
        ...event('DTSTART;TZID=Skerrow:20250701T120000', 'DURATION:PT1H', 'RRULE:FREQ=MONTHLY;INTERVAL=6;COUNT=2'),
      ),
    ),
  ).toEqual(['2025-07-01T10:00:00Z 2025-07-01T11:00:00Z', '2026-01-01T11:00:00Z 2026-01-01T12:00:00Z'])
})

test.each([
  [
    'an event that is never ended',
    file(...event('DTSTART;VALUE=DATE:20240101')).replace('END:VEVENT\r\n', ''),
    8,
    'is not ended',
  ],
  ['no calendar', 'hello: world', 1, 'BEGIN:VCALENDAR'],
  ['nothing', '', 1, 'no calendar'],
  ['a line without a colon', file('BEGIN:VEVENT', 'what is this', 'END:VEVENT'), 5, 'NAME:value'],
  ['a date that does not exist', file(...event('DTSTART;VALUE=DATE:20250229')), 7, '20250229'],
  [
    'an end before the start',
    file(...event('DTSTART;VALUE=DATE:20250228', 'DTEND;VALUE=DATE:20250227')),
    8,
    'before DTSTART',
  ],
  ['an unknown zone', file(...event('DTSTART;TZID=Atlantis:20250228T100000')), 7, 'Atlantis'],
  ['a rule of nonsense', file(...event('DTSTART;VALUE=DATE:20250228', 'RRULE:FREQ=SOMETIMES')), 8, 'RRULE'],
  [
    'an interval of nothing',
    file(...event('DTSTART;VALUE=DATE:20250228', 'RRULE:FREQ=DAILY;INTERVAL=0')),
    8,
    'INTERVAL',
  ],
  ['no start', file(...event('SUMMARY:x')), 4, 'no DTSTART'],
])('a file with a fault is refused with its line: %s', (_what, text, line, reason) => {
  expect(() => read(text)).toThrow(IcsFault)
  try {
    read(text)
  } catch (error) {
    expect(error).toMatchObject({ line, reason: expect.stringContaining(reason) as string })
  }
})

test('a rule that no day meets has its start only, and ends', () => {
  const text = file(...event('DTSTART;VALUE=DATE:20240105', 'RRULE:FREQ=YEARLY;BYMONTH=2;BYMONTHDAY=30', 'SUMMARY:x'))
  expect(read(text)).toEqual(['x 2024-01-05 2024-01-05'])
})

test('COUNT counts what there is: the leap day three times', () => {
  const text = file(...event('DTSTART;VALUE=DATE:20160229', 'RRULE:FREQ=YEARLY;COUNT=3', 'SUMMARY:leap'))
  expect(read(text)).toEqual(['leap 2024-02-29 2024-02-29'])
})

test('parts beyond days go through the library: the last working day of a month', () => {
  const rule = 'RRULE:FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1;COUNT=3'
  expect(read(file(...event('DTSTART;VALUE=DATE:20240229', rule, 'SUMMARY:count')))).toEqual([
    'count 2024-02-29 2024-02-29',
    'count 2024-03-29 2024-03-29',
    'count 2024-04-30 2024-04-30',
  ])
})

test('what was read closes hours', () => {
  const holidays = readHolidays(file(...event('DTSTART;VALUE=DATE:20250610', 'SUMMARY:Feast')), range)
  const always = [1, 2, 3, 4, 5, 6, 7].map((weekday) => ({ weekday, from: '00:00', to: '24:00' }))
  const times = new OpenTimes({ zone: 'Europe/Lisbon', weekly: always, exceptions: [], holidays })
  expect(times.why(Date.parse('2025-06-10T12:00:00Z'))).toEqual({ open: false, because: 'holiday', name: 'Feast' })
  expect(times.isOpen(Date.parse('2025-06-10T23:00:00Z'))).toBe(true)
})

// Rules day by day, in the words of RFC 5545, for the shapes that holidays use.
const weekdays = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU']
interface Shape {
  readonly freq: 'YEARLY' | 'MONTHLY' | 'WEEKLY' | 'DAILY'
  readonly interval: number
  readonly month: number | null
  readonly monthDay: number | null
  readonly weekday: { readonly day: number; readonly nth: number } | null
  readonly count: number | null
  readonly start: number
}

function naive(shape: Shape, start: Temporal.PlainDate, end: Temporal.PlainDate): string[] {
  const { freq, interval, month, monthDay, weekday } = shape
  const found: string[] = []
  const monday = (date: Temporal.PlainDate): Temporal.PlainDate => date.subtract({ days: date.dayOfWeek - 1 })
  for (let date = start; Temporal.PlainDate.compare(date, end) < 0; date = date.add({ days: 1 })) {
    const months = (date.year - start.year) * 12 + date.month - start.month
    const steps = {
      YEARLY: date.year - start.year,
      MONTHLY: months,
      WEEKLY: monday(start).until(monday(date)).days / 7,
      DAILY: start.until(date).days,
    }[freq]
    if (steps % interval !== 0) continue
    if (month !== null && date.month !== month) continue
    if (monthDay !== null && date.day !== (monthDay < 0 ? date.daysInMonth + 1 + monthDay : monthDay)) continue
    if (weekday !== null) {
      if (date.dayOfWeek !== weekday.day) continue
      const fromStart = Math.ceil(date.day / 7)
      const fromEnd = -Math.ceil((date.daysInMonth - date.day + 1) / 7)
      if (weekday.nth !== 0 && fromStart !== weekday.nth && fromEnd !== weekday.nth) continue
    }
    if (weekday === null && monthDay === null) {
      if ((freq === 'YEARLY' || freq === 'MONTHLY') && date.day !== start.day) continue
      if (freq === 'YEARLY' && month === null && date.month !== start.month) continue
      if (freq === 'WEEKLY' && date.dayOfWeek !== start.dayOfWeek) continue
    }
    found.push(date.toString())
  }
  // The start is the first of the set whether the rule meets it or not.
  return found[0] === start.toString() ? found : [start.toString(), ...found]
}

test('recurring days are those of a walk day by day', () => {
  const shape = fc.record({
    freq: fc.constantFrom('YEARLY' as const, 'MONTHLY' as const, 'WEEKLY' as const, 'DAILY' as const),
    interval: fc.integer({ min: 1, max: 3 }),
    month: fc.option(fc.integer({ min: 1, max: 12 })),
    monthDay: fc.option(fc.oneof(fc.integer({ min: 1, max: 31 }), fc.integer({ min: -5, max: -1 }))),
    weekday: fc.option(fc.record({ day: fc.integer({ min: 1, max: 7 }), nth: fc.constantFrom(0, 1, 2, 4, 5, -1, -2) })),
    count: fc.constant(null),
    start: fc.integer({ min: 0, max: 800 }),
  })
  fc.assert(
    fc.property(shape, (drawn) => {
      // The nth weekday is of a month; a month by its day and weekday at once is rare, and days by themselves suffice.
      const weekday =
        drawn.freq === 'DAILY' || drawn.freq === 'WEEKLY' ? null : drawn.monthDay === null ? drawn.weekday : null
      const month =
        drawn.freq === 'YEARLY' && weekday !== null ? (drawn.month ?? 5) : drawn.freq === 'YEARLY' ? drawn.month : null
      const monthDay =
        drawn.freq === 'WEEKLY' || drawn.freq === 'DAILY' || (drawn.freq === 'YEARLY' && month === null)
          ? null
          : drawn.monthDay
      const one: Shape = { ...drawn, weekday, month, monthDay }
      const start = Temporal.PlainDate.from('2024-01-01').add({ days: one.start })
      const rule = [
        `FREQ=${one.freq}`,
        ...(one.interval > 1 ? [`INTERVAL=${one.interval}`] : []),
        ...(month === null ? [] : [`BYMONTH=${month}`]),
        ...(monthDay === null ? [] : [`BYMONTHDAY=${monthDay}`]),
        ...(weekday === null
          ? []
          : [`BYDAY=${weekday.nth === 0 ? '' : weekday.nth}${weekdays[weekday.day - 1] ?? ''}`]),
      ].join(';')
      const text = file(...event(`DTSTART;VALUE=DATE:${start.toString().replaceAll('-', '')}`, `RRULE:${rule}`))
      const read = readHolidays(text, { ...range, zone: 'UTC' }).map(({ from }) => from)
      expect([rule, start.toString(), ...read]).toEqual([
        rule,
        start.toString(),
        ...naive(one, start, Temporal.PlainDate.from('2027-01-01')),
      ])
    }),
    { numRuns: 300 },
  )
})

test('a fold within a character is undone before the bytes are read as text; what is no UTF-8 is refused', () => {
  const range = { zone: 'Europe/Lisbon', from: Date.UTC(2027, 0, 1), to: Date.UTC(2028, 0, 1) }
  const whole = [
    'BEGIN:VCALENDAR',
    'BEGIN:VEVENT',
    'UID:1',
    'DTSTART;VALUE=DATE:20270624',
    'SUMMARY:São João',
    'END:VEVENT',
    'END:VCALENDAR',
  ]
  const bytes = new TextEncoder().encode(whole.join('\r\n'))
  // After the first byte of the “ã”.
  const cut = bytes.indexOf(0xc3) + 1
  const folded = new Uint8Array([...bytes.slice(0, cut), 0x0d, 0x0a, 0x20, ...bytes.slice(cut)])
  expect(readHolidays(folded, range)).toMatchObject([{ name: 'São João', from: '2027-06-24' }])
  expect(readHolidays(new Uint8Array([0xef, 0xbb, 0xbf, ...bytes]), range)).toHaveLength(1)
  const broken = bytes.map((byte) => (byte === 0xc3 ? 0x41 : byte))
  expect(() => readHolidays(broken, range)).toThrow('line 5: it is not written in UTF-8')
})
