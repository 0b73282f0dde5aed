import { madePerson, madePlanQueue, madeView } from '../../../view/testing/index.ts'
import { rowOf, Rows } from './people-table.tsx'

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

test('rows stay the same objects until something about somebody is different', () => {
  const [ana, ben] = [madePerson('ana'), madePerson('ben')]
  const rows = new Rows()
  const view = madeView({ queues, people: [ana, ben] })
  const first = rows.of(view, now, null, '')
  expect(rows.of({ ...view, seq: 9 }, now + 1000, null, '')).toBe(first)
  const after = rows.of({ ...view, people: { ...view.people, ben: { ...ben, answeredToday: 4 } } }, now, null, '')
  expect([after[0] === first[0], after[1]?.answered]).toEqual([true, 4])
  const replanned = madeView({ queues, people: [ana, ben] })
  expect(rows.of(replanned, now, null, '')[0]).not.toBe(first[0])
  expect(rows.of(view, now + 86_400_000, null, '')[0]).not.toBe(first[0])
  expect(rows.of(view, now, null, 'ben').map(({ id }) => id)).toEqual(['ben'])
})
