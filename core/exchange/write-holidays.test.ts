import fc from 'fast-check'
import type { Holiday } from '../hours/index.ts'
import { readHolidays, writeHolidays } from './index.ts'

const all = { zone: 'Europe/Lisbon', from: Date.parse('2020-01-01T00:00:00Z'), to: Date.parse('2041-01-01T00:00:00Z') }
const stamp = '2027-03-12T09:40:00Z'

const again = (holidays: readonly Holiday[], zone = all.zone): Holiday[] =>
  readHolidays(writeHolidays('Made up', holidays, stamp), { ...all, zone }).map(({ name, from, until }) => ({
    name,
    from,
    until,
  }))

const day = fc.integer({ min: 18_500, max: 25_000 })
const dateText = (n: number): string => new Date(n * 86_400_000).toISOString().slice(0, 10)
const instantText = (seconds: number): string => new Date(seconds * 1000).toISOString().replace('.000Z', 'Z')
const second = fc.integer({ min: 18_500 * 86_400, max: 25_000 * 86_400 })
const name = fc
  .string({ unit: 'grapheme', maxLength: 120 })
  .map((text) => text.replaceAll(/\p{Cc}/gu, ''))
  .filter((text) => text.normalize() === text)

const holiday: fc.Arbitrary<Holiday> = fc.oneof(
  fc
    .record({ name, from: day, more: fc.nat(9) })
    .map((h) => ({ name: h.name, from: dateText(h.from), until: dateText(h.from + h.more) })),
  fc.record({ name, from: second, more: fc.integer({ min: 1, max: 200_000 }) }).map((h) => ({
    name: h.name,
    from: instantText(h.from),
    until: instantText(h.from + h.more),
  })),
  fc.record({ name, from: second, more: fc.integer({ min: 1, max: 200_000 }) }).map((h) => ({
    name: h.name,
    from: instantText(h.from).slice(0, -1),
    until: instantText(h.from + h.more).slice(0, -1),
  })),
)

const key = ({ name, from, until }: Holiday): string => `${from} ${until} ${name}`

test('reading again what was written gives the same', () => {
  fc.assert(
    fc.property(fc.array(holiday, { maxLength: 20 }), (holidays) => {
      expect(again(holidays).map(key).sort()).toEqual(holidays.map(key).sort())
    }),
    { numRuns: 300 },
  )
})

test('every line ends with CRLF and holds at most 75 octets, no character divided', () => {
  fc.assert(
    fc.property(fc.array(holiday, { maxLength: 5 }), (holidays) => {
      const text = writeHolidays('Ünïcödé, and; so \\ on', holidays, stamp)
      const lines = text.split('\r\n')
      expect(lines.pop()).toBe('')
      for (const line of lines) {
        expect(line).not.toMatch(/[\r\n]/)
        expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75)
        expect(line).toBe(new TextDecoder().decode(new TextEncoder().encode(line)))
      }
    }),
  )
})

test('an all-day event ends before its DTEND, and escapes are those of the RFC', () => {
  const text = writeHolidays(
    'Port',
    [{ name: 'Feast; eve, and \\ day', from: '2027-12-31', until: '2027-12-31' }],
    stamp,
  )
  expect(text).toContain('DTSTART;VALUE=DATE:20271231\r\nDTEND;VALUE=DATE:20280101\r\n')
  expect(text).toContain('SUMMARY:Feast\\; eve\\, and \\\\ day\r\n')
})
