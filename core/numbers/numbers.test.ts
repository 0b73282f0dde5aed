import { e164, isMailbox, mailbox, shownNumber, textParts } from './index.ts'

test.each([
  ['+44 20 7946 0123', '+442079460123'],
  [' +61 491 570 006', '+61491570006'],
  ['+61-3-7010-1234', '+61370101234'],
])('%s is a number', (text, number) => {
  expect(e164(text)).toBe(number)
})

test.each(['', '020 7946 0123', '+44 20 7946', '+44 20 7946 0123 ext. 4', 'ring us', '+999 123456789'])(
  '"%s" is none: it names no country, or no network would take it',
  (text) => {
    expect(e164(text)).toBeNull()
  },
)

test('a number is shown as people write it', () => {
  expect(shownNumber('+442079460123')).toBe('+44 20 7946 0123')
  expect(shownNumber('no number')).toBe('no number')
  expect(shownNumber('call+442079460123@mail.example')).toBe('call+442079460123@mail.example')
})

test.each([
  ['ilse.varga@mail.example', 'ilse.varga@mail.example'],
  [' Ilse.Varga@Mail.Example ', 'ilse.varga@mail.example'],
  ['a+b_c@x-y.example', 'a+b_c@x-y.example'],
])('%s is an address of email', (text, address) => {
  expect(mailbox(text)).toBe(address)
  expect(isMailbox(address)).toBe(true)
})

test.each([
  '',
  'ilse',
  '@mail.example',
  'ilse@mail',
  'ilse@-x.example',
  'i v@mail.example',
  `${'a'.repeat(65)}@x.example`,
])('"%s" is none: mail could not be sent to it', (text) => expect(mailbox(text)).toBeNull())

test('a text counts by the alphabet that it needs', () => {
  expect(textParts('')).toEqual({ alphabet: 'GSM-7', parts: 1, left: 160 })
  expect(textParts('a'.repeat(160))).toEqual({ alphabet: 'GSM-7', parts: 1, left: 0 })
  expect(textParts('a'.repeat(161))).toEqual({ alphabet: 'GSM-7', parts: 2, left: 145 })
  // Of the extension table: counts twice.
  expect(textParts('€'.repeat(80))).toEqual({ alphabet: 'GSM-7', parts: 1, left: 0 })
  expect(textParts('ț'.repeat(70))).toEqual({ alphabet: 'UCS-2', parts: 1, left: 0 })
  expect(textParts('ț'.repeat(71))).toEqual({ alphabet: 'UCS-2', parts: 2, left: 63 })
})
