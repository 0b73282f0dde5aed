import { mailThreadsOf, namedBy, threadsOf, type PhoneTextView } from './outside-view.ts'

const text = (from: string, to: string, at: number): PhoneTextView => ({
  id: `${from}${to}${at}`,
  from,
  to,
  text: '',
  files: [],
  at,
  state: 'delivered',
  reason: null,
})

test('texts are threads by the other number, the newest thread first', () => {
  const threads = threadsOf('me', [text('me', 'a', 1), text('b', 'me', 2), text('a', 'me', 3)])
  expect(threads.map(({ other, texts }) => [other, texts.map(({ at }) => at)])).toEqual([
    ['a', [1, 3]],
    ['b', [2]],
  ])
})

test('email is by the other address and what it is about, whoever answered', () => {
  const mail = (from: string, to: string, at: number, subject: string) => ({ ...text(from, to, at), subject })
  const threads = mailThreadsOf('me', [
    mail('me', 'a', 1, 'My bag'),
    mail('me', 'a', 2, 'My ticket'),
    mail('a', 'me', 3, 'Re: My bag'),
    mail('b', 'me', 4, 'Re: My bag'),
  ])
  expect(threads.map(({ other, subject, mails }) => [other, subject, mails.map(({ at }) => at)])).toEqual([
    ['b', 'Re: My bag', [4]],
    ['a', 'My bag', [1, 3]],
    ['a', 'My ticket', [2]],
  ])
})

test('a number that two lines share has the name of the line that was chosen', () => {
  const number = '+442079460100'
  const lines = [
    { number, name: 'Texts', channel: 'sms' as const, language: null },
    { number, name: 'Bookings', channel: 'voice' as const, language: null },
    { number: '+442079460101', name: 'Freight', channel: 'voice' as const, language: null },
  ]
  expect(namedBy(lines, number, 'voice')).toBe('Bookings')
  expect(namedBy(lines, number, 'sms')).toBe('Texts')
  expect(namedBy(lines, '+442079460101', 'sms')).toBe('Freight')
  expect(namedBy(lines, '+442079460999', 'voice')).toBe('+44 20 7946 0999')
})
