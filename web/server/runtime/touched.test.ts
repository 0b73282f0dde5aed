import { State, type Event } from '@eudromos/core/routing'
import { TestCentre, testPlan, testQueue } from '@eudromos/core/testing'
import { Touched } from './touched.ts'

/** What the last of the events touches. */
function touchedBy(events: readonly Event[], after: number): Touched {
  const state = new State()
  const touched = new Touched()
  for (const [n, event] of structuredClone(events).entries()) (n < after ? new Touched() : touched).fold(state, event)
  return touched
}

const plan = testPlan({ queues: [testQueue('sailings', ['ana']), testQueue('bookings', ['ben'])] })

test('what moves touches the queue that it leaves and the one that it comes to', () => {
  const centre = new TestCentre(plan)
  centre.arrive('i1', 'sailings')
  const before = centre.journal.length
  centre.do('moveInteraction', { interactionId: 'i1', queueId: 'bookings' }, { kind: 'person', id: 'sup' })
  expect(centre.journal.length).toBeGreaterThan(before)
  const { queues, interactions, everything } = touchedBy(centre.journal, before)
  expect([[...queues].sort(), [...interactions], everything]).toEqual([['bookings', 'sailings'], ['i1'], false])
})

test('what is of nobody and nothing touches everything', () => {
  const centre = new TestCentre(plan)
  expect(touchedBy(centre.journal, 0).everything).toBe(true)
})
