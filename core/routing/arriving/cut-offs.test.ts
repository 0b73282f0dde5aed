import { eachChannel, upTo, type CompiledPlan } from '../../plan/index.ts'
import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import { openOffer, visitOf } from '../state/pieces.ts'
import { snapshotOf, stateFrom } from '../state/snapshot.ts'

const limits = {
  id: 'calls',
  slots: 1,
  freeForCalls: 0,
  sameCustomerInCalls: false,
  channels: { ...eachChannel(() => upTo(0)), voice: upTo(1) },
}

/** Ana has talked to the caller, whose telephone was gone for longer than the grace; Ben is free as well. */
function cutOff(centre: Partial<CompiledPlan['centre']> = {}): TestCentre {
  const queues = [testQueue('sailings', ['ana', 'ben'], { wrapUpSeconds: 0 })]
  const made = new TestCentre(testPlan({ queues, limits, centre }))
  made.ready('ana')
  call(made, 'first')
  made.do('answerOffer', { agentId: 'ana', offerId: 'first.v1.o1', interactionId: 'first' })
  made.wait(30).do('disconnectCustomer', { interactionId: 'first', connectionId: 'first-1' })
  made.wait(10)
  made.ready('ben')
  return made
}

const call = (centre: TestCentre, id: string, addressId = 'number') =>
  centre.arrive(id, 'sailings', { channel: 'voice', lineId: 'phone', addressId })
const offeredTo = (centre: TestCentre, id: string) => openOffer(centre.state.interaction(id))?.agentId

test('who was cut off and rings again is for the same agent, though another has been idle for longer', () => {
  const centre = cutOff()
  expect(centre.state.interactions.has('first')).toBe(false)
  centre.wait(60)
  call(centre, 'other', 'another number')
  expect(offeredTo(centre, 'other')).toBe('ana')
  centre.do('leaveInteraction', { interactionId: 'other' })
  centre.do('setPresence', { agentId: 'ben', stateId: 'break' })
  centre.do('setPresence', { agentId: 'ana', stateId: 'break' })
  centre.do('setPresence', { agentId: 'ben', stateId: 'ready' })
  centre.wait(5).do('setPresence', { agentId: 'ana', stateId: 'ready' })
  call(centre, 'second')
  expect(offeredTo(centre, 'second')).toBe('ana')
  expect(centre.state.interaction('second').back).toBe(true)
})

test('with the agent away they are first in the queue', () => {
  const centre = cutOff()
  for (const agentId of ['ana', 'ben']) centre.do('setPresence', { agentId, stateId: 'break' })
  call(centre, 'before', 'another number')
  centre.wait(60)
  call(centre, 'second')
  expect(visitOf(centre.state.interaction('second')).preferred).toBeNull()
  centre.do('setPresence', { agentId: 'ben', stateId: 'ready' })
  expect(offeredTo(centre, 'second')).toBe('ben')
  expect(offeredTo(centre, 'before')).toBeUndefined()
})

test('it is over after its time, and who has hung up comes like anybody; a snapshot keeps it', () => {
  const late = cutOff({ backWithinSeconds: 100 })
  late.wait(100)
  call(late, 'second')
  expect(late.state.interaction('second').back).toBe(false)
  const kept = stateFrom(JSON.parse(JSON.stringify(snapshotOf(cutOff().state))))
  expect(kept.cutOffs).toEqual([{ addressId: 'number', agentId: 'ana', at: 1_040_000 }])
  const hungUp = new TestCentre(testPlan({ limits }))
  hungUp.ready('ana')
  call(hungUp, 'first')
  hungUp.do('answerOffer', { agentId: 'ana', offerId: 'first.v1.o1', interactionId: 'first' })
  hungUp.wait(30).do('leaveInteraction', { interactionId: 'first' })
  expect(hungUp.state.cutOffs).toEqual([])
})
