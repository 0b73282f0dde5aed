import { plannedLine, TestCentre, testPlan, testQueue } from '../testing/index.ts'
import { upTo } from '../plan/index.ts'
import { blockedUntil, type Actor } from './index.ts'

const sup: Actor = { kind: 'person', id: 'sup' }
const limits = {
  id: 'mixed',
  slots: 3,
  freeForCalls: 0,
  sameCustomerInCalls: true,
  channels: { voice: upTo(1), chat: upTo(3), sms: upTo(3), email: upTo(3) },
}
const merge = { customerId: 'n. blaine', intoId: 'nora' }

const centreWith = (): TestCentre => new TestCentre(testPlan({ queues: [testQueue('sailings', ['ana'])], limits }))

test('the text of who turned out to be the caller comes to whoever is in the call with them', () => {
  const centre = centreWith()
  centre.ready('ana')
  centre.arrive('call', 'sailings', { channel: 'voice', lineId: 'phone', customerId: 'nora' })
  centre.do('answerOffer', { agentId: 'ana', offerId: 'call.v1.o1', interactionId: 'call' })
  const text = { customerId: 'n. blaine', addressId: 'n1', lineId: plannedLine([], 'texts').id, contentId: 'words' }
  centre.do('receiveText', { ...text, interactionId: 'thread' })
  expect(centre.state.interaction('thread').phase).toBe('waiting')
  const { events } = centre.do('mergeCustomer', merge)
  expect(events.map(({ type }) => type)).toEqual(['customerMerged', 'offerMade'])
  expect(centre.state.interaction('thread')).toMatchObject({ customerId: 'nora', phase: 'offered' })
})

test('who was blocked by the other name is kept out by the one that is left', () => {
  const centre = centreWith()
  centre.ready('ana')
  const until = centre.at + 3_600_000
  const block = { blockId: 'b', customerId: 'n. blaine', addressId: null, interactionId: null, until }
  centre.do('blockCustomer', block, sup)
  centre.do('mergeCustomer', merge)
  expect(blockedUntil(centre.state, { customerId: 'nora', addressId: null }, centre.at)).toBe(until)
  expect(centre.arrive('chat', 'sailings', { customerId: 'nora' }).refusal?.code).toBe('customerBlocked')
  const wish = { agentId: 'ana', interactionId: 'out', channel: 'voice', customerId: 'nora', addressId: 'n1' } as const
  const reach = { ...wish, lineId: 'phone', queueId: 'sailings', contentId: null }
  expect(centre.do('reachOut', reach).refusal).toEqual({ code: 'blockedCustomer', params: { until } })
})

test('where nothing of theirs runs there is nothing to tell; agents do not merge', () => {
  const centre = centreWith()
  expect(centre.do('mergeCustomer', merge).events).toEqual([])
  centre.arrive('chat', 'sailings', { customerId: 'n. blaine' })
  expect(centre.do('mergeCustomer', { customerId: 'n. blaine', intoId: 'n. blaine' }).events).toEqual([])
  expect(centre.do('mergeCustomer', merge, { kind: 'person', id: 'ana' }).refusal?.code).toBe('notAllowed')
})
