import { concernKey, concerns, headlineOf, type QueueNow } from './index.ts'

const queue = (id: string, rest: Partial<QueueNow> = {}): QueueNow => ({
  id,
  targetSeconds: 20,
  waiting: 0,
  oldestWaitSince: null,
  closesAt: null,
  members: 4,
  present: 2,
  free: 1,
  away: 1,
  active: true,
  kept: false,
  byHand: false,
  ...rest,
})
const keys = (queues: QueueNow[], rest: Partial<Parameters<typeof concerns>[0]> = {}): string[] =>
  concerns({ queues, stuck: [], unattended: [], gone: [], overstaying: [], emergencies: [], ...rest }, 100_000).map(
    concernKey,
  )

test('all is well while nobody waits beyond the target', () => {
  expect(keys([queue('a', { waiting: 3, oldestWaitSince: 90_000 }), queue('b')])).toEqual([])
})

test('what nobody but a supervisor gives out is named at once, and who stays in a state for too long', () => {
  const byHand = queue('byHand', { waiting: 1, oldestWaitSince: 99_000, byHand: true })
  const overstaying = [{ personId: 'ana', stateId: 'break', forMs: 1_300_000 }]
  expect(keys([byHand], { overstaying })).toEqual(['queueWaits byHand', 'overstaying ana'])
})

test('the relatively later queue comes first', () => {
  const slow = queue('slow', { waiting: 1, oldestWaitSince: 40_000, targetSeconds: 50 })
  const quick = queue('quick', { waiting: 1, oldestWaitSince: 70_000, targetSeconds: 10 })
  expect(keys([slow, quick])).toEqual(['queueWaits quick', 'queueWaits slow'])
})

test('waiting where nobody is there is worse, even before the target', () => {
  const late = queue('late', { waiting: 1, oldestWaitSince: 75_000 })
  const unserved = queue('unserved', { waiting: 1, oldestWaitSince: 99_000, present: 0, free: 0 })
  expect(keys([late, unserved])).toEqual(['queueWaits unserved', 'queueWaits late'])
})

test('a queue that closes within a quarter of an hour with people waiting is named, sooner being worse', () => {
  const waiting = (id: string, closesAt: number | null): QueueNow =>
    queue(id, { waiting: 1, oldestWaitSince: 99_000, closesAt })
  const soon = waiting('soon', 100_000 + 5 * 60_000)
  const sooner = waiting('sooner', 100_000 + 60_000)
  const later = waiting('later', 100_000 + 16 * 60_000)
  const empty = queue('empty', { closesAt: 100_000 + 60_000 })
  expect(keys([soon, sooner, later, empty, waiting('never', null)])).toEqual(['closesSoon sooner', 'closesSoon soon'])
})

test('stuck ones, unattended people and queues without people are listed', () => {
  const rest = { stuck: [{ interactionId: 'i1', queueId: 'a' }], unattended: ['ana'] }
  expect(keys([queue('a'), queue('b', { members: 0 })], rest)).toEqual(['stuck i1', 'unattended', 'nobodyListed b'])
})

describe('steadiness', () => {
  const two = concerns(
    {
      queues: [
        queue('a', { waiting: 1, oldestWaitSince: 70_000 }),
        queue('b', { waiting: 1, oldestWaitSince: 72_000 }),
      ],
      stuck: [],
      unattended: [],
      gone: [],
      overstaying: [],
      emergencies: [],
    },
    100_000,
  )
  const shownKey = (since: number): string | null => {
    const found = headlineOf(two, { key: 'queueWaits b', severity: 1.4, since }, 100_000)
    return found === null ? null : concernKey(found)
  }
  test('what is shown stays for twenty seconds', () => expect(shownKey(81_000)).toBe('queueWaits b'))
  test('then the worst takes its place', () => expect(shownKey(80_000)).toBe('queueWaits a'))
  test('something much worse comes at once', () => {
    const worse = concerns(
      {
        queues: [
          queue('a', { waiting: 5, oldestWaitSince: 10_000 }),
          queue('b', { waiting: 1, oldestWaitSince: 72_000 }),
        ],
        stuck: [],
        unattended: [],
        gone: [],
        overstaying: [],
        emergencies: [],
      },
      100_000,
    )
    const found = headlineOf(worse, { key: 'queueWaits b', severity: 1.4, since: 99_000 }, 100_000)
    expect(found === null ? null : concernKey(found)).toBe('queueWaits a')
  })
})

test('an emergency closing stands first, and those whom it holds in their places do not call for an answer', () => {
  const kept = queue('kept', { waiting: 3, oldestWaitSince: 0, present: 0, kept: true })
  const late = queue('late', { waiting: 1, oldestWaitSince: 40_000 })
  expect(keys([kept, late], { emergencies: [{ id: 'e1', from: 90_000 }] })).toEqual(['emergency e1', 'queueWaits late'])
})
