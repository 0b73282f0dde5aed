import { madeInteraction, madePerson, madePlanQueue, madeView } from '../../../view/testing/index.ts'
import { touchedBy, type Asked } from './emergency-data.ts'

// Ana sits at the port, ben and the signed-out cleo at the quay. q0 is served from the port alone.
const view = madeView({
  queues: [
    madePlanQueue('q0', ['ana']),
    madePlanQueue('q1', ['ana', 'ben', 'cleo']),
    madePlanQueue('q2', ['ben'], { service: 'retired' }),
  ],
  people: [
    madePerson('ana', { siteId: 'port' }),
    madePerson('ben', { siteId: 'quay' }),
    madePerson('cleo', { siteId: 'quay', stateId: 'offline' }),
  ],
  interactions: [
    madeInteraction('w0', 'q0', 0),
    madeInteraction('w1', 'q1', 0, { phase: 'offered' }),
    madeInteraction('message', 'q0', 0, { awaitsOpening: true }),
    madeInteraction('t0', 'q0', 0, { phase: 'connected', agentId: 'ana' }),
    madeInteraction('t1', 'q1', 0, { phase: 'connected', agentId: 'ben' }),
    madeInteraction('done', 'q0', 0, { phase: 'wrapUp', agentId: 'ana' }),
  ],
})

const touched = (asked: Partial<Asked>) => {
  const { queues, people, ...counts } = touchedBy(view, { scope: 'centre', siteId: null, queueIds: [], ...asked })
  return { queues: queues.map(({ id }) => id), people: people.map(({ id }) => id), ...counts }
}

test('of the centre: every queue in use, and everybody who is not signed out', () => {
  expect(touched({})).toEqual({ queues: ['q0', 'q1'], people: ['ana', 'ben'], waiting: 2, talking: 2 })
})

test('of a site: its people, the queues served from there alone, and what its people are talking in elsewhere', () => {
  expect(touched({ scope: 'site', siteId: 'quay' })).toEqual({ queues: [], people: ['ben'], waiting: 0, talking: 1 })
  expect(touched({ scope: 'site', siteId: 'port' })).toMatchObject({ queues: ['q0'], people: ['ana'], waiting: 1 })
})

test('of no queue: nothing', () => {
  expect(touched({ scope: 'queues' })).toEqual({ queues: [], people: [], waiting: 0, talking: 0 })
})
