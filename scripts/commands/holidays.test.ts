import { spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { root } from '../prepare.mjs'
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

test('a problem of any length comes whole through a pipe whose reader is slow', () => {
  const folder = mkdtempSync(join(tmpdir(), 'eudromos-pipe-'))
  const file = join(folder, 'long.ics')
  writeFileSync(file, `BEGIN:VCALENDAR\nBEGIN:${'X'.repeat(300_000)}\nEND:VCALENDAR`)
  const cli = `node --import tsx scripts/cli.ts holidays ${file} --from 2027-01-01 --to 2027-12-31`
  const { stdout } = spawnSync('bash', ['-c', `${cli} | (sleep 1; cat)`], {
    encoding: 'utf8',
    maxBuffer: 1e8,
    cwd: root,
  })
  rmSync(folder, { recursive: true })
  expect(stdout.length).toBeGreaterThan(300_000)
  expect(JSON.parse(stdout)).toMatchObject({ status: 422 })
})
