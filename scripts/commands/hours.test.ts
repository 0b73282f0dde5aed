import { spawnSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import Ajv2020 from 'ajv/dist/2020.js'
import { answerHours } from './hours.ts'
import { BadInput } from './problem.ts'

const root = join(__dirname, '../..')
const schema = JSON.parse(readFileSync(join(root, 'docs/formats/hours.schema.json'), 'utf8')) as object
const isValid = new Ajv2020({ strict: true, strictRequired: false }).compile(schema)

const hours = {
  zone: 'Europe/Lisbon',
  weekly: [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from: '09:00', to: '17:00' })),
  exceptions: [{ date: '2027-03-15', intervals: [] }],
  holidays: [{ name: 'Harbour day', from: '2027-03-16', until: '2027-03-16' }],
}
const questions = [
  { ask: 'open', at: '2027-03-16T10:00:00Z' },
  { ask: 'nextOpening', at: '2027-03-12T18:00:00Z' },
  { ask: 'nextClosing', at: '2027-03-12T10:00:00Z' },
  { ask: 'openSeconds', from: '2027-03-12T16:00:00Z', until: '2027-03-17T10:00:00Z' },
  { ask: 'afterOpenSeconds', at: '2027-03-12T16:59:59Z', seconds: 2 },
  { ask: 'intervals', from: '2027-03-12T12:00:00Z', until: '2027-03-18T00:00:00Z' },
]

test('each question is answered', () => {
  expect(isValid({ hours, questions })).toBe(true)
  expect(answerHours(JSON.stringify({ hours, questions })).answers).toEqual([
    { open: false, because: 'holiday', name: 'Harbour day' },
    { at: '2027-03-17T09:00:00Z' },
    { at: '2027-03-12T17:00:00Z' },
    { seconds: 7200 },
    { at: '2027-03-17T09:00:01Z' },
    {
      intervals: [
        { from: '2027-03-12T12:00:00Z', until: '2027-03-12T17:00:00Z' },
        { from: '2027-03-17T09:00:00Z', until: '2027-03-17T17:00:00Z' },
      ],
    },
  ])
})

test.each([
  [{ hours: { ...hours, zone: 7 }, questions }, '/hours/zone'],
  [{ hours: { ...hours, weekly: [{ weekday: 0, from: '09:00', to: '10:00' }] }, questions }, '/hours/weekly/0/weekday'],
  [{ hours: { ...hours, weekly: [{ weekday: 1, from: '9', to: '10:00' }] }, questions }, '/hours/weekly/0/from'],
  [{ hours: { ...hours, exceptions: [{ date: '15.3.', intervals: [] }] }, questions }, '/hours/exceptions/0/date'],
  [{ hours: { ...hours, holidays: undefined }, questions }, '/hours/holidays'],
  [{ questions }, '/hours'],
  [{ hours }, '/questions'],
  [{ hours, questions: [{ ask: 'toString', at: '2027-03-16T10:00:00Z' }] }, '/questions/0/ask'],
  [{ hours, questions: [{ ask: 'open', at: 'noon' }] }, '/questions/0/at'],
  [
    { hours, questions: [{ ask: 'afterOpenSeconds', at: '2027-03-16T10:00:00Z', seconds: -1 }] },
    '/questions/0/seconds',
  ],
])('what is wrong is pointed at, and the schema says the same: %#', (input, pointer) => {
  expect(isValid(JSON.parse(JSON.stringify(input)))).toBe(false)
  const wrong = (): object => answerHours(JSON.stringify(input))
  expect(wrong).toThrow(BadInput)
  try {
    wrong()
  } catch (error) {
    expect((error as BadInput).faults.map((fault) => fault.pointer)).toContain(pointer)
  }
})

test('on the command line: answers with code 0, problem details with code 2', () => {
  const run = (input: string) =>
    spawnSync(process.execPath, ['--import', 'tsx', join(root, 'scripts/cli.ts'), 'hours'], { input, encoding: 'utf8' })
  const good = run(JSON.stringify({ hours, questions: questions.slice(0, 1) }))
  expect([good.status, JSON.parse(good.stdout)]).toEqual([
    0,
    { answers: [{ open: false, because: 'holiday', name: 'Harbour day' }] },
  ])
  const bad = run('{')
  expect(bad.status).toBe(2)
  expect(JSON.parse(bad.stdout)).toMatchObject({ type: 'about:blank', title: 'Not possible', status: 422 })
})

test('as many exceptions as anybody could write are answered', () => {
  const exceptions = Array.from({ length: 200_000 }, (_, n) => ({
    date: new Date(Date.UTC(2000, 0, 1 + n)).toISOString().slice(0, 10),
    intervals: [],
  }))
  const asked = { hours: { ...hours, exceptions }, questions: [{ ask: 'open', at: '2027-03-12T10:00:00Z' }] }
  expect(answerHours(JSON.stringify(asked)).answers).toMatchObject([{ open: false, because: 'exception' }])
})
