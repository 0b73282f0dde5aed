import { pino } from 'pino'
import type { Database, Submission } from '@eudromos/database'
import { Sender, sendTroubleOf } from './sender.ts'

jest.mock('server-only', () => ({}))

const taken: string[][] = []
let insert: (submissions: readonly Submission[]) => Promise<object[]>
let answers = new Map<number, object>()
let pressure: { pending: number; routerSilentSeconds: number } | Error
let looked = 0

jest.mock('@eudromos/database', () => ({
  isDiskFull: (error: Error) => error.message === 'full',
  insertCommands: (_: unknown, submissions: readonly Submission[]) => {
    taken.push(submissions.map(({ command }) => command.id))
    return insert(submissions)
  },
  readAnswers: (_: unknown, ids: readonly number[]) => {
    looked += 1
    return Promise.resolve(new Map(ids.flatMap((id) => (answers.has(id) ? [[id, answers.get(id)]] : []))))
  },
  readPressure: () => (pressure instanceof Error ? Promise.reject(pressure) : Promise.resolve(pressure)),
}))

let sender: Sender
let next = 1
const ok = (seq: number) => ({ ok: true, seq })
const submission = (id: string): Submission => ({ command: { id } }) as unknown as Submission
const settled = (): Promise<void> => new Promise((resolve) => setImmediate(resolve))
const troubleOf = (promise: Promise<unknown>): Promise<string | null> =>
  promise.then(
    () => 'none',
    (error: unknown) => sendTroubleOf(error),
  )

beforeEach(async () => {
  taken.length = 0
  answers = new Map()
  looked = 0
  next = 1
  pressure = { pending: 0, routerSilentSeconds: 0 }
  insert = (all) => Promise.resolve(all.map(() => ({ kind: 'taken', inboxId: next++ })))
  sender = new Sender({ $client: {} } as unknown as Database, pino({ level: 'silent' }))
  await sender.start()
})
afterEach(() => sender.close())

const heard = (...all: (readonly [number, object])[]): void => sender.heard({ rows: [], answers: all } as never)

test('what is sent at the same time is one insert; each has its own answer', async () => {
  const sent = ['a', 'b', 'c'].map((id) => sender.submit(submission(id)))
  await settled()
  expect(taken).toEqual([['a', 'b', 'c']])
  const refusal = { code: 'notAllowed', params: {} }
  heard([2, { ok: false, seq: 8, refusal }], [1, ok(7)], [3, ok(9)])
  expect(await Promise.all(sent)).toEqual([
    { seq: 7, refusal: null },
    { seq: 8, refusal },
    { seq: 9, refusal: null },
  ])
})

test('while two inserts are under way the next gathers', async () => {
  const open: (() => void)[] = []
  insert = (all) =>
    new Promise((resolve) => open.push(() => resolve(all.map(() => ({ kind: 'known', inboxId: 0, answer: ok(1) })))))
  const sent: Promise<unknown>[] = []
  for (const id of ['a', 'b', 'c', 'd']) {
    sent.push(sender.submit(submission(id)))
    await settled()
  }
  expect(taken).toEqual([['a'], ['b']])
  open[0]?.()
  await settled()
  expect(taken).toEqual([['a'], ['b'], ['c', 'd']])
  open[1]?.()
  open[2]?.()
  expect(await Promise.all(sent)).toHaveLength(4)
})

test('an answer may come before it is known for what', async () => {
  let done: () => void = () => undefined
  insert = () => new Promise((resolve) => (done = () => resolve([{ kind: 'taken', inboxId: 5 }])))
  const sent = sender.submit(submission('a'))
  await settled()
  heard([5, ok(3)])
  done()
  expect(await sent).toEqual({ seq: 3, refusal: null })
})

test('a hint without answers has them looked for, once at a time and again where more was told meanwhile', async () => {
  const sent = ['a', 'b'].map((id) => sender.submit(submission(id)))
  await settled()
  answers.set(1, ok(1))
  sender.heard(null)
  sender.heard(null)
  sender.heard(null)
  expect(await sent[0]).toEqual({ seq: 1, refusal: null })
  await settled()
  expect(looked).toBe(2)
  answers.set(2, ok(2))
  sender.heard(null)
  expect(await sent[1]).toEqual({ seq: 2, refusal: null })
})

test('the same command again gets the answer of the first, and two who wait for one get the same', async () => {
  insert = () => Promise.resolve([{ kind: 'known', inboxId: 4, answer: ok(6) }])
  expect(await sender.submit(submission('a'))).toEqual({ seq: 6, refusal: null })
  insert = () => Promise.resolve([{ kind: 'known', inboxId: 7, answer: null }])
  const both = [sender.submit(submission('b')), sender.awaitAnswer(7)]
  await settled()
  heard([7, ok(8)])
  expect(await Promise.all(both)).toEqual([{ seq: 8, refusal: null }, ok(8)])
})

test('an id that was used for something else, and a command that was set aside, are told of', async () => {
  insert = () => Promise.resolve([{ kind: 'idReused' }])
  expect(await troubleOf(sender.submit(submission('a')))).toBe('idReused')
  insert = () => Promise.resolve([{ kind: 'known', inboxId: 1, answer: { ok: false, seq: 1, setAside: 'broken' } }])
  await expect(sender.submit(submission('b'))).rejects.toThrow('the command was set aside: broken')
})

test('a database that takes nothing in: whoever sent hears of it, and what comes next is tried', async () => {
  insert = () => Promise.reject(new Error('no connection'))
  expect(await troubleOf(sender.submit(submission('a')))).toBe('overloaded')
  insert = () => Promise.resolve([{ kind: 'known', inboxId: 1, answer: ok(2) }])
  expect(await sender.submit(submission('a'))).toEqual({ seq: 2, refusal: null })
})

describe('nothing is taken in', () => {
  afterEach(() => jest.useRealTimers())

  test.each([
    ['while too much is pending', 'tooMuchPending', { pending: 5001, routerSilentSeconds: 0 }],
    ['while no router works', 'noRouter', { pending: 0, routerSilentSeconds: 9 }],
    ['while the database is away', 'noDatabase', new Error('no connection')],
  ])('%s, and again once that is over', async (_, why, found) => {
    jest.useFakeTimers()
    sender.close()
    sender = new Sender({ $client: {} } as unknown as Database, pino({ level: 'silent' }))
    pressure = found
    await sender.start()
    expect(sender.trouble()).toBe(why)
    await expect(sender.submit(submission('a'))).rejects.toThrow(why)
    expect(taken).toEqual([])
    pressure = { pending: 10, routerSilentSeconds: 1 }
    await jest.advanceTimersByTimeAsync(1000)
    expect(sender.trouble()).toBeNull()
  })

  test('once it closes', async () => {
    sender.close()
    await expect(sender.submit(submission('a'))).rejects.toThrow('closing')
  })
})

test('who waits for too long hears that the answer is late, not that nothing was taken in', async () => {
  jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick'] })
  const sent = troubleOf(sender.submit(submission('a')))
  await jest.advanceTimersByTimeAsync(15_000)
  expect(await sent).toBe('answerLate')
  jest.useRealTimers()
})

test('files go a few at a time, and each at least alone', async () => {
  insert = (all) => Promise.resolve(all.map(() => ({ kind: 'known', inboxId: 0, answer: ok(1) })))
  const withFile = (id: string, megabytes: number): Submission => ({
    ...submission(id),
    contents: [{ attachment: { bytes: Buffer.alloc(megabytes * 1024 * 1024) } }] as never,
  })
  const all = [submission('a'), withFile('b', 5), withFile('c', 5), withFile('d', 12), submission('e'), submission('f')]
  await Promise.all(all.map((one) => sender.submit(one)))
  expect(taken).toEqual([['a', 'b'], ['c'], ['d'], ['e', 'f']])
})

test('a full disk is said, and after a while one more is tried; it is said until something was written', async () => {
  const now = jest.spyOn(performance, 'now').mockReturnValue(1_000_000)
  const heard: (string | null)[] = []
  const stop = sender.watch((trouble) => heard.push(trouble))
  insert = () => Promise.reject(new Error('full'))
  expect(await troubleOf(sender.submit(submission('a')))).toBe('diskFull')
  await expect(sender.submit(submission('b'))).rejects.toThrow('diskFull')
  expect(taken).toEqual([['a']])
  insert = (all) => Promise.resolve(all.map(() => ({ kind: 'known', inboxId: 0, answer: ok(1) })))
  // It measures each second: the database answers, and there may be no room yet.
  const measured = async (): Promise<void> => {
    sender.close()
    await sender.start()
  }
  await measured()
  expect(sender.barred()).toBe('diskFull')
  now.mockReturnValue(1_003_001)
  await measured()
  expect([sender.barred(), sender.trouble()]).toEqual([null, 'diskFull'])
  expect(await sender.submit(submission('c'))).toEqual({ seq: 1, refusal: null })
  await measured()
  expect(sender.trouble()).toBeNull()
  expect(heard).toEqual([null, 'diskFull', null])
  stop()
  now.mockRestore()
})

test('where nothing is written after a full disk it is not said for ever', async () => {
  const now = jest.spyOn(performance, 'now').mockReturnValue(1_000_000)
  insert = () => Promise.reject(new Error('full'))
  await troubleOf(sender.submit(submission('a')))
  sender.close()
  now.mockReturnValue(1_030_001)
  await sender.start()
  expect(sender.trouble()).toBeNull()
  now.mockRestore()
})
