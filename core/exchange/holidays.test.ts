import fc from 'fast-check'
import { RRule } from 'rrule'
import { OpenTimes, UtcClock } from '../hours/index.ts'
import { IcsFault, readHolidays } from './index.ts'
import { Effort, ruleOf } from './recurrence.ts'

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

test('by position: the last working day of a month', () => {
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

const weekdays = ['MO', 'TU', 'WE', 'TH', 'FR', 'SA', 'SU']

/** Rules of every part that may be repeated by days, in the words of the file. */
const ruleParts = (() => {
  const some = (least: number, most: number, fromEnd: boolean) =>
    fc.option(
      fc.uniqueArray(
        fromEnd
          ? fc.oneof(fc.integer({ min: least, max: most }), fc.integer({ min: -most, max: -1 }))
          : fc.integer({ min: least, max: most }),
        { minLength: 1, maxLength: 3 },
      ),
      { freq: 2 },
    )
  const freq = fc.constantFrom('YEARLY', 'MONTHLY', 'WEEKLY', 'DAILY')
  return fc.record({
    freq,
    interval: fc.integer({ min: 1, max: 3 }),
    months: some(1, 12, false),
    weeks: some(1, 53, true),
    yearDays: some(1, 366, true),
    monthDays: some(1, 31, true),
    // That implementation takes the days that are both, where some are counted and others are not.
    weekdays: fc.option(
      fc.oneof(
        ...[[0], [1, 2, 5, -1, -2]].map((nths) =>
          fc.uniqueArray(fc.tuple(fc.constantFrom(...nths), fc.constantFrom(...weekdays)), {
            minLength: 1,
            maxLength: 3,
          }),
        ),
      ),
      { freq: 2 },
    ),
    hours: some(0, 23, false),
    // That implementation takes the first of all for the last but one, where there is only one.
    positions: fc.option(fc.uniqueArray(fc.constantFrom(1, 2, 3, 4, 5, -1), { minLength: 1, maxLength: 3 }), {
      freq: 2,
    }),
    weekStart: fc.constantFrom('MO', 'SU', 'WE'),
    start: fc.integer({ min: 0, max: 800 }),
  })
})()

test('rules of every part repeat as a second implementation has them', () => {
  fc.assert(
    fc.property(ruleParts, (drawn) => {
      const yearly = drawn.freq === 'YEARLY'
      const inMonths = yearly || drawn.freq === 'MONTHLY'
      const weeks = yearly ? drawn.weeks : null
      // Of the first week that implementation knows the days from the start on only.
      const positions = drawn.freq === 'WEEKLY' || drawn.weekdays === null ? null : drawn.positions
      const list = (name: string, of: readonly (number | string)[] | null): string[] =>
        of === null ? [] : [`${name}=${of.join(',')}`]
      const rule = [
        `FREQ=${drawn.freq}`,
        `INTERVAL=${drawn.interval}`,
        `WKST=${drawn.weekStart}`,
        ...list('BYMONTH', drawn.months),
        ...list('BYWEEKNO', weeks),
        ...list('BYYEARDAY', yearly ? drawn.yearDays : null),
        ...list('BYMONTHDAY', drawn.monthDays),
        ...list(
          'BYDAY',
          drawn.weekdays?.map(([nth, day]) => `${nth === 0 || !inMonths || weeks !== null ? '' : nth}${day}`) ?? null,
        ),
        ...list('BYHOUR', drawn.hours?.sort((a, b) => a - b) ?? null),
        ...list('BYSETPOS', positions),
      ].join(';')
      const start = new Date(Date.UTC(2024, 0, 1 + drawn.start, 9))
      const stamp = (at: Date): string => at.toISOString().slice(0, 19).replaceAll(/[-:]/g, '')
      const text = file(...event(`DTSTART:${stamp(start)}Z`, 'DURATION:PT1H', `RRULE:${rule}`))
      const later = Date.UTC(2040, 0, 1)
      const all = readHolidays(text, { from: range.from, to: later, zone: 'UTC' }).map(({ from }) => Date.parse(from))
      // Where nothing more comes that implementation searches until the year 9999.
      fc.pre((all.at(-1) ?? 0) > range.to)
      const read = all.filter((at) => at < range.to)
      const theirs = new RRule({
        ...RRule.parseString(rule),
        dtstart: start,
        until: new Date(range.to - 1),
      }).all()
      // That implementation gives them in the order of the positions.
      const want = [...new Set([start.getTime(), ...theirs.map((at) => at.getTime())])].sort((a, b) => a - b)
      expect([rule, start.toISOString(), ...read]).toEqual([rule, start.toISOString(), ...want])
    }),
    { numRuns: 200 },
  )
})

test.each([
  ['BYEASTER is not understood', 'FREQ=YEARLY;BYEASTER=1'],
  ['FREQ=HOURLY repeats within a day', 'FREQ=HOURLY'],
  ['BYMONTH: “13” is not from 1 to 12', 'FREQ=YEARLY;BYMONTH=13'],
  ['BYWEEKNO goes with FREQ=YEARLY only', 'FREQ=MONTHLY;BYWEEKNO=20'],
  ['COUNT stands twice', 'FREQ=DAILY;COUNT=1;COUNT=2'],
  ['BYDAY counts weekdays', 'FREQ=WEEKLY;BYDAY=1MO'],
  ['“XX” is no weekday', 'FREQ=WEEKLY;BYDAY=XX'],
])('a rule that is not understood is refused, not guessed: %s', (reason, rule) => {
  const text = file(...event('DTSTART;VALUE=DATE:20240105', `RRULE:${rule}`))
  expect(() => read(text)).toThrow(reason)
})

test('a duration beyond all sense is refused with its line', () => {
  expect(() => read(file(...event('DTSTART;VALUE=DATE:20240105', 'DURATION:P999999999D')))).toThrow(
    'line 8: DURATION: “P999999999D” is longer than 100 years',
  )
})

const many = (count: number, lines: (n: number) => string[]): string =>
  file(Array.from({ length: count }, (_, n) => ['BEGIN:VEVENT', ...lines(n), 'END:VEVENT'].join('\r\n')).join('\r\n'))

test.each([
  ['many events of one UID', () => many(20_000, () => ['UID:same', 'DTSTART;VALUE=DATE:20240105']), 1],
  [
    'many yearly rules',
    () => many(5000, (n) => [`UID:${n}`, 'DTSTART;VALUE=DATE:20200105', 'RRULE:FREQ=YEARLY']),
    15_000,
  ],
  ['a rule from 1604', () => many(1, () => ['DTSTART;VALUE=DATE:16040105', 'RRULE:FREQ=YEARLY']), 3],
  ['50 MB', () => `BEGIN:VCALENDAR\n${'X:'.padEnd(1000, 'x')}\n`.padEnd(50_000_000, 'x'), 'larger than 16 MB'],
])('the work is bounded: %s', (_what, make, found) => {
  const text = make()
  if (typeof found === 'number') expect(readHolidays(text, range)).toHaveLength(found)
  else expect(() => readHolidays(text, range)).toThrow(found)
})

test('the steps of all rules of a file are counted together', () => {
  const rule = ruleOf({ line: 7, name: 'RRULE', params: new Map(), value: 'FREQ=DAILY;BYMONTHDAY=31;BYMONTH=2' })
  const effort = new Effort(3000)
  const start = { isDate: true, wall: range.from, clock: null }
  const walls = (): number[] => rule.walls(start, range, UtcClock, effort)
  expect(walls()).toEqual([range.from])
  expect(walls()).toHaveLength(1)
  expect(walls).toThrow('line 7: the rules of this file repeat too often')
})

test('a position beyond the set takes nothing', () => {
  const rule = 'RRULE:FREQ=YEARLY;BYMONTHDAY=1;BYDAY=MO;BYSETPOS=-2,2'
  expect(read(file(...event('DTSTART;VALUE=DATE:20260601', rule)))).toEqual(['2026-06-01 2026-06-01'])
  expect(read(file(...event('DTSTART;VALUE=DATE:20240101', rule)))).toEqual([
    '2024-01-01 2024-01-01',
    '2024-04-01 2024-04-01',
    '2025-09-01 2025-09-01',
    '2025-12-01 2025-12-01',
  ])
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
