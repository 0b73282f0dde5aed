import { closedSpans } from './holidays.ts'

const calendar = (...lines: string[]): string =>
  ['BEGIN:VCALENDAR', 'VERSION:2.0', 'BEGIN:VEVENT', 'UID:a', ...lines, 'END:VEVENT', 'END:VCALENDAR'].join('\r\n')

test('the closed spans between two dates, both included', () => {
  const text = calendar('DTSTART;VALUE=DATE:20260624', 'RRULE:FREQ=YEARLY', 'SUMMARY:Harbour day')
  expect(closedSpans(text, { from: '2026-06-25', to: '2028-06-24', zone: 'Europe/Lisbon' })).toEqual({
    holidays: [
      { name: 'Harbour day', from: '2027-06-24', until: '2027-06-24' },
      { name: 'Harbour day', from: '2028-06-24', until: '2028-06-24' },
    ],
  })
})

test.each([
  [{ to: '2027-01-01' }, '/from'],
  [{ from: '2027-02-30', to: '2027-03-01' }, '/from'],
  [{ from: '2027-02-01', to: '2027-01-01' }, '/to'],
  [{ from: '2027-01-01', to: '2027-02-01', zone: 'Atlantis' }, '/zone'],
])('options %j are refused', (options, pointer) => {
  expect(() => closedSpans(calendar('DTSTART;VALUE=DATE:20260624'), options)).toThrow(
    expect.objectContaining({ faults: [expect.objectContaining({ pointer }) as object] }) as Error,
  )
})

test('a fault in the file is told with its line', () => {
  expect(() => closedSpans(calendar('DTSTART:soon'), { from: '2027-01-01', to: '2027-02-01' })).toThrow(
    expect.objectContaining({ faults: [expect.objectContaining({ pointer: '/file/line/5' }) as object] }) as Error,
  )
})
