import { plannedLine, plannedQueue } from '../testing/index.ts'
import {
  plainLine,
  checkLine,
  checkQueue,
  eachChannel,
  upTo,
  compilePlan,
  ledTo,
  linesTo,
  type PlanDocument,
} from './index.ts'

const document = (lines: PlanDocument['lines'], queues = [plannedQueue('a'), plannedQueue('b')]): PlanDocument =>
  ({
    lines,
    queues,
    people: ['ana', 'ben'].map((id) => ({ id, roles: ['agent'], loadLimitsId: 'all', skills: [] })),
    teams: [],
    skills: [],
    hours: [],
    loadLimits: [{ id: 'all', slots: 2, channels: { ...eachChannel(() => upTo(1)), voice: upTo(0), chat: upTo(2) } }],
  }) as unknown as PlanDocument

const codes = (line: PlanDocument['lines'][number], queues?: PlanDocument['queues'][number][]): string[] =>
  checkLine(line, document([line, plannedLine(['a'], 'other')], queues)).map(({ code }) => code)

test('a line leads to queues that are there, at least one of them in service', () => {
  expect(codes(plannedLine(['a', 'b']))).toEqual([])
  expect(codes(plannedLine([]))).toEqual(['leadsNowhere'])
  expect(codes(plannedLine(['a', 'gone']))).toEqual(['leadsToUnknown'])
  expect(codes({ ...plannedLine(['a']), name: ' Other' })).toEqual(['nameTaken'])
  const closing = [plannedQueue('a', { service: 'takingNothingNew' }), plannedQueue('b')]
  expect(codes(plannedLine(['a']), closing)).toEqual(['leadsToNoneInService'])
  expect(codes(plannedLine(['a', 'b']), closing)).toEqual([])
})

test('a number is one line’s of its channel, in E.164, and leads to one queue', () => {
  const texts = { ...plannedLine(['a'], 'texts'), channel: 'sms' as const, address: '+442079460101' }
  const found = (line: PlanDocument['lines'][number], others: PlanDocument['lines'] = []): string[] =>
    checkLine(line, document([line, ...others])).map(({ code }) => code)
  expect(found(texts)).toEqual([])
  expect(found({ ...texts, address: null })).toEqual(['noNumber'])
  expect(found({ ...texts, address: '020 7946 0101' })).toEqual(['notANumber'])
  expect(found({ ...texts, queueIds: ['a', 'b'] })).toEqual(['leadsToSeveral'])
  expect(found(texts, [{ ...texts, id: 'more', name: 'more' }])).toEqual(['numberTaken'])
  // The same number for calls is another line, which nobody here could take.
  const calls = { ...texts, id: 'calls', name: 'calls', channel: 'voice' as const }
  expect(found(calls, [texts])).toEqual(['nobodyTakesIt'])
  expect(found({ ...texts, requirements: [{ skillId: 'gone', least: 1, most: 5 }] })).toEqual(['asksForUnknown'])
})

test('a mailbox is one line’s, an address that email can be sent to, and leads to one queue', () => {
  const mail = { ...plannedLine(['a'], 'mail'), channel: 'email' as const, address: 'bookings@skerry.example' }
  const found = (line: PlanDocument['lines'][number], others: PlanDocument['lines'] = []): string[] =>
    checkLine(line, document([line, ...others])).map(({ code }) => code)
  expect(found(mail)).toEqual([])
  expect(found({ ...mail, address: null })).toEqual(['noMailbox'])
  expect(found({ ...mail, address: 'Bookings@skerry.example' })).toEqual(['notAMailbox'])
  expect(found({ ...mail, address: '+442079460101' })).toEqual(['notAMailbox'])
  expect(found({ ...mail, queueIds: ['a', 'b'] })).toEqual(['leadsToSeveral'])
  expect(found(mail, [{ ...mail, id: 'more', name: 'more' }])).toEqual(['mailboxTaken'])
})

test('a number that is led to another queue leaves the one before', () => {
  const texts = { ...plannedLine(['a'], 'texts'), channel: 'sms' as const, address: '+442079460101' }
  expect(
    ledTo(document([texts, plannedLine(['a'])]), 'b', ['texts', 'site']).lines.map(({ queueIds }) => queueIds),
  ).toEqual([['b'], ['a', 'b']])
})

test('a queue that nobody can come to is told, whether by a line or by overflow', () => {
  const found = (queues: PlanDocument['queues'][number][], lines = [plannedLine(['a'])]): string[] =>
    checkQueue(plannedQueue('b'), document(lines, queues))
      .map(({ code }) => code)
      .filter((code) => code === 'noLine')
  expect(found([plannedQueue('a'), plannedQueue('b')])).toEqual(['noLine'])
  expect(found([plannedQueue('a', { whenFullTo: 'b' }), plannedQueue('b')])).toEqual([])
  expect(found([plannedQueue('a', { whenFullTo: 'b', service: 'retired' }), plannedQueue('b')])).toEqual(['noLine'])
  expect(found([plannedQueue('a'), plannedQueue('b')], [plannedLine(['b'])])).toEqual([])
})

test('lines are led to a queue, and away from it', () => {
  const before = document([plannedLine(['a', 'b'], 'one'), plannedLine([], 'two')])
  expect(linesTo(before, 'b')).toEqual(['one'])
  const after = ledTo(before, 'b', ['two'])
  expect(after.lines.map(({ queueIds }) => queueIds)).toEqual([['a'], ['b']])
  expect(ledTo(after, 'b', ['one']).lines.map(({ queueIds }) => queueIds)).toEqual([['a', 'b'], []])
  expect(ledTo(before, 'b', ['one']).lines).toEqual(before.lines)
})

test('a line that is off is not in what the router runs', () => {
  const plan = compilePlan(
    {
      ...document([plannedLine(['a'], 'one'), { ...plannedLine(['b'], 'two'), on: false }]),
      centre: { zone: 'Europe/Lisbon', dayStartsAtHour: 4 },
      presenceStates: [],
      declineReasons: [],
      dispositions: [],
      shifts: [],
      sites: [],
      calendars: [],
    } as unknown as PlanDocument,
    1,
    0,
  )
  expect(plan.lines).toEqual([{ ...plainLine, id: 'one', channel: 'chat', queueIds: ['a'] }])
})

test('the hours of a line are there, and open at some time', () => {
  const plan = {
    ...document([]),
    hours: [{ id: 'day', name: 'Day', weekly: [], exceptions: [] }],
  } as unknown as PlanDocument
  const found = (hoursId: string | null): string[] =>
    checkLine({ ...plannedLine(['a']), hoursId }, plan).map(({ code }) => code)
  expect(found(null)).toEqual([])
  expect(found('gone')).toEqual(['hoursGone'])
  expect(found('day')).toEqual(['neverOpenBy'])
})
