import { firstName, clockText, initialsOf, inWords, lengthText, secondsText, sizeText, timeText } from './format.ts'

const minute = 60_000

test.each([
  [-5, '0:00'],
  [65_999, '1:05'],
  [3_600_000, '1:00:00'],
])('%i ms run as %s', (ms, text) => expect(clockText(ms)).toBe(text))

test.each([
  [20, '20 s'],
  [90, '1 min 30 s'],
  [120, '2 min'],
  [7200, '2 h'],
  [5400, '1 h 30 min'],
])('%i s are %s', (seconds, text) => expect(secondsText(seconds)).toBe(text))

test.each([
  [20_000, '20 s'],
  [12 * minute, '12 min'],
  [134 * minute, '2 h 14'],
  [120 * minute, '2 h'],
  [3 * 1440 * minute, '3 days'],
])('%i ms ahead are %s', (ms, text) => expect(inWords(ms)).toBe(text))

test.each([
  [45 * minute, '45 min'],
  [8 * 60 * minute, '8 h'],
  [450 * minute, '7 h 30 min'],
])('%i ms of work are %s', (ms, text) => expect(lengthText(ms)).toBe(text))

test('a customer is called by the first name, or by the whole number', () => {
  expect(firstName('Ilse Varga')).toBe('Ilse')
  expect(firstName('+1 202 555 0111')).toBe('+1 202 555 0111')
})

test('a time is that of its zone, with the date where it is not the day of now', () => {
  const at = Date.parse('2027-03-12T23:30:00Z')
  expect(timeText(at, 'Australia/Hobart')).toBe('10:30')
  expect(timeText(at, 'Europe/Lisbon', at - 60 * minute)).toBe('23:30')
  expect(timeText(at, 'Australia/Hobart', at - 1440 * minute)).toBe('2027-03-13 10:30')
})

test('sizes and initials', () => {
  expect([sizeText(10), sizeText(2048), sizeText(1.5 * 1024 * 1024)]).toEqual(['1 kB', '2 kB', '1.5 MB'])
  expect(['Ana Mirel', 'Fenna de Wit', 'Ulla', ''].map(initialsOf)).toEqual(['AM', 'FW', 'U', ''])
})
