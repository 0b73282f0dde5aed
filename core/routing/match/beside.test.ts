// During a call only texts of the caller, where the load limits say so.
import { eachChannel, upTo, type Channel, type LoadLimits, type Queue } from '../../plan/index.ts'
import { lines } from '../../testing/made-plans.ts'
import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import { groundsOf } from '../index.ts'

const limits = (rest: Partial<LoadLimits> = {}): LoadLimits => ({
  id: 'mixed',
  slots: 4,
  freeForCalls: 0,
  sameCustomerInCalls: true,
  channels: { ...eachChannel(() => upTo(3)), voice: upTo(1) },
  ...rest,
})

/** A centre with ana in a call with Ilse; ben is there where asked for. */
function inCall(queue: Partial<Queue> = {}, rest: Partial<LoadLimits> = {}): TestCentre {
  const people = ['ana', 'ben']
  const sailings = testQueue('sailings', people, queue)
  const centre = new TestCentre(testPlan({ agents: people, limits: limits(rest), queues: [sailings] }))
  centre.ready('ana')
  come(centre, 'call', 'voice', 'ilse')
  answer(centre, 'ana', 'call')
  return centre
}

function come(centre: TestCentre, id: string, channel: Channel, customerId: string): void {
  centre.arrive(id, 'sailings', { channel, lineId: lines[channel], customerId })
}

const answer = (centre: TestCentre, agentId: string, interactionId: string): void => {
  centre.do('answerOffer', { agentId, interactionId, offerId: `${interactionId}.v1.o1` })
}

const offersOf = ({ journal }: TestCentre): string[] =>
  journal.flatMap((event) => (event.type === 'offerMade' ? [`${event.interactionId}>${event.agentId}`] : []))

const roomOf = (centre: TestCentre, id: string) =>
  groundsOf(centre.state, id)
    ?.agents.find(({ agentId }) => agentId === 'ana')
    ?.grounds.find(({ criterion }) => criterion === 'roomForIt')?.room

test('texts of somebody else wait until the call is over, and the grounds say so', () => {
  const centre = inCall()
  come(centre, 'other', 'sms', 'jon')
  come(centre, 'hers', 'sms', 'ilse')
  expect(offersOf(centre)).toEqual(['call>ana', 'hers>ana'])
  expect(roomOf(centre, 'other')).toEqual({ code: 'otherCustomer', beside: 'voice' })
  answer(centre, 'ana', 'hers')
  centre.do('endInteraction', { agentId: 'ana', interactionId: 'call' })
  expect(offersOf(centre)).toEqual(['call>ana', 'hers>ana'])
  // The wrap-up of a call is still the call.
  centre.do('finishWrapUp', { agentId: 'ana', interactionId: 'call' })
  expect(offersOf(centre)).toEqual(['call>ana', 'hers>ana', 'other>ana'])
})

test('who has texts of somebody is called by nobody else', () => {
  const centre = inCall()
  centre.do('endInteraction', { agentId: 'ana', interactionId: 'call' })
  centre.do('finishWrapUp', { agentId: 'ana', interactionId: 'call' })
  come(centre, 'chat', 'chat', 'jon')
  answer(centre, 'ana', 'chat')
  come(centre, 'stranger', 'voice', 'ilse')
  expect(roomOf(centre, 'stranger')).toEqual({ code: 'otherCustomer', beside: 'chat' })
  come(centre, 'same', 'voice', 'jon')
  expect(offersOf(centre)).toEqual(['call>ana', 'chat>ana', 'same>ana'])
})

test('a text that waited already is offered once its customer is on the phone', () => {
  const centre = new TestCentre(
    testPlan({ agents: ['ana'], limits: limits(), queues: [testQueue('sailings', ['ana'])] }),
  )
  centre.ready('ana')
  come(centre, 'call', 'voice', 'ilse')
  for (const [id, customer] of [
    ['other', 'jon'],
    ['hers', 'ilse'],
  ] as const)
    come(centre, id, 'chat', customer)
  expect(offersOf(centre)).toEqual(['call>ana'])
  answer(centre, 'ana', 'call')
  expect(offersOf(centre)).toEqual(['call>ana', 'hers>ana'])
})

test('without it anybody’s texts run beside a call', () => {
  const centre = inCall({}, { sameCustomerInCalls: false })
  come(centre, 'other', 'sms', 'jon')
  expect(offersOf(centre)).toEqual(['call>ana', 'other>ana'])
})

test('whoever the method prefers has it, in the call or not', () => {
  const idle = inCall()
  idle.wait(1).ready('ben')
  come(idle, 'hers', 'sms', 'ilse')
  // Ana answered a moment before ben came.
  expect(offersOf(idle)).toEqual(['call>ana', 'hers>ana'])
  const lightest = inCall({ selection: 'lightestLoad' })
  lightest.wait(1).ready('ben')
  come(lightest, 'hers', 'sms', 'ilse')
  expect(offersOf(lightest)).toEqual(['call>ana', 'hers>ben'])
  const inTurn = inCall({ selection: 'inTurn' })
  inTurn.wait(1).ready('ben')
  come(inTurn, 'hers', 'sms', 'ilse')
  expect(offersOf(inTurn)).toEqual(['call>ana', 'hers>ben'])
})

test('everything else still holds: room, having tried, and what is taken by oneself', () => {
  const full = inCall({}, { slots: 1 })
  come(full, 'hers', 'sms', 'ilse')
  expect(roomOf(full, 'hers')).toMatchObject({ code: 'slots' })
  const declined = inCall()
  come(declined, 'hers', 'sms', 'ilse')
  declined.do('declineOffer', { agentId: 'ana', interactionId: 'hers', offerId: 'hers.v1.o1', reason: 'busy' })
  expect(offersOf(declined)).toEqual(['call>ana', 'hers>ana'])
  const centre = new TestCentre(
    testPlan({
      agents: ['ana'],
      limits: limits(),
      queues: [testQueue('sailings', ['ana']), testQueue('list', ['ana'], { selection: 'openList' })],
    }),
  )
  centre.ready('ana')
  come(centre, 'call', 'voice', 'ilse')
  answer(centre, 'ana', 'call')
  centre.arrive('hers', 'list', { channel: 'sms', lineId: 'texts', customerId: 'ilse' })
  centre.arrive('other', 'list', { channel: 'sms', lineId: 'texts', customerId: 'jon' })
  expect(offersOf(centre)).toEqual(['call>ana'])
  const take = (interactionId: string) => centre.do('takeInteraction', { agentId: 'ana', interactionId })
  expect(take('other')).toMatchObject({ refusal: { code: 'agentCannot', params: { criterion: 'roomForIt' } } })
  expect(take('hers').refusal).toBeNull()
})

test('whoever must stay free for a call is offered no text, as a text would keep other callers away', () => {
  const people = ['ana', 'ben']
  const kept = limits({ freeForCalls: 1 })
  const centre = new TestCentre(
    testPlan({ agents: people, limits: kept, queues: [testQueue('sailings', people)], slots: 4 }),
  )
  centre.ready('ana')
  come(centre, 'chat', 'chat', 'jon')
  expect(offersOf(centre)).toEqual([])
  centre.ready('ben')
  expect(offersOf(centre)).toEqual(['chat>ana'])
})
