import { eachChannel, upTo } from '../../plan/index.ts'
import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import { blockedUntil } from './abuse.ts'
import { snapshotOf, stateFrom } from '../state/snapshot.ts'

const sup = { kind: 'person', id: 'sup' } as const
const minute = 60_000

/** Ana has a chat, and is Ready for another. */
function talking(centre: Parameters<typeof testPlan>[0] = {}): TestCentre {
  const made = new TestCentre(
    testPlan({
      queues: [testQueue('sailings', ['ana', 'ben'], { wrapUpSeconds: 0 })],
      slots: 2,
      ...centre,
      centre: { recoverMinutes: 5, ...centre.centre },
    }),
  )
  made.ready('ana')
  made.arrive('one')
  made.do('answerOffer', { agentId: 'ana', offerId: 'one.v1.o1', interactionId: 'one' })
  return made
}
const endForAbuse = (centre: TestCentre, block = false) =>
  centre.do('endForAbuse', { agentId: 'ana', interactionId: 'one', reason: 'threats', block })
const types = (outcome: { readonly events: readonly { readonly type: string }[] }): string[] =>
  outcome.events.map(({ type }) => type)
const ana = (centre: TestCentre) => centre.state.agent('ana')

test('a warning goes out in a chat, is only noted in a call, and is the agent’s own', () => {
  const centre = talking()
  const body = { agentId: 'ana', interactionId: 'one' }
  expect(centre.do('warnCustomer', { ...body, contentId: null }).refusal?.code).toBe('notACall')
  const { events } = centre.do('warnCustomer', { ...body, contentId: 'words' })
  expect(events).toMatchObject([
    { type: 'customerWarned', agentId: 'ana' },
    { type: 'messageSent', side: 'agent', personId: 'ana', contentId: 'words', textLineId: null },
  ])
  expect(centre.state.interaction('one').warnings).toBe(1)
  centre.ready('ben')
  expect(centre.do('warnCustomer', { ...body, agentId: 'ben', contentId: 'words' }).refusal?.code).toBe(
    'notYourInteraction',
  )
})

test('who ends for abuse is offered nothing until they have recovered, and is then as they were', () => {
  const centre = talking()
  expect(types(endForAbuse(centre))).toEqual(['abuseEnded', 'interactionEnded', 'wrapUpEnded', 'recoveryBegan'])
  expect(ana(centre).stateId).toBe('recovering')
  centre.arrive('two')
  expect(ana(centre).offerId).toBeNull()
  const resumed = stateFrom(structuredClone(snapshotOf(centre.state)))
  expect(resumed.agent('ana').recovery).toEqual({ stateId: 'ready', until: centre.at + 5 * minute })
  expect(types(centre.wait(5 * 60).do('endBlock', { blockId: 'none' }))).toEqual(['presenceSet', 'offerMade'])
  expect(ana(centre)).toMatchObject({ stateId: 'ready', recovery: null })
})

test('who recovers already is afterwards as they were before the first', () => {
  const centre = talking()
  centre.arrive('two')
  centre.do('answerOffer', { agentId: 'ana', offerId: 'two.v1.o1', interactionId: 'two' })
  endForAbuse(centre)
  centre.wait(60).do('endForAbuse', { agentId: 'ana', interactionId: 'two', reason: 'insults', block: false })
  expect(ana(centre).recovery).toEqual({ stateId: 'ready', until: centre.at + 5 * minute })
})

test('they may say sooner that they have recovered; nothing more is due then', () => {
  const centre = talking()
  endForAbuse(centre)
  centre.wait(30).do('setPresence', { agentId: 'ana', stateId: 'break' })
  expect(ana(centre).recovery).toBeNull()
  centre.wait(10 * 60).do('endBlock', { blockId: 'none' })
  expect(ana(centre).stateId).toBe('break')
})

test('what is out to them is taken back', () => {
  const centre = talking()
  centre.arrive('two')
  expect(types(endForAbuse(centre))).toContain('offerWithdrawn')
})

test.each([
  ['the centre gives no time', { recoverMinutes: 0 }],
  ['the centre has no state for it', { recoverStateId: null }],
])('they go on as they were where %s', (_, settings) => {
  const centre = talking({ centre: settings })
  endForAbuse(centre)
  expect(ana(centre).stateId).toBe('ready')
})

test('who has planned to be in another state afterwards is, and does not recover first', () => {
  const centre = talking()
  centre.do('planPresence', { agentId: 'ana', stateId: 'break' })
  endForAbuse(centre)
  expect(ana(centre)).toMatchObject({ stateId: 'break', recovery: null })
})

test('an outage of the router does not shorten it', () => {
  const centre = talking()
  endForAbuse(centre)
  const until = ana(centre).recovery?.until ?? 0
  centre.wait(120).do('resumeRouter', { outageMs: 120_000 })
  expect(ana(centre).recovery?.until).toBe(until + 120_000)
})

test('a block is asked for once, and a supervisor settles it once', () => {
  const centre = talking()
  endForAbuse(centre, true)
  const [request] = centre.state.blockRequests
  expect(request).toMatchObject({
    interactionId: 'one',
    agentId: 'ana',
    customerId: 'customer of one',
    addressId: null,
  })
  const block = {
    blockId: 'b',
    customerId: 'customer of one',
    addressId: null,
    interactionId: 'one',
    until: centre.at + 60 * minute,
  }
  const byAgent = { kind: 'person', id: 'ana' } as const
  expect(centre.do('blockCustomer', block, byAgent).refusal?.code).toBe('notAllowed')
  expect(centre.do('refuseBlock', { interactionId: 'one' }, byAgent).refusal?.code).toBe('notAllowed')
  expect(centre.do('blockCustomer', { ...block, until: centre.at }, sup).refusal?.code).toBe('blockTime')
  expect(centre.do('blockCustomer', { ...block, until: centre.at + 367 * 1440 * minute }, sup).refusal?.code).toBe(
    'blockTime',
  )
  expect(types(centre.do('blockCustomer', block, sup))).toEqual(['blockBegan'])
  expect(centre.state.blockRequests).toEqual([])
  expect(centre.do('blockCustomer', { ...block, blockId: 'again' }, sup).refusal?.code).toBe('blockSettled')
  expect(centre.do('refuseBlock', { interactionId: 'one' }, sup).refusal?.code).toBe('blockSettled')
})

test('an agent asks while they wrap up as well, and a supervisor may refuse', () => {
  const centre = talking({ queues: [testQueue('sailings', ['ana'], { wrapUpSeconds: 60 })] })
  endForAbuse(centre)
  const body = { agentId: 'ana', interactionId: 'one' }
  expect(types(centre.do('askForBlock', body))).toEqual(['blockAsked'])
  expect(centre.do('askForBlock', body).events).toEqual([])
  expect(types(centre.do('refuseBlock', { interactionId: 'one' }, sup))).toEqual(['blockRefused'])
  expect(centre.state.blockRequests).toEqual([])
})

test('who is blocked is told until when, by whichever of customer and number they come; it ends by itself', () => {
  const centre = talking()
  const until = centre.at + 10 * minute
  const block = { blockId: 'b', customerId: 'rude', addressId: 'n1', interactionId: null, until }
  centre.do('blockCustomer', block, sup)
  const refused = centre.arrive('two', 'sailings', { customerId: 'rude' }).refusal
  expect(refused).toEqual({ code: 'customerBlocked', params: { until } })
  const text = { customerId: 'somebody', addressId: 'n1', lineId: 'texts', contentId: 'words' }
  expect(centre.do('receiveText', { ...text, interactionId: 'three' }).refusal?.code).toBe('customerBlocked')
  expect(centre.arrive('four', 'sailings', { customerId: 'kind' }).refusal).toBeNull()
  expect(blockedUntil(centre.state, { customerId: 'kind', addressId: null }, centre.at)).toBeNull()
  centre.wait(600)
  expect(centre.arrive('five', 'sailings', { customerId: 'rude' }).refusal).toBeNull()
})

test('what an agent has with one who is blocked goes on; a thread that rests is not woken by them', () => {
  const centre = new TestCentre(
    testPlan({
      queues: [testQueue('sailings', ['ana'])],
      limits: {
        id: 'texts',
        slots: 1,
        freeForCalls: 0,
        sameCustomerInCalls: false,
        channels: { ...eachChannel(() => upTo(0)), sms: upTo(1), email: upTo(1) },
      },
      centre: { textRestAfterSeconds: 60 },
    }),
  )
  centre.ready('ana')
  const text = { interactionId: 'thread', customerId: 'rude', addressId: 'n1', lineId: 'texts', contentId: 'words' }
  centre.do('receiveText', text)
  centre.do('answerOffer', { agentId: 'ana', offerId: 'thread.v1.o1', interactionId: 'thread' })
  const until = centre.at + 60 * minute
  centre.do('blockCustomer', { blockId: 'b', customerId: 'rude', addressId: 'n1', interactionId: null, until }, sup)
  expect(types(centre.do('receiveText', text))).toEqual(['messageSent'])
  centre.do('sendMessage', { interactionId: 'thread', agentId: 'ana', contentId: 'words' })
  centre.wait(60)
  expect(centre.do('receiveText', text).refusal?.code).toBe('customerBlocked')
  expect(centre.do('endBlock', { blockId: 'b' }, sup).refusal).toBeNull()
  expect(types(centre.do('receiveText', text))[0]).toBe('woken')
  expect(centre.do('endBlock', { blockId: 'b' }, sup).refusal?.code).toBe('unknownBlock')
})
