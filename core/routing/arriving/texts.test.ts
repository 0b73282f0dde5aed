import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import { eachChannel, upTo } from '../../plan/index.ts'
import type { CommandBodies } from '../index.ts'

const limits = {
  id: 'mixed',
  slots: 3,
  freeForCalls: 0,
  sameCustomerInCalls: false,
  channels: { ...eachChannel(() => upTo(2)), voice: upTo(1) },
}
const centreOf = (queue = {}, centre = {}): TestCentre =>
  new TestCentre(
    testPlan({ queues: [testQueue('sailings', ['ana', 'ben'], { wrapUpSeconds: 30, ...queue })], limits, centre }),
  )

const text = (centre: TestCentre, interactionId: string, rest: Partial<CommandBodies['receiveText']> = {}) =>
  centre.do('receiveText', {
    interactionId,
    customerId: 'mara',
    addressId: 'number of mara',
    lineId: 'texts',
    contentId: `words of ${interactionId}`,
    ...rest,
  })

const answered = (centre: TestCentre, id: string, agentId = 'ana'): void => {
  const offerId = centre.state.interaction(id).visits.at(-1)?.offers.at(-1)?.id ?? ''
  centre.do('answerOffer', { agentId, offerId, interactionId: id })
}

test('texts between the same two numbers are one thread, from another number another', () => {
  const centre = centreOf()
  text(centre, 't1')
  text(centre, 't2')
  text(centre, 't3', { customerId: 'joel', addressId: 'number of joel' })
  expect([...centre.state.interactions.keys()]).toEqual(['t1', 't3'])
  expect(centre.state.interaction('t1')).toMatchObject({ messages: 2, channel: 'sms', turn: { side: 'agent' } })
})

test('a text waits however long nobody is at its other end', () => {
  const centre = centreOf()
  text(centre, 't1')
  centre.wait(3600).ready('ana')
  expect(centre.state.interaction('t1').phase).toBe('offered')
})

test('a text to a full queue is not rejected', () => {
  const centre = centreOf({ mostWaiting: 1 })
  text(centre, 't1')
  text(centre, 't2', { addressId: 'another' })
  centre.arrive('chat')
  expect([...centre.state.interactions.keys()]).toEqual(['t1', 't2'])
})

test('after the quiet time a thread rests, and the next text brings it back to whoever had it', () => {
  const centre = centreOf({}, { textRestAfterSeconds: 60, textEndAfterRestSeconds: 600 })
  centre.ready('ana')
  text(centre, 't1')
  answered(centre, 't1')
  centre.do('sendMessage', { interactionId: 't1', agentId: 'ana', contentId: 'answer' })
  centre.wait(61).ready('ben')
  expect(centre.state.interaction('t1').phase).toBe('resting')
  expect(centre.state.agent('ana').carried).toEqual([])
  centre.wait(300)
  text(centre, 't2')
  expect(centre.state.interaction('t1')).toMatchObject({ phase: 'offered', messages: 3 })
  expect(centre.state.agent('ana').carried).toEqual(['t1'])
})

test('a text that comes once the conversation is wrapped up begins another', () => {
  const centre = centreOf()
  centre.ready('ana')
  text(centre, 't1')
  answered(centre, 't1')
  centre.do('endInteraction', { agentId: 'ana', interactionId: 't1' })
  text(centre, 't2')
  expect(centre.state.interaction('t1').phase).toBe('wrapUp')
  expect(centre.state.interaction('t2').messages).toBe(1)
  centre.do('finishWrapUp', { agentId: 'ana', interactionId: 't1' })
  text(centre, 't3')
  expect([...centre.state.interactions.keys()]).toEqual(['t2'])
})

test('what becomes of a text is known as far as the carrier tells, and delivered is the last of it', () => {
  const centre = centreOf()
  centre.ready('ana')
  text(centre, 't1')
  answered(centre, 't1')
  centre.do('sendMessage', { interactionId: 't1', agentId: 'ana', contentId: 'answer' })
  const { texts } = centre.state.interaction('t1')
  expect(texts).toEqual({ 2: 'queued' })
  for (const state of ['sent', 'delivered', 'failed'] as const)
    centre.do('reportText', { interactionId: 't1', number: 2, state })
  expect(texts).toEqual({ 2: 'delivered' })
  // One of the customer's has no such thing.
  expect(centre.do('reportText', { interactionId: 't1', number: 1, state: 'failed' }).events).toEqual([])
})

test('its line gives it a priority and asks for more', () => {
  const plan = testPlan({ queues: [testQueue('sailings', ['ana', 'ben'])], limits, skills: { ben: { pt: 3 } } })
  const lines = plan.lines.map((line) => ({
    ...line,
    priority: 9,
    requirements: [{ skillId: 'pt', least: 2, most: 5 }],
  }))
  const centre = new TestCentre({ ...plan, lines })
  centre.ready('ana')
  text(centre, 't1')
  expect(centre.state.interaction('t1')).toMatchObject({ phase: 'waiting', priority: 9 })
  centre.ready('ben')
  expect(centre.state.agent('ben').carried).toEqual(['t1'])
})

test('only the program itself tells of texts, and a line that leads nowhere takes none', () => {
  const centre = centreOf()
  const customer = { kind: 'customer', id: 't1' } as const
  const body = { interactionId: 't1', customerId: 'c', addressId: 'n', lineId: 'texts', contentId: 'w' }
  expect(centre.do('receiveText', body, customer).refusal?.code).toBe('notAllowed')
  expect(centre.do('reportText', { interactionId: 't1', number: 1, state: 'sent' }, customer).refusal?.code).toBe(
    'notAllowed',
  )
  expect(text(centre, 't1', { lineId: 'site' }).refusal?.code).toBe('unknownLine')
  const lines = testPlan().lines.map((line) => ({ ...line, queueIds: [] }))
  expect(text(new TestCentre({ ...testPlan(), lines }), 't1').refusal?.code).toBe('leadsNowhere')
})

test('while nobody answers a text is answered by itself, once for a thread, and still waits for an agent', () => {
  const hours = [
    { id: 'day', openings: [2_000_000, 3_000_000] },
    { id: 'late', openings: [2_500_000, 3_000_000] },
  ]
  const plan = testPlan({ queues: [testQueue('sailings', ['ana'], { hoursId: 'day' })], limits, hours })
  const lines = plan.lines.map((line) => (line.id === 'texts' ? { ...line, hoursId: 'late' } : line))
  const centre = new TestCentre({ ...plan, lines })
  const answers = (): string[] =>
    centre.journal.flatMap((event) =>
      event.type === 'messageSent' && event.side === 'agent' ? [`${event.contentId} by ${event.textLineId}`] : [],
    )
  text(centre, 't1', { closedAnswerId: 'closed' })
  text(centre, 't2', { closedAnswerId: 'closed again' })
  expect(answers()).toEqual(['closed by texts'])
  expect(centre.state.interaction('t1')).toMatchObject({ texts: { 2: 'queued' }, turn: { side: 'agent' }, messages: 3 })
  // The queue has opened, the line has not.
  centre.wait(1100)
  text(centre, 't3', { addressId: 'another', closedAnswerId: 'line closed' })
  expect(answers()).toEqual(['closed by texts', 'line closed by texts'])
  centre.wait(500)
  text(centre, 't4', { addressId: 'a third', closedAnswerId: 'not needed' })
  expect(answers()).toHaveLength(2)
})
