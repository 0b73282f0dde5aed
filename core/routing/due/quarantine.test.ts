import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import { DeadlineFault } from './quarantine.ts'
import { snapshotOf, stateFrom } from '../state/snapshot.ts'
import { visitOf } from '../state/pieces.ts'

const plan = testPlan({
  agents: ['ana', 'ben'],
  queues: [testQueue('sailings', ['ana', 'ben'])],
  dayStarts: [2_000_000],
})

/** i1 is before ana, i2 before ben, i3 waits. */
function busy(): TestCentre {
  const centre = new TestCentre(plan)
  centre.ready('ana')
  centre.ready('ben')
  for (const id of ['i1', 'i2', 'i3']) centre.arrive(id)
  return centre
}

const faultOf = (work: () => unknown): DeadlineFault => {
  try {
    work()
  } catch (error) {
    if (error instanceof DeadlineFault) return error
    throw error
  }
  throw new Error('nothing was thrown')
}

test('what throws when it falls due is named: an offer, a wait, a match', () => {
  const offered = busy()
  Object.assign(visitOf(offered.state.interaction('i1')).offers[0] ?? {}, { agentId: 'nobody' })
  expect(faultOf(() => offered.wait(20).do('setPresence', { agentId: 'ben', stateId: 'break' })).deadline).toEqual({
    kind: 'answerWindow',
    id: 'i1',
  })
  const waiting = busy()
  waiting.do('answerOffer', { agentId: 'ana', interactionId: 'i1', offerId: 'i1.v1.o1' })
  waiting.do('answerOffer', { agentId: 'ben', interactionId: 'i2', offerId: 'i2.v1.o1' })
  waiting.do('leaveInteraction', { interactionId: 'i1' })
  waiting.state.interaction('i3').visits.pop()
  expect(faultOf(() => waiting.wait(40).do('setPresence', { agentId: 'ben', stateId: 'break' })).deadline).toEqual({
    kind: 'match',
    id: 'i3',
  })
})

test('it is taken out with all that hung on it; everything else goes on, also from a snapshot', () => {
  const centre = busy()
  centre.do('quarantine', { kind: 'answerWindow', id: 'i1' })
  const { state } = centre
  expect([...state.interactions.keys()]).toEqual(['i2', 'i3'])
  // Her slot is free at once, and the next has it.
  expect(state.agent('ana').carried).toEqual(['i3'])
  expect(state.queueDay('sailings').figures).toMatchObject({ entered: 3, rejected: 1 })
  const again = stateFrom(JSON.parse(JSON.stringify(snapshotOf(state))) as ReturnType<typeof snapshotOf>)
  expect(again.quarantined).toMatchObject([{ id: 'i1', interaction: { queueId: 'sailings' } }])
  expect(snapshotOf(again)).toEqual(snapshotOf(state))
  expect(centre.do('quarantine', { kind: 'answerWindow', id: 'i1' }).refusal?.code).toBe('unknownInteraction')
  centre.at = 2_000_001
  centre.do('setPresence', { agentId: 'ben', stateId: 'break' })
  expect(state.quarantined).toEqual([])
})

test('the deadline of something else is set aside until another plan is taken', () => {
  const centre = busy()
  centre.do('quarantine', { kind: 'newDay', id: 'centre' })
  centre.at = 2_000_001
  expect(centre.do('setPresence', { agentId: 'ben', stateId: 'break' }).events.map(({ type }) => type)).not.toContain(
    'dayBegan',
  )
  centre.do('publishPlan', { plan: { ...plan, version: 2, dayStarts: [2_000_500] } })
  expect(centre.state.quarantined).toEqual([])
})

test.each([
  { kind: 'agentGrace', id: 'ana' },
  { kind: 'recovery', id: 'ana' },
  { kind: 'shift', id: 'ana' },
  { kind: 'hours', id: 'sailings' },
  { kind: 'loan', id: 'lent' },
  { kind: 'level', id: 'granted' },
] as const)('that of $kind takes no interaction with it', (deadline) => {
  const { events, refusal } = busy().do('quarantine', deadline)
  expect(refusal).toBeNull()
  expect(events).toEqual([expect.objectContaining({ type: 'deadlineQuarantined', ...deadline })])
})

test('nobody asks for it but the router', () => {
  const asked = busy().do('quarantine', { kind: 'answerWindow', id: 'i1' }, { kind: 'person', id: 'sup' })
  expect(asked.refusal?.code).toBe('notAllowed')
})
