// From hand to hand other than by the match: open lists, by hand, moved, transferred, and reserved for one agent.
import type { Queue } from '../../plan/index.ts'
import { TestCentre, testPlan, testQueue, type TestPlanOptions } from '../../testing/index.ts'
import { groundsOf, openOffer, visitOf } from '../index.ts'

const sup = { kind: 'person', id: 'sup' } as const
const obs = { kind: 'person', id: 'obs' } as const

function centreOf(boats: Partial<Queue> = {}, rest: Partial<TestPlanOptions> = {}): TestCentre {
  const queues = [testQueue('boats', ['ana', 'ben'], boats), testQueue('coaches', ['cleo'])]
  return new TestCentre(testPlan({ agents: ['ana', 'ben', 'cleo'], queues, slots: 2, ...rest }))
}

const phaseOf = ({ state }: TestCentre, id: string): string | undefined => state.interactions.get(id)?.phase
const offersOf = ({ journal }: TestCentre): string[] =>
  journal.flatMap((e) => (e.type === 'offerMade' ? [`${e.interactionId}>${e.agentId} ${e.cause}`] : []))

/** An interaction that this agent has answered. */
function withConversation(centre: TestCentre, agentId: string): void {
  centre.ready(agentId)
  centre.arrive('i1', 'boats')
  centre.do('answerOffer', { agentId, interactionId: 'i1', offerId: 'i1.v1.o1' })
}

describe('an open list', () => {
  const take = (centre: TestCentre, agentId: string) => centre.do('takeInteraction', { agentId, interactionId: 'i1' })
  test('nobody is offered; whoever takes it first has it, exactly once', () => {
    const centre = centreOf({ selection: 'openList' })
    centre.ready('ana')
    centre.ready('ben')
    centre.arrive('i1', 'boats')
    centre.wait(40)
    expect(offersOf(centre)).toEqual([])
    expect(take(centre, 'ben').refusal).toBeNull()
    expect(take(centre, 'ana').refusal?.code).toBe('notWaiting')
    expect(phaseOf(centre, 'i1')).toBe('connected')
    expect(centre.journal.find(({ type }) => type === 'offerAnswered')).toMatchObject({ waitedMs: 40_000 })
    expect(offersOf(centre)).toEqual(['i1>ben taken'])
  })
  test('only by who could be offered it, and only from an open list', () => {
    const centre = centreOf(
      { selection: 'openList', requirements: [{ skillId: 'fares', least: 2, most: 5 }] },
      { skills: { ben: { fares: 2 } }, slots: 1 },
    )
    centre.arrive('i1', 'boats')
    for (const [id, criterion] of [
      ['ana', 'present'],
      ['cleo', 'present'],
    ] as const)
      expect(take(centre, id).refusal).toMatchObject({ code: 'agentCannot', params: { criterion } })
    centre.ready('ana')
    centre.ready('cleo')
    expect(take(centre, 'ana').refusal?.params.criterion).toBe('skilled')
    expect(take(centre, 'cleo').refusal?.params.criterion).toBe('inReach')
    centre.ready('ben')
    centre.arrive('i2', 'boats')
    expect(centre.do('takeInteraction', { agentId: 'ben', interactionId: 'i2' }).refusal).toBeNull()
    expect(take(centre, 'ben').refusal?.params.criterion).toBe('roomForIt')
    centre.arrive('i3', 'coaches')
    expect(centre.do('takeInteraction', { agentId: 'cleo', interactionId: 'i3' }).refusal?.code).toBe('notWaiting')
  })
  test('not from a queue that offers', () => {
    const centre = centreOf()
    centre.arrive('i1', 'boats')
    centre.ready('cleo')
    expect(take(centre, 'cleo').refusal?.code).toBe('notOnList')
  })
})

describe('by hand', () => {
  const assign = (centre: TestCentre, agentId: string, actor: typeof sup | typeof obs = sup) =>
    centre.do('assignInteraction', { agentId, interactionId: 'i1' }, actor)
  test('nobody is offered until a supervisor assigns, to whom they choose', () => {
    const centre = centreOf({ selection: 'byHand' })
    centre.ready('ana')
    centre.ready('cleo')
    centre.arrive('i1', 'boats')
    expect(offersOf(centre)).toEqual([])
    expect(assign(centre, 'cleo', obs).refusal?.code).toBe('notAllowed')
    expect(assign(centre, 'ben').refusal?.params.criterion).toBe('present')
    expect(assign(centre, 'cleo').refusal).toBeNull()
    expect(centre.journal.at(-1)).toMatchObject({ type: 'offerMade', agentId: 'cleo', cause: 'assigned', by: 'sup' })
    centre.do('declineOffer', { agentId: 'cleo', interactionId: 'i1', offerId: 'i1.v1.o1', reason: 'busy' })
    expect(phaseOf(centre, 'i1')).toBe('waiting')
    expect(assign(centre, 'ana').refusal).toBeNull()
  })
  test('what is offered to one goes to another, and that is no try of the first', () => {
    const centre = centreOf()
    centre.ready('ana')
    centre.arrive('i1', 'boats')
    centre.ready('cleo')
    assign(centre, 'cleo')
    expect(offersOf(centre)).toEqual(['i1>ana match', 'i1>cleo assigned'])
    expect(visitOf(centre.state.interaction('i1')).tried).toEqual([])
    expect(assign(centre, 'cleo').events).toEqual([])
  })
  test('whose turn it is next goes by what was offered by itself alone', () => {
    const centre = centreOf({ agentIds: ['ana', 'ben', 'cleo'], selection: 'inTurn' })
    for (const id of ['ana', 'ben', 'cleo']) centre.ready(id)
    centre.arrive('i1', 'boats')
    centre.do('assignInteraction', { agentId: 'ben', interactionId: 'i1' }, sup)
    centre.do('answerOffer', { agentId: 'ben', interactionId: 'i1', offerId: 'i1.v1.o2' })
    centre.arrive('i2', 'boats')
    expect(offersOf(centre)).toEqual(['i1>ana match', 'i1>ben assigned', 'i2>ben match'])
  })
  test('nobody is given more than they have room for', () => {
    const centre = centreOf({}, { slots: 1 })
    withConversation(centre, 'ana')
    centre.arrive('i2', 'boats')
    const { refusal } = centre.do('assignInteraction', { agentId: 'ana', interactionId: 'i2' }, sup)
    expect(refusal).toMatchObject({ code: 'agentCannot', params: { agentId: 'ana', criterion: 'roomForIt' } })
  })
})

describe('moved to another queue', () => {
  const move = (centre: TestCentre, queueId: string) =>
    centre.do('moveInteraction', { interactionId: 'i1', queueId }, sup)
  test('keeps what it has waited, and an offer that is out is taken back', () => {
    const centre = centreOf()
    centre.arrive('i1', 'boats')
    centre.wait(30).ready('ana')
    expect(move(centre, 'coaches').refusal).toBeNull()
    expect(centre.journal.slice(-2)).toMatchObject([
      { type: 'offerWithdrawn', reason: 'moved' },
      { type: 'overflowed', cause: 'moved', by: 'sup', waitedBeforeMs: 30_000 },
    ])
    expect(centre.state.queueDay('boats').figures.passedOn).toBe(1)
    expect(move(centre, 'coaches').refusal?.code).toBe('sameQueue')
    expect(move(centre, 'boats').refusal).toBeNull()
  })
  test('not into a queue that takes nothing', () => {
    const full = testQueue('coaches', ['cleo'], { mostWaiting: 1 })
    const shut = testQueue('shut', ['cleo'], { service: 'takingNothingNew' })
    const centre = centreOf({}, { queues: [testQueue('boats', ['ana']), full, shut] })
    centre.arrive('i2', 'coaches')
    centre.arrive('i1', 'boats')
    expect(move(centre, 'coaches').refusal?.code).toBe('queueFull')
    expect(move(centre, 'shut').refusal?.code).toBe('queueTakesNothingNew')
    expect(move(centre, 'nowhere').refusal?.code).toBe('unknownQueue')
  })
  test('a test goes where it is full, and to what is in preparation', () => {
    const full = testQueue('coaches', ['cleo'], { mostWaiting: 1 })
    const soon = testQueue('boats', ['ana'], { service: 'inPreparation', testCustomerIds: ['tess'] })
    const centre = centreOf({}, { queues: [soon, full] })
    centre.arrive('i2', 'coaches')
    centre.arrive('i1', 'boats', { customerId: 'tess' })
    expect(move(centre, 'coaches').refusal).toBeNull()
    expect(move(centre, 'boats').refusal).toBeNull()
  })
})

describe('a transfer', () => {
  const transfer = (centre: TestCentre, to: { queueId: string } | { agentId: string }) =>
    centre.do('transferInteraction', { agentId: 'ana', interactionId: 'i1', to, noteContentId: 'note' })
  test('to a queue waits anew, and whoever passed it on is not the first to be offered it', () => {
    const centre = centreOf()
    withConversation(centre, 'ana')
    centre.wait(50)
    expect(transfer(centre, { queueId: 'boats' }).refusal).toBeNull()
    const { handover, participations } = centre.state.interaction('i1')
    expect(handover).toMatchObject({ agentId: 'ana', noteContentId: 'note' })
    expect(participations).toMatchObject([{ personId: 'ana', to: centre.at }])
    expect(centre.state.servedWaitMs(visitOf(centre.state.interaction('i1')), centre.at)).toBe(0)
    expect(offersOf(centre)).toEqual(['i1>ana match'])
    centre.ready('ben')
    expect(offersOf(centre).at(-1)).toBe('i1>ben match')
  })
  test('with the priority that the centre gives transfers', () => {
    const centre = centreOf({}, { centre: { transferPriority: 8 } })
    withConversation(centre, 'ana')
    transfer(centre, { queueId: 'coaches' })
    expect(centre.state.priorityOf(centre.state.interaction('i1'), centre.at)).toBe(8)
  })
  test('but never with less than it had', () => {
    const centre = centreOf({}, { centre: { transferPriority: 4 } })
    centre.ready('ana')
    centre.arrive('i1', 'boats', { priority: 9 })
    centre.do('answerOffer', { agentId: 'ana', interactionId: 'i1', offerId: 'i1.v1.o1' })
    transfer(centre, { queueId: 'coaches' })
    expect(centre.state.interaction('i1').priority).toBe(9)
  })
  test('to one agent: nobody else while it is reserved, then the queue', () => {
    const centre = centreOf({}, { slots: 1, centre: { preferredSeconds: 20 } })
    withConversation(centre, 'ana')
    centre.arrive('i2', 'coaches')
    centre.ready('cleo')
    centre.do('answerOffer', { agentId: 'cleo', interactionId: 'i2', offerId: 'i2.v1.o1' })
    expect(transfer(centre, { agentId: 'cleo' }).refusal).toBeNull()
    centre.ready('ben')
    expect(offersOf(centre).at(-1)).toBe('i2>cleo match')
    const ben = groundsOf(centre.state, 'i1')?.agents.find(({ agentId }) => agentId === 'ben')
    expect(ben?.grounds.filter(({ holds }) => !holds).map(({ criterion }) => criterion)).toEqual(['preferred'])
    const from = centre.at
    centre.wait(30).do('setPresence', { agentId: 'ana', stateId: 'break' })
    expect(centre.journal.find((e) => e.type === 'offerMade' && e.agentId === 'ben')?.at).toBe(from + 20_000)
  })
  test('to one agent who is not in reach of the queue', () => {
    const centre = centreOf()
    withConversation(centre, 'ana')
    centre.ready('cleo')
    transfer(centre, { agentId: 'cleo' })
    expect(offersOf(centre).at(-1)).toBe('i1>cleo match')
  })
  test.each([
    ['declines', (c: TestCentre) => decline(c)],
    ['signs out', (c: TestCentre) => c.do('setPresence', { agentId: 'cleo', stateId: 'offline' })],
    ['loses the connection', (c: TestCentre) => c.do('disconnectAgent', { agentId: 'cleo', connectionId: 'cleo-1' })],
  ])('the preference lapses where the agent %s', (_, away) => {
    const centre = centreOf({}, { centre: { preferredSeconds: 15 } })
    withConversation(centre, 'ana')
    centre.ready('cleo')
    transfer(centre, { agentId: 'cleo' })
    centre.ready('ben')
    away(centre)
    expect(offersOf(centre).slice(-2)).toEqual(['i1>cleo match', 'i1>ben match'])
  })
  test('the preference lapses where the agent does not answer, however long it would last', () => {
    const centre = centreOf({}, { centre: { preferredSeconds: 60 } })
    withConversation(centre, 'ana')
    centre.ready('cleo')
    transfer(centre, { agentId: 'cleo' })
    centre.ready('ben')
    centre.wait(16).do('setPresence', { agentId: 'ana', stateId: 'break' })
    expect(offersOf(centre).slice(-2)).toEqual(['i1>cleo match', 'i1>ben match'])
  })
  const decline = (centre: TestCentre) =>
    centre.do('declineOffer', { agentId: 'cleo', interactionId: 'i1', offerId: 'i1.v2.o1', reason: 'busy' })
  test('only of one’s own, and to who is there and able', () => {
    const centre = centreOf(
      { requirements: [{ skillId: 'fares', least: 1, most: 5 }] },
      { skills: { ana: { fares: 1 } } },
    )
    withConversation(centre, 'ana')
    const other = { agentId: 'ben', interactionId: 'i1', to: { queueId: 'boats' }, noteContentId: null }
    expect(centre.do('transferInteraction', other).refusal?.code).toBe('notYourInteraction')
    expect(transfer(centre, { agentId: 'ana' }).refusal?.code).toBe('toSelf')
    expect(transfer(centre, { agentId: 'ben' }).refusal?.params.criterion).toBe('present')
    centre.ready('ben')
    expect(transfer(centre, { agentId: 'ben' }).refusal?.params.criterion).toBe('skilled')
    expect(transfer(centre, { queueId: 'nowhere' }).refusal?.code).toBe('unknownQueue')
  })
})

describe('what else waits of a customer whom one talks to', () => {
  /** Ana talks to c1 in one queue; c1 waits in the other, for which ben is there. */
  function both(): TestCentre {
    const centre = new TestCentre(
      testPlan({
        agents: ['ana', 'ben', 'cleo'],
        slots: 1,
        queues: [testQueue('sailings', ['ana']), testQueue('bookings', ['cleo'])],
      }),
    )
    centre.ready('ana')
    centre.arrive('i1', 'sailings', { customerId: 'c1' })
    centre.do('answerOffer', { agentId: 'ana', interactionId: 'i1', offerId: 'i1.v1.o1' })
    centre.arrive('i2', 'bookings', { customerId: 'c1' })
    return centre
  }
  const join = (centre: TestCentre, agentId = 'ana', interactionId = 'i2') =>
    centre.do('joinWaiting', { agentId, interactionId })
  const preferredOf = (centre: TestCentre) => visitOf(centre.state.interaction('i2')).preferred?.agentId ?? null

  test('is for that agent alone once joined, who is offered it as soon as there is room, out of reach or not', () => {
    const centre = both()
    expect(join(centre).refusal).toBeNull()
    centre.ready('cleo')
    expect(centre.state.interaction('i2').phase).toBe('waiting')
    centre.do('endInteraction', { agentId: 'ana', interactionId: 'i1' })
    centre.do('finishWrapUp', { agentId: 'ana', interactionId: 'i1' })
    expect(openOffer(centre.state.interaction('i2'))?.agentId).toBe('ana')
  })
  test('goes its own way again where the agent refuses it, or half an hour is over', () => {
    const refused = both()
    join(refused)
    refused.do('endInteraction', { agentId: 'ana', interactionId: 'i1' })
    refused.do('finishWrapUp', { agentId: 'ana', interactionId: 'i1' })
    const offer = { agentId: 'ana', interactionId: 'i2', offerId: 'i2.v1.o1' }
    expect(refused.do('declineOffer', { ...offer, reason: 'busy' }).refusal).toBeNull()
    expect(preferredOf(refused)).toBeNull()
    const late = both()
    join(late)
    late.wait(1799).do('planPresence', { agentId: 'cleo', stateId: null })
    expect(preferredOf(late)).toBe('ana')
    late.wait(1).ready('cleo')
    expect(openOffer(late.state.interaction('i2'))?.agentId).toBe('cleo')
  })
  test('is joined by nobody else, and only while it waits', () => {
    const centre = both()
    expect(join(centre, 'ben').refusal?.code).toBe('notTheirCustomer')
    centre.arrive('i3', 'bookings', { customerId: 'c2' })
    expect(join(centre, 'ana', 'i3').refusal?.code).toBe('notTheirCustomer')
    expect(join(centre, 'ana', 'i1').refusal?.code).toBe('notWaiting')
    expect(join(centre, 'ana', 'gone').refusal?.code).toBe('unknownInteraction')
    const other = centre.do('joinWaiting', { agentId: 'ana', interactionId: 'i2' }, { kind: 'person', id: 'ben' })
    expect(other.refusal?.code).toBe('notAllowed')
  })
})
