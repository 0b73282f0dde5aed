import { plannedLine, TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import { eachChannel, upTo } from '../../plan/index.ts'
import { blockedUntil, type Actor } from '../index.ts'

const sup: Actor = { kind: 'person', id: 'sup' }
const limits = {
  id: 'mixed',
  slots: 3,
  freeForCalls: 0,
  sameCustomerInCalls: true,
  channels: { ...eachChannel(() => upTo(3)), voice: upTo(1) },
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
  const preferred = {
    agentId: 'ana',
    interactionId: 'out',
    channel: 'voice',
    customerId: 'nora',
    addressId: 'n1',
  } as const
  const reach = { ...preferred, lineId: 'phone', queueId: 'sailings', contentId: null }
  expect(centre.do('reachOut', reach).refusal).toEqual({ code: 'blockedCustomer', params: { until } })
})

test('where nothing of theirs runs there is nothing to tell; agents do not merge', () => {
  const centre = centreWith()
  expect(centre.do('mergeCustomer', merge).events).toEqual([])
  centre.arrive('chat', 'sailings', { customerId: 'n. blaine' })
  expect(centre.do('mergeCustomer', { customerId: 'n. blaine', intoId: 'n. blaine' }).events).toEqual([])
  expect(centre.do('mergeCustomer', merge, { kind: 'person', id: 'ana' }).refusal?.code).toBe('notAllowed')
})

describe('who had been merged and is split off again gets back what is theirs', () => {
  const split = {
    customerId: 'n. blaine',
    fromId: 'nora',
    familyIds: ['n. blaine', 'nina'],
    addressIds: ['n1'],
    interactionIds: ['thread', 'earlier'],
  }

  test('conversations that run, and who talks to whom is looked at anew', () => {
    const centre = centreWith()
    centre.ready('ana')
    const text = { customerId: 'n. blaine', addressId: 'n1', lineId: plannedLine([], 'texts').id, contentId: 'words' }
    centre.do('receiveText', { ...text, interactionId: 'thread' })
    centre.do('answerOffer', { agentId: 'ana', offerId: 'thread.v1.o1', interactionId: 'thread' })
    centre.do('mergeCustomer', merge)
    centre.arrive('call', 'sailings', { channel: 'voice', lineId: 'phone', customerId: 'nora' })
    const { events } = centre.do('splitCustomer', split, sup)
    expect(events[0]).toMatchObject({ type: 'customerIdentified', interactionId: 'thread', customerId: 'n. blaine' })
    expect(centre.state.interaction('thread').customerId).toBe('n. blaine')
    expect(centre.state.interaction('call').customerId).toBe('nora')
    expect(centre.do('splitCustomer', split, sup).events).toEqual([])
  })

  test('blocks: of their numbers, asked for in their conversations, laid on them before; others stay', () => {
    const centre = centreWith()
    const until = centre.at + 3_600_000
    centre.ready('ana')
    for (const [id, customerId] of [
      ['earlier', 'n. blaine'],
      ['other', 'nora'],
    ] as const) {
      centre.arrive(id, 'sailings', { customerId })
      centre.do('answerOffer', { agentId: 'ana', offerId: `${id}.v1.o1`, interactionId: id })
      centre.do('askForBlock', { agentId: 'ana', interactionId: id })
    }
    const lay = (blockId: string, customerId: string, addressId: string | null, interactionId: string | null) =>
      centre.do('blockCustomer', { blockId, customerId, addressId, interactionId, until }, sup)
    lay('before', 'nina', null, null)
    centre.do('mergeCustomer', { customerId: 'nina', intoId: 'n. blaine' })
    centre.do('mergeCustomer', merge)
    lay('number', 'nora', 'n1', null)
    lay('asked', 'nora', 'n2', 'earlier')
    lay('own', 'nora', 'n3', 'other')
    centre.do('splitCustomer', split, sup)
    expect(centre.state.blocks.map(({ id, customerId }) => [id, customerId])).toEqual([
      ['before', 'n. blaine'],
      ['number', 'n. blaine'],
      ['asked', 'n. blaine'],
      ['own', 'nora'],
    ])
  })

  test('what is asked for in their conversations', () => {
    const centre = centreWith()
    centre.ready('ana')
    centre.arrive('thread', 'sailings', { customerId: 'n. blaine' })
    centre.do('answerOffer', { agentId: 'ana', offerId: 'thread.v1.o1', interactionId: 'thread' })
    centre.do('askForBlock', { agentId: 'ana', interactionId: 'thread' })
    centre.do('mergeCustomer', merge)
    expect(centre.state.blockRequests).toMatchObject([{ customerId: 'nora' }])
    centre.do('splitCustomer', split, sup)
    expect(centre.state.blockRequests).toMatchObject([{ customerId: 'n. blaine' }])
  })

  test('not by an agent, and nobody from themselves', () => {
    const centre = centreWith()
    centre.arrive('thread', 'sailings', { customerId: 'nora' })
    expect(centre.do('splitCustomer', split, { kind: 'person', id: 'ana' }).refusal?.code).toBe('notAllowed')
    expect(centre.do('splitCustomer', { ...split, customerId: 'nora' }, sup).events).toEqual([])
  })
})
