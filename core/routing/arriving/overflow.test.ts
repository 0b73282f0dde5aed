// Who waits too long, or finds a queue full, goes on.
import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import type { Queue } from '../../plan/index.ts'
import { visitOf } from '../index.ts'

function centreOf(boats: Partial<Queue>, coaches: Partial<Queue> = {}): TestCentre {
  const queues = [testQueue('boats', ['ana'], boats), testQueue('coaches', ['ben'], coaches)]
  return new TestCentre(testPlan({ agents: ['ana', 'ben'], queues }))
}

const queueOf = (centre: TestCentre, id: string): string | undefined => {
  const interaction = centre.state.interactions.get(id)
  return interaction === undefined ? undefined : visitOf(interaction).queueId
}
const figuresOf = (centre: TestCentre, id: string) => centre.state.queueDay(id).figures

describe('waited too long', () => {
  const goesOn = { longestWaitSeconds: 30, longestWaitTo: 'coaches' }
  test('goes on to the other queue on the second, and keeps what was waited', () => {
    const centre = centreOf(goesOn)
    centre.arrive('i1', 'boats')
    centre.wait(29).ready('ben')
    expect(queueOf(centre, 'i1')).toBe('boats')
    centre.wait(1).arrive('i2', 'coaches')
    const offer = centre.journal.find(({ type }) => type === 'offerMade')
    expect(offer).toMatchObject({ interactionId: 'i1', agentId: 'ben', at: centre.at })
    expect(figuresOf(centre, 'boats')).toMatchObject({ entered: 1, passedOn: 1 })
    const sent = centre.journal.find(({ type }) => type === 'overflowed')
    expect(sent).toMatchObject({ cause: 'waited', waitedBeforeMs: 30_000 })
  })
  test('to no queue: is told so and rejected', () => {
    const centre = centreOf({ longestWaitSeconds: 30 })
    centre.arrive('i1', 'boats')
    centre.wait(31).ready('ben')
    expect(queueOf(centre, 'i1')).toBeUndefined()
    expect(figuresOf(centre, 'boats')).toMatchObject({ entered: 1, rejected: 1 })
  })
  test('a new plan without a longest wait keeps those who had waited too long for the old one', () => {
    const closed = { hoursId: 'never' }
    const queues = (boats: Partial<Queue>) => [
      testQueue('boats', ['ana'], boats),
      testQueue('coaches', ['ben'], closed),
    ]
    const hours = [{ id: 'never', openings: [] }]
    const centre = new TestCentre(testPlan({ agents: ['ana', 'ben'], queues: queues(goesOn), hours }))
    centre.arrive('i1', 'boats')
    // The other queue is closed, so that it stays.
    centre.wait(40).ready('ben')
    centre.do('publishPlan', { plan: testPlan({ agents: ['ana', 'ben'], queues: queues({}), hours, version: 2 }) })
    expect(queueOf(centre, 'i1')).toBe('boats')
    centre.wait(1).ready('ana')
    expect(centre.journal.at(-1)).toMatchObject({ type: 'offerMade', interactionId: 'i1' })
  })
  test('an offer that is out ends first; refused, it goes on without another', () => {
    const centre = centreOf(goesOn)
    centre.arrive('i1', 'boats')
    centre.wait(25).ready('ana')
    centre.wait(10)
    centre.do('connectAgent', { agentId: 'ben', connectionId: 'b', processId: 'web' })
    expect(centre.state.interactions.get('i1')?.phase).toBe('offered')
    centre.do('declineOffer', { agentId: 'ana', interactionId: 'i1', offerId: 'i1.v1.o1', reason: 'busy' })
    expect(queueOf(centre, 'i1')).toBe('coaches')
  })
  test('where the other takes nobody now, stays and is served', () => {
    const centre = centreOf(goesOn, { mostWaiting: 1 })
    centre.arrive('there', 'coaches')
    centre.arrive('i1', 'boats')
    centre.wait(40)
    centre.do('connectAgent', { agentId: 'ana', connectionId: 'a', processId: 'web' })
    expect(queueOf(centre, 'i1')).toBe('boats')
    centre.do('leaveInteraction', { interactionId: 'there' })
    expect(queueOf(centre, 'i1')).toBe('coaches')
  })
  test('counts for those who wait when a new plan says so', () => {
    const centre = centreOf({})
    centre.arrive('i1', 'boats')
    centre.wait(60)
    const queues = [testQueue('boats', ['ana'], goesOn), testQueue('coaches', ['ben'])]
    centre.do('publishPlan', { plan: testPlan({ version: 2, agents: ['ana', 'ben'], queues }) })
    expect(queueOf(centre, 'i1')).toBe('coaches')
  })
})

describe('full', () => {
  test('a newcomer goes to the queue that it overflows to, and is counted as passed on', () => {
    const centre = centreOf({ mostWaiting: 1, whenFullTo: 'coaches' })
    centre.arrive('i1', 'boats')
    centre.arrive('i2', 'boats')
    expect([queueOf(centre, 'i1'), queueOf(centre, 'i2')]).toEqual(['boats', 'coaches'])
    expect(figuresOf(centre, 'boats')).toMatchObject({ entered: 2, passedOn: 1 })
  })
  test('where that one is full as well, is told so and rejected', () => {
    const centre = centreOf({ mostWaiting: 1, whenFullTo: 'coaches' }, { mostWaiting: 1 })
    for (const id of ['i1', 'i2', 'i3']) centre.arrive(id, 'boats')
    expect(queueOf(centre, 'i3')).toBeUndefined()
    expect(figuresOf(centre, 'boats')).toMatchObject({ entered: 3, passedOn: 1, rejected: 1 })
  })
  test('one who is requeued is no newcomer', () => {
    const centre = centreOf({ mostWaiting: 1, whenFullTo: 'coaches' })
    centre.ready('ana')
    centre.arrive('i1', 'boats')
    centre.do('answerOffer', { agentId: 'ana', interactionId: 'i1', offerId: 'i1.v1.o1' })
    centre.arrive('i2', 'boats')
    centre.do('disconnectAgent', { agentId: 'ana', connectionId: 'ana-1' })
    centre.wait(21).arrive('i3', 'coaches')
    expect(queueOf(centre, 'i1')).toBe('boats')
  })
})
