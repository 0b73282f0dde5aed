import { eachChannel, upTo } from '../../plan/index.ts'
import { recordAfter, type InteractionRecord } from '../../records/index.ts'
import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'

const limits = {
  id: 'mixed',
  slots: 2,
  freeForCalls: 0,
  sameCustomerInCalls: false,
  channels: { ...eachChannel(() => upTo(2)), voice: { ...upTo(1), slots: 2 } },
}

/** A call that Ana has answered; Ben is ready and serves no queue. */
function talking(): TestCentre {
  const centre = new TestCentre(
    testPlan({ agents: ['ana', 'ben', 'cai'], queues: [testQueue('sailings', ['ana'])], limits }),
  )
  centre.ready('ana')
  centre.ready('ben')
  centre.arrive('call', 'sailings', { channel: 'voice', lineId: 'phone', addressId: 'number' })
  centre.do('answerOffer', { agentId: 'ana', offerId: 'call.v1.o1', interactionId: 'call' })
  return centre
}

const ask = (centre: TestCentre, colleagueId = 'ben') =>
  centre.do('consult', { agentId: 'ana', interactionId: 'call', colleagueId })
const answer = (centre: TestCentre) => centre.do('answerConsult', { agentId: 'ben', interactionId: 'call' })
const settle = (centre: TestCentre, type: 'joinGuest' | 'dismissGuest' | 'handOver', agentId = 'ana') =>
  centre.do(type, { agentId, interactionId: 'call', personId: 'ben' })
const attend = (centre: TestCentre, way: 'listening' | 'advising' | 'joined', personId = 'sup') =>
  centre.do('attendCall', { interactionId: 'call', personId, way, processId: 'web' }, { kind: 'person', id: personId })
const ways = (centre: TestCentre) =>
  centre.state.interaction('call').guests.map(({ personId, way }) => `${personId} ${way}`)
const carries = (centre: TestCentre, id: string) => centre.state.agent(id).carried

const recordOf = (centre: TestCentre): InteractionRecord | null =>
  centre.journal.reduce<InteractionRecord | null>(
    (record, event, n) => ('interactionId' in event ? (recordAfter(record, event, n) ?? record) : record),
    null,
  )

test('a colleague is asked while the customer is on hold, answers, is joined and sent off', () => {
  const centre = talking()
  ask(centre)
  expect(ways(centre)).toEqual(['ben asked'])
  expect(centre.state.interaction('call').heldSince).toBe(centre.at)
  expect(carries(centre, 'ben')).toEqual(['call'])
  centre.wait(4)
  answer(centre)
  expect(ways(centre)).toEqual(['ben aside'])
  centre.wait(20)
  settle(centre, 'joinGuest')
  expect(ways(centre)).toEqual(['ben joined'])
  expect(centre.state.interaction('call').heldSince).toBeNull()
  centre.wait(30)
  settle(centre, 'dismissGuest')
  expect(ways(centre)).toEqual([])
  expect(carries(centre, 'ben')).toEqual([])
  expect(carries(centre, 'ana')).toEqual(['call'])
  expect(recordOf(centre)).toMatchObject({
    holdMs: 24_000,
    attendances: [
      { personId: 'ben', way: 'asked', to: 1_004_000, end: null },
      { personId: 'ben', way: 'aside', from: 1_004_000, to: 1_024_000 },
      { personId: 'ben', way: 'joined', to: 1_054_000, end: 'dismissed' },
    ],
  })
})

test('nobody is asked who is not there or has no room, nor a second, nor by somebody else', () => {
  const centre = talking()
  expect(ask(centre, 'cai').refusal).toMatchObject({ code: 'agentCannot', params: { criterion: 'present' } })
  expect(ask(centre, 'ana').refusal?.code).toBe('toSelf')
  expect(ask(centre, 'sup').refusal?.code).toBe('unknownAgent')
  expect(centre.do('consult', { agentId: 'ben', interactionId: 'call', colleagueId: 'ana' }).refusal?.code).toBe(
    'notYourInteraction',
  )
  centre.ready('cai')
  ask(centre)
  expect(ask(centre, 'cai').refusal?.code).toBe('askedAlready')
})

test('who is asked takes a slot: with a call before them they are offered no other', () => {
  const centre = new TestCentre(
    testPlan({ agents: ['ana', 'ben'], queues: [testQueue('sailings', ['ana', 'ben'])], limits }),
  )
  centre.ready('ana')
  centre.arrive('call', 'sailings', { channel: 'voice', lineId: 'phone' })
  centre.do('answerOffer', { agentId: 'ana', offerId: 'call.v1.o1', interactionId: 'call' })
  centre.ready('ben')
  ask(centre)
  centre.arrive('next', 'sailings', { channel: 'voice', lineId: 'phone' })
  expect(centre.state.interaction('next').phase).toBe('waiting')
  centre.do('declineConsult', { agentId: 'ben', interactionId: 'call' })
  expect(centre.state.interaction('next').phase).toBe('offered')
})

test('one who does not answer in time is asked no more, and the customer stays on hold until the agent is back', () => {
  const centre = talking()
  ask(centre)
  centre.wait(15).ready('cai')
  expect(ways(centre)).toEqual([])
  expect(centre.state.interaction('call').heldSince).not.toBeNull()
  expect(answer(centre).refusal?.code).toBe('offerOver')
  expect(recordOf(centre)?.attendances).toMatchObject([{ personId: 'ben', end: 'missed' }])
})

test('a call is handed over to who was asked: the first is free, the wrap-up is the second’s', () => {
  const centre = talking()
  ask(centre)
  expect(settle(centre, 'handOver').refusal?.code).toBe('notInCall')
  answer(centre)
  centre.wait(12)
  settle(centre, 'handOver')
  expect(carries(centre, 'ana')).toEqual([])
  expect(carries(centre, 'ben')).toEqual(['call'])
  expect(centre.state.interaction('call')).toMatchObject({ heldSince: null, handover: { agentId: 'ana' }, guests: [] })
  centre.wait(30).do('endInteraction', { agentId: 'ben', interactionId: 'call' })
  expect(centre.state.interaction('call').phase).toBe('wrapUp')
  centre.do('finishWrapUp', { agentId: 'ben', interactionId: 'call' })
  expect(centre.state.agent('ben').today.handled).toBe(1)
  expect(recordOf(centre)).toMatchObject({
    talkMs: 42_000,
    passages: [{ cause: 'handedOver', by: 'ana', toAgentId: 'ben' }],
  })
})

test('with the conversation guests go; they have nothing to wrap up', () => {
  const centre = talking()
  ask(centre)
  answer(centre)
  settle(centre, 'joinGuest')
  attend(centre, 'listening')
  centre.wait(9).do('leaveInteraction', { interactionId: 'call' })
  expect(centre.state.interaction('call')).toMatchObject({ phase: 'wrapUp', guests: [] })
  expect(carries(centre, 'ben')).toEqual([])
  expect(carries(centre, 'ana')).toEqual(['call'])
  expect(recordOf(centre)?.attendances.every(({ to }) => to === centre.at || to === centre.at - 9000)).toBe(true)
})

test('where the agent stays away the call is the joined colleague’s; one aside does not keep it from its queue', () => {
  const lose = (joined: boolean) => {
    const centre = talking()
    ask(centre)
    answer(centre)
    if (joined) settle(centre, 'joinGuest')
    centre.do('disconnectAgent', { agentId: 'ana', connectionId: 'ana-1' })
    centre.wait(20).ready('cai')
    return centre
  }
  expect(lose(true).state.interaction('call')).toMatchObject({ phase: 'connected', handover: { agentId: 'ana' } })
  const queued = lose(false)
  expect(queued.state.interaction('call')).toMatchObject({ phase: 'waiting', guests: [] })
  expect(carries(queued, 'ben')).toEqual([])
})

test('a colleague who stays away is in the call no more, one who is only asked at once', () => {
  const centre = talking()
  ask(centre)
  centre.do('disconnectAgent', { agentId: 'ben', connectionId: 'ben-1' })
  expect(ways(centre)).toEqual([])
  centre.ready('ben')
  ask(centre)
  answer(centre)
  centre.do('disconnectAgent', { agentId: 'ben', connectionId: 'ben-1' })
  expect(ways(centre)).toEqual(['ben aside'])
  centre.wait(20).ready('cai')
  expect(ways(centre)).toEqual([])
  expect(centre.state.interaction('call').phase).toBe('connected')
})

test('a supervisor listens, advises, joins and leaves; who may not does not', () => {
  const centre = talking()
  expect(attend(centre, 'listening', 'obs').refusal?.code).toBe('notAllowed')
  expect(attend(centre, 'listening', 'ben').refusal?.code).toBe('notAllowed')
  attend(centre, 'listening')
  expect(ways(centre)).toEqual(['sup listening'])
  centre.wait(5)
  attend(centre, 'advising')
  expect(attend(centre, 'advising').events).toEqual([])
  centre.wait(5)
  attend(centre, 'joined')
  const leave = (id: string) =>
    centre.do('leaveCall', { interactionId: 'call', personId: 'sup' }, { kind: 'person', id })
  expect(leave('ana').refusal?.code).toBe('notAllowed')
  centre.wait(5)
  leave('sup')
  expect(ways(centre)).toEqual([])
  expect(recordOf(centre)?.attendances).toMatchObject([
    { personId: 'sup', colleague: false, way: 'listening', end: null },
    { personId: 'sup', way: 'advising', end: null },
    { personId: 'sup', way: 'joined', end: 'left' },
  ])
})

test('a supervisor whose web process is gone is in no call any more', () => {
  const centre = talking()
  attend(centre, 'listening')
  centre.do('loseProcess', { processId: 'web' })
  expect(ways(centre)).toEqual([])
})

test('an agent asks for a supervisor, until one comes', () => {
  const centre = talking()
  const help = (wanted: boolean) => centre.do('askForHelp', { agentId: 'ana', interactionId: 'call', wanted })
  help(true)
  expect(centre.state.interaction('call').helpSince).toBe(centre.at)
  expect(help(true).events).toEqual([])
  attend(centre, 'listening')
  expect(centre.state.interaction('call').helpSince).toBeNull()
  expect(help(false).events).toEqual([])
})
