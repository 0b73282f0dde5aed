// Whoever loses a connection is waited for, and what is kept for them meanwhile.
import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import { visitOf, type Outcome } from '../index.ts'

const queues = [testQueue('sailings', ['ana', 'ben'])]
const centreOf = (preferredSeconds = 20): TestCentre =>
  new TestCentre(testPlan({ queues, slots: 1, centre: { preferredSeconds } }))

const one = (outcome: Outcome, type: string) => outcome.events.find((event) => event.type === type)
const lose = (centre: TestCentre, agentId: string, connectionId = `${agentId}-1`): Outcome =>
  centre.do('disconnectAgent', { agentId, connectionId })

/** Ben has his hands full, and what Ana passes on to him waits for him. */
function keptForBen(preferredSeconds: number): TestCentre {
  const centre = centreOf(preferredSeconds)
  for (const [agentId, id] of [
    ['ben', 'i0'],
    ['ana', 'i1'],
  ] as const) {
    centre.ready(agentId)
    centre.arrive(id)
    centre.do('answerOffer', { agentId, interactionId: id, offerId: `${id}.v1.o1` })
  }
  centre.do('transferInteraction', { agentId: 'ana', interactionId: 'i1', to: { agentId: 'ben' }, noteContentId: null })
  return centre
}

test.each([
  ['as long as their grace', 20, true],
  ['longer than their grace', 21, false],
])('what is kept for one who loses the connection %s', (_, seconds, lapses) => {
  const centre = keptForBen(seconds)
  expect(one(lose(centre, 'ben'), 'preferenceLapsed') !== undefined).toBe(lapses)
  expect(visitOf(centre.state.interaction('i1')).preferred === null).toBe(lapses)
})

test('once the grace is over nothing is kept for them; they are away, and what they had waits again', () => {
  const centre = keptForBen(60)
  lose(centre, 'ben')
  const { events } = centre.wait(20).do('setPresence', { agentId: 'ana', stateId: 'break' })
  const from = events.findIndex(({ type }) => type === 'agentGraceEnded')
  expect(events.slice(from, from + 4)).toMatchObject([
    { type: 'agentGraceEnded', agentId: 'ben' },
    { type: 'requeued', interactionId: 'i0' },
    { type: 'preferenceLapsed', interactionId: 'i1', cause: 'away' },
    { type: 'presenceSet', agentId: 'ben', stateId: 'offline', cause: 'connectionLost' },
  ])
})

test('wrap-up runs on while its agent is away', () => {
  const centre = centreOf()
  centre.ready('ana')
  centre.arrive('i1')
  centre.do('answerOffer', { agentId: 'ana', interactionId: 'i1', offerId: 'i1.v1.o1' })
  centre.do('endInteraction', { agentId: 'ana', interactionId: 'i1' })
  lose(centre, 'ana')
  centre.wait(25).do('setPresence', { agentId: 'ben', stateId: 'break' })
  expect(centre.state.interaction('i1').phase).toBe('wrapUp')
  expect(centre.state.agent('ana').stateId).toBe('offline')
})

test('whoever is signed out is waited for only while there is something in their hands', () => {
  const centre = centreOf()
  centre.ready('ana')
  centre.do('setPresence', { agentId: 'ana', stateId: 'offline' })
  expect(one(lose(centre, 'ana'), 'agentDisconnected')).toMatchObject({ graceDueAt: null })
  centre.ready('ana')
  centre.arrive('i1')
  centre.do('answerOffer', { agentId: 'ana', interactionId: 'i1', offerId: 'i1.v1.o1' })
  centre.do('endInteraction', { agentId: 'ana', interactionId: 'i1' })
  centre.do('setPresence', { agentId: 'ana', stateId: 'offline' })
  expect(one(lose(centre, 'ana'), 'agentDisconnected')).toMatchObject({ graceDueAt: centre.at + 20_000 })
})

test('all connections that are lost with a process are lost at once: the last of them begins the grace', () => {
  const centre = centreOf()
  centre.ready('ana')
  centre.do('connectAgent', { agentId: 'ana', connectionId: 'ana-2', processId: 'web' })
  centre.arrive('i1')
  centre.do('connectCustomer', { interactionId: 'i1', connectionId: 'i1-2', processId: 'web' })
  centre.do('loseProcess', { processId: 'web' })
  expect(centre.state.agent('ana')).toMatchObject({ connections: [], graceDueAt: centre.at + 20_000, offerId: null })
  expect(centre.state.interaction('i1')).toMatchObject({ connections: [], customerGraceDueAt: centre.at + 10_000 })
})

test('a customer with another page open is there still', () => {
  const centre = centreOf()
  centre.arrive('i1')
  centre.do('connectCustomer', { interactionId: 'i1', connectionId: 'i1-2', processId: 'web' })
  centre.do('disconnectCustomer', { interactionId: 'i1', connectionId: 'i1-1' })
  expect(centre.state.interaction('i1').customerGraceDueAt).toBeNull()
  centre.do('disconnectCustomer', { interactionId: 'i1', connectionId: 'i1-2' })
  expect(centre.state.interaction('i1').customerGraceDueAt).toBe(centre.at + 10_000)
})

test.each([
  [0, 1],
  [3, 3],
  [50, 10],
])('a customer with a patience of %d is waited for %d times as long', (patience, times) => {
  const centre = centreOf()
  centre.arrive('i1', 'sailings', { patience, connection: null })
  expect(centre.state.interaction('i1').customerGraceDueAt).toBe(centre.at + times * 10_000)
})
