import type { PlanDocument } from '@eudromos/core/plan'
import { plannedQueue } from '@eudromos/core/testing'
import { bulkFields, changesOf, choicesOf, textOf, withField } from './bulk.ts'

type Queue = PlanDocument['queues'][number]

const queue = (rest: Partial<Queue>): Queue =>
  plannedQueue('bookings', { name: 'Bookings', agentIds: [], target: { percent: 80, seconds: 60 }, ...rest })
const document = {
  hours: [{ id: 'day', name: 'By day' }],
  scripts: [{ id: 's', name: 'Words' }],
} as unknown as PlanDocument

test('only queues in which it differs are changed, and nothing else in them', () => {
  const [a, b] = [queue({}), queue({ id: 'groups', answerWindowSeconds: 40 })]
  const changes = changesOf([a, b], 'answerWindowSeconds', 40, document)
  expect(changes).toEqual([{ queue: a, after: { ...a, answerWindowSeconds: 40 }, from: '20', to: '40' }])
})

test('targets, hours and limits are said in words', () => {
  expect(textOf(queue({}), 'target', document)).toBe('80 % in 60 s')
  expect(textOf(queue({ target: null }), 'target', document)).toBe('none')
  expect(textOf(queue({ hoursId: 'day' }), 'hoursId', document)).toBe('By day')
  expect(textOf(queue({}), 'hoursId', document)).toBe('always open')
  expect(textOf(queue({}), 'mostWaiting', document)).toBe('none')
})

test('a longest wait that falls away takes its way on with it', () => {
  const before = queue({ longestWaitSeconds: 300, longestWaitTo: 'groups' })
  expect(withField(before, 'longestWaitSeconds', null)).toMatchObject({ longestWaitSeconds: null, longestWaitTo: null })
  expect(withField(before, 'longestWaitSeconds', 60).longestWaitTo).toBe('groups')
})

test('whatever is chosen from a list has something to choose', () => {
  for (const { id, entry } of bulkFields)
    expect([id, choicesOf(id, document).length > 0]).toEqual([id, entry === 'choice'])
})
