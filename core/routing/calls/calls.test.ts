import { recordAfter, type InteractionRecord } from '../../records/index.ts'
import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import { eachChannel, upTo } from '../../plan/index.ts'

const limits = {
  id: 'mixed',
  slots: 3,
  freeForCalls: 0,
  sameCustomerInCalls: true,
  channels: {
    ...eachChannel(() => upTo(2)),
    voice: { ...upTo(1), slots: 2, alone: true, beside: ['sms' as const] },
  },
}

const centreOf = (): TestCentre =>
  new TestCentre(testPlan({ queues: [testQueue('sailings', ['ana', 'ben'], { wrapUpSeconds: 30 })], limits }))

/** A call of Mara's that Ana has answered. */
function talking(): TestCentre {
  const centre = centreOf()
  centre.ready('ana')
  centre.arrive('call', 'sailings', { channel: 'voice', lineId: 'phone', customerId: 'mara', addressId: 'number' })
  centre.do('answerOffer', { agentId: 'ana', offerId: 'call.v1.o1', interactionId: 'call' })
  return centre
}

const hold = (centre: TestCentre, held: boolean, agentId = 'ana') =>
  centre.do('holdCall', { agentId, interactionId: 'call', held })

function recordOf(centre: TestCentre): InteractionRecord | null {
  return centre.journal.reduce<InteractionRecord | null>(
    (record, event, n) =>
      'interactionId' in event && event.interactionId === 'call' ? (recordAfter(record, event, n) ?? record) : record,
    null,
  )
}

test('a call is held and taken off hold, once each, and its record adds up the time', () => {
  const centre = talking()
  centre.wait(10)
  hold(centre, true)
  expect(centre.state.interaction('call').heldSince).toBe(centre.at)
  expect(hold(centre, true).events).toEqual([])
  centre.wait(25)
  hold(centre, false)
  centre.wait(5)
  hold(centre, true)
  centre.wait(7).do('endInteraction', { agentId: 'ana', interactionId: 'call' })
  expect(centre.state.interaction('call').heldSince).toBeNull()
  expect(recordOf(centre)).toMatchObject({ holdMs: 32_000, heldAt: null, talkMs: 47_000 })
})

test('a call that is passed on is on hold no more', () => {
  const centre = talking()
  hold(centre, true)
  centre.wait(6).do('transferInteraction', {
    agentId: 'ana',
    interactionId: 'call',
    to: { queueId: 'sailings' },
    noteContentId: null,
  })
  expect(centre.state.interaction('call')).toMatchObject({ phase: 'waiting', heldSince: null })
  expect(recordOf(centre)).toMatchObject({ holdMs: 6000, heldAt: null })
})

test('nobody else holds it, and a chat cannot be held', () => {
  const centre = talking()
  expect(hold(centre, true, 'ben').refusal?.code).toBe('notYourInteraction')
  centre.ready('ben')
  centre.arrive('chat')
  centre.do('answerOffer', { agentId: 'ben', offerId: 'chat.v1.o1', interactionId: 'chat' })
  const asked = centre.do('holdCall', { agentId: 'ben', interactionId: 'chat', held: true })
  expect(asked.refusal?.code).toBe('notACall')
})

test('a call whose customer is gone for longer than the grace ends, and one who comes back in time stays', () => {
  const centre = talking()
  const leave = () => centre.do('disconnectCustomer', { interactionId: 'call', connectionId: 'call-1' })
  leave()
  centre.wait(9).do('connectCustomer', { interactionId: 'call', connectionId: 'call-1', processId: 'web' })
  centre.wait(60).ready('ben')
  expect(centre.state.interaction('call').phase).toBe('connected')
  leave()
  centre.wait(11).ready('ben')
  expect(centre.state.interaction('call').phase).toBe('wrapUp')
  expect(recordOf(centre)).toMatchObject({ endedBy: 'customer' })
})

test('the caller is texted in the call by a text line, and by nothing else', () => {
  const centre = talking()
  const say = (textLineId: string | null) =>
    centre.do('sendMessage', { interactionId: 'call', agentId: 'ana', contentId: 'words', textLineId })
  expect(say(null).refusal?.code).toBe('noTextLine')
  expect(say('site').refusal?.code).toBe('noTextLine')
  say('texts')
  expect(centre.state.interaction('call')).toMatchObject({ messages: 1, texts: { 1: 'queued' } })
  centre.do('reportText', { interactionId: 'call', number: 1, state: 'delivered' })
  expect(centre.state.interaction('call').texts).toEqual({ 1: 'delivered' })
})

test('whoever has it or is offered it says which customer it is, and what may run beside it goes by that', () => {
  const centre = talking()
  const sms = (customerId: string) => ({ interactionId: `text of ${customerId}`, customerId, addressId: customerId })
  const text = (customerId: string) =>
    centre.do('receiveText', { ...sms(customerId), lineId: 'texts', contentId: 'words' })
  text('joel')
  expect(centre.state.interaction('text of joel').phase).toBe('waiting')
  const identify = (agentId: string) =>
    centre.do('identifyCustomer', { agentId, interactionId: 'call', customerId: 'joel' })
  expect(identify('ben').refusal?.code).toBe('notYourInteraction')
  identify('ana')
  expect(centre.state.interaction('call').customerId).toBe('joel')
  expect(centre.state.interaction('text of joel').phase).toBe('offered')
  expect(recordOf(centre)).toMatchObject({ customerId: 'joel' })
  expect(identify('ana').events).toEqual([])
})

test('outside the hours of its line no call and no chat comes in, and it is told when it opens', () => {
  const hours = [{ id: 'day', openings: [2_000_000, 3_000_000] }]
  const plan = testPlan({ hours })
  const centre = new TestCentre({
    ...plan,
    lines: plan.lines.map((line) => ({ ...line, hoursId: 'day', tags: ['ferry'] })),
  })
  const refusal = centre.arrive('call', 'sailings', { channel: 'voice', lineId: 'phone' }).refusal
  expect(refusal).toEqual({ code: 'lineClosed', params: { lineId: 'phone', opensAt: 2_000_000 } })
  expect(centre.arrive('chat').refusal?.code).toBe('lineClosed')
  centre.wait(1000)
  centre.arrive('call', 'sailings', { channel: 'voice', lineId: 'phone' })
  expect(centre.state.interaction('call').phase).toBe('waiting')
  expect(recordOf(centre)).toMatchObject({ tags: ['ferry'] })
})

test('what comes in by a line is answered from when both the line and its queue are open', () => {
  const hours = [
    { id: 'day', openings: [2_000_000, 3_000_000] },
    { id: 'late', openings: [2_500_000, 3_000_000] },
    { id: 'over', openings: [1, 2] },
  ]
  const plan = testPlan({ hours, queues: [testQueue('sailings', ['ana'], { hoursId: 'day' })] })
  const from = (hoursId: string | null, at: number): number | null => {
    const centre = new TestCentre({ ...plan, lines: plan.lines.map((line) => ({ ...line, hoursId })) })
    centre.wait((at - centre.at) / 1000).ready('ana')
    return centre.state.answersFrom('phone', 'sailings', at)
  }
  expect([from('late', 1_500_000), from(null, 1_500_000), from('day', 1_500_000)]).toEqual([
    2_500_000, 2_000_000, 2_000_000,
  ])
  expect([from('late', 2_100_000), from(null, 2_100_000)]).toEqual([2_500_000, null])
  expect(from('over', 2_100_000)).toBeNull()
})

test('who is free for a queue is who could take what its lines bring', () => {
  const calls = { ...limits, channels: { ...limits.channels, voice: upTo(1), chat: upTo(0) } }
  const plan = testPlan({ queues: [testQueue('sailings', ['ana'])], limits: calls })
  const centre = new TestCentre(plan)
  centre.ready('ana')
  // Chats come, too, and nobody could take one.
  expect(centre.state.index.standing('sailings')).toMatchObject({ free: 0, slots: expect.any(Number) })
  centre.do('publishPlan', {
    plan: { ...plan, version: 2, lines: plan.lines.filter(({ channel }) => channel !== 'chat') },
  })
  expect(centre.state.index.standing('sailings').free).toBe(1)
})

test('what waits for the caller’s agent is offered to them once somebody else is free for calls', () => {
  const roomy = {
    ...limits,
    slots: 2,
    freeForCalls: 1,
    channels: { ...limits.channels, voice: upTo(2), chat: upTo(1) },
  }
  const queues = [testQueue('sailings', ['ana']), testQueue('fares', ['ben'])]
  const centre = new TestCentre(testPlan({ queues, limits: roomy }))
  centre.ready('ana')
  centre.arrive('call', 'sailings', { channel: 'voice', lineId: 'phone', customerId: 'mara', addressId: 'number' })
  centre.do('answerOffer', { agentId: 'ana', offerId: 'call.v1.o1', interactionId: 'call' })
  centre.arrive('chat', 'sailings', { customerId: 'mara' })
  expect(centre.state.interaction('chat').phase).toBe('waiting')
  centre.ready('ben')
  expect(centre.state.interaction('chat').visits[0]?.offers).toMatchObject([{ agentId: 'ana' }])
})
