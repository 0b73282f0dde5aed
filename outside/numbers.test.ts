import { e164, mailbox } from '../core/numbers/index.ts'
import { mailboxes, phones, stock, texterNumber, writerAddress } from './numbers.ts'

test.each([...[...stock, ...phones].map(({ number }) => number), texterNumber(0), texterNumber(199)])(
  '%s is a number in E.164',
  (number) => {
    expect(e164(number)).toBe(number)
  },
)

test('each number is there once', () => {
  const all = [...stock, ...phones].map(({ number }) => number)
  expect(new Set(all).size).toBe(all.length)
})

test.each([...mailboxes.map(({ address }) => address), writerAddress(0), writerAddress(199)])(
  '%s is an address of email',
  (address) => {
    expect(mailbox(address)).toBe(address)
  },
)
