import { madePerson, madePlanQueue, madeView } from '../../../view/testing/index.ts'
import { rowOf } from './people-table.tsx'

const now = Date.UTC(2027, 2, 12, 9)
const until = Date.UTC(2027, 2, 12, 10, 30)
const queues = [madePlanQueue('q1', ['ana']), madePlanQueue('q2', [])]

test('who is lent, and who has a skill for a while, is marked with how long, first of all', () => {
  const ana = madePerson('ana', {
    queueIds: ['q1'],
    loans: [{ id: 'l1', queueId: 'q2', until, byName: null }],
    skills: [
      { skillId: 'english', level: 4 },
      { skillId: 'french', level: 3 },
    ],
    grants: [{ id: 'g1', skillId: 'french', level: 3, until, byName: null }],
  })
  const row = rowOf(ana, madeView({ queues, people: [ana] }), now)
  expect(row.queues).toBe('Queue 2 (lent until 10:30), Queue 1')
  expect(row.skills).toBe('french 3 (until 10:30), english 4')
})

test('a queue that somebody is lent to and counts among their own stands once', () => {
  const ana = madePerson('ana', { queueIds: ['q1', 'q2'], loans: [{ id: 'l1', queueId: 'q2', until, byName: null }] })
  expect(rowOf(ana, madeView({ queues, people: [ana] }), now).queues).toBe('Queue 2 (lent until 10:30), Queue 1')
})
