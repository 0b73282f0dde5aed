import { eachChannel, upTo, type Queue } from '../../plan/index.ts'
import { recordAfter, type InteractionRecord } from '../../records/index.ts'
import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import type { Event } from '../journal/events.ts'
import { openOffer } from '../state/pieces.ts'

const limits = {
  id: 'mixed',
  slots: 2,
  freeForCalls: 0,
  sameCustomerInCalls: false,
  channels: { ...eachChannel(() => upTo(2)), voice: { ...upTo(1), slots: 2 } },
}
const anyTime = [0, 9e15]

function centreWith(queue: Partial<Queue> = {}): TestCentre {
  const settings = { callbackAfterSeconds: 0, callbackTries: 2, callbackRetrySeconds: 60, voicemail: true, ...queue }
  return new TestCentre(
    testPlan({ queues: [testQueue('sailings', ['ana'], settings)], limits, centre: { ringSeconds: 20 } }),
  )
}

const call = (centre: TestCentre, id = 'call') =>
  centre.arrive(id, 'sailings', { channel: 'voice', lineId: 'phone', addressId: 'number' })
const ask = (centre: TestCentre, callable: readonly number[] = anyTime, interactionId = 'call') =>
  centre.do('askCallback', { interactionId, callable })
const hangUp = (centre: TestCentre, interactionId = 'call') => {
  centre.do('leaveInteraction', { interactionId })
  centre.do('disconnectCustomer', { interactionId, connectionId: `${interactionId}-1` })
}
const answer = (centre: TestCentre, offerId = 'call.v1.o1', interactionId = 'call') =>
  centre.do('answerOffer', { agentId: 'ana', offerId, interactionId })
const pickUp = (centre: TestCentre, interactionId = 'call') =>
  centre.do('connectCustomer', { interactionId, connectionId: 'phone', processId: 'web' })
/** Time passes, and what falls due in it happens. */
const later = (centre: TestCentre, seconds: number) =>
  centre.wait(seconds).do('disconnectAgent', { agentId: 'ana', connectionId: 'none' })
const figures = (centre: TestCentre) => centre.state.queueDay('sailings').figures
const types = (events: readonly Event[]) => events.map(({ type }) => type)
const recordOf = (centre: TestCentre, id = 'call'): InteractionRecord | null =>
  centre.journal.reduce<InteractionRecord | null>(
    (record, event, n) =>
      'interactionId' in event && event.interactionId === id ? (recordAfter(record, event, n) ?? record) : record,
    null,
  )

test('a caller keeps the place without the line, is called at their turn, and answers', () => {
  const centre = centreWith()
  call(centre)
  ask(centre)
  hangUp(centre)
  later(centre, 600)
  expect(centre.state.interaction('call')).toMatchObject({ phase: 'waiting', toCall: true })
  centre.ready('ana')
  const { events } = answer(centre)
  expect(types(events)).toEqual(['offerAnswered', 'customerDialled'])
  later(centre, 5)
  pickUp(centre)
  expect(centre.state.interaction('call')).toMatchObject({
    phase: 'connected',
    toCall: false,
    callback: null,
    dial: null,
  })
  centre.do('leaveInteraction', { interactionId: 'call' })
  expect(recordOf(centre)).toMatchObject({
    way: 'callback',
    outcome: 'answered',
    endedBy: 'customer',
    dials: [{ agentId: 'ana', end: 'answered' }],
  })
  expect(figures(centre)).toMatchObject({ entered: 1, callbacks: 1, answered: 0, abandoned: 0 })
})

test('a callback that was handed over while it rang goes back to the queue from whoever has it', () => {
  const queues = [testQueue('sailings', ['ana', 'ben'], { callbackTries: 2, callbackAfterSeconds: 0 })]
  const centre = new TestCentre(testPlan({ queues, limits, centre: { ringSeconds: 20 } }))
  centre.ready('ana')
  call(centre)
  ask(centre)
  hangUp(centre)
  centre.ready('ben')
  answer(centre)
  const guest = { agentId: 'ana', interactionId: 'call' }
  centre.do('consult', { ...guest, colleagueId: 'ben' })
  centre.do('answerConsult', { ...guest, agentId: 'ben' })
  expect(types(centre.do('handOver', { ...guest, personId: 'ben' }).events)).toContain('handedOver')
  const { events } = later(centre, 20)
  expect(types(events)).toEqual(['dialEnded', 'requeued', 'callbackPutOff'])
  expect(events).toMatchObject([{ agentId: 'ana', end: 'noAnswer' }, { agentId: 'ben' }, {}])
})

test('a callback that is not answered is tried again after its time, and then has failed', () => {
  const centre = centreWith()
  centre.ready('ana')
  call(centre)
  ask(centre)
  hangUp(centre)
  answer(centre)
  later(centre, 20)
  expect(centre.state.interaction('call')).toMatchObject({ phase: 'waiting', dial: null, callback: { tries: 1 } })
  expect(centre.state.agent('ana').carried).toEqual([])
  later(centre, 59)
  expect(centre.state.interaction('call').phase).toBe('waiting')
  later(centre, 1)
  expect(centre.state.interaction('call').phase).toBe('offered')
  answer(centre, 'call.v2.o1')
  centre.do('reportDial', { interactionId: 'call', number: 1, end: 'busy' })
  expect(centre.state.interaction('call').dial?.number).toBe(2)
  centre.do('reportDial', { interactionId: 'call', number: 2, end: 'busy' })
  expect(centre.state.interaction('call').phase).toBe('wrapUp')
  expect(recordOf(centre)).toMatchObject({
    outcome: 'notReached',
    endedBy: 'system',
    dials: [{ end: 'noAnswer' }, { end: 'busy' }],
  })
})

test('who was called for the last time and did not answer is texted what the plan says, and nobody else is', () => {
  const centre = centreWith()
  centre.ready('ana')
  call(centre)
  const notReached = { contentId: 'sorry', textLineId: 'texts' }
  centre.do('askCallback', { interactionId: 'call', callable: anyTime, notReached })
  hangUp(centre)
  answer(centre)
  const first = centre.do('reportDial', { interactionId: 'call', number: 1, end: 'busy' })
  expect(types(first.events)).not.toContain('messageSent')
  later(centre, 60)
  answer(centre, 'call.v2.o1')
  const last = centre.do('reportDial', { interactionId: 'call', number: 2, end: 'refused' })
  expect(types(last.events)).toEqual(['dialEnded', 'messageSent', 'interactionEnded'])
  expect(last.events[1]).toMatchObject({ number: 1, side: 'agent', personId: null, ...notReached })
  expect(centre.state.interaction('call').texts).toEqual({ 1: 'queued' })
})

test('who may never be called any more is told so as well', () => {
  const centre = centreWith()
  call(centre)
  const notReached = { contentId: 'sorry', textLineId: 'texts' }
  const callable = [centre.at, centre.at + 60_000]
  centre.do('askCallback', { interactionId: 'call', callable, notReached })
  hangUp(centre)
  const from = centre.journal.length
  later(centre, 61)
  expect(types(centre.journal.slice(from))).toEqual(['messageSent', 'rejected'])
  expect(centre.journal[from]).toMatchObject({ side: 'agent', personId: null, ...notReached })
})

test('who rings in during the wait keeps the place and is put through; hanging up leaves the callback as it was', () => {
  const centre = centreWith()
  call(centre)
  ask(centre)
  hangUp(centre)
  pickUp(centre)
  centre.do('leaveInteraction', { interactionId: 'call' })
  expect(centre.state.interactions.has('call')).toBe(true)
  centre.ready('ana')
  expect(types(answer(centre).events)).toEqual(['offerAnswered'])
  expect(centre.state.interaction('call')).toMatchObject({ toCall: false, callback: null, dial: null })
})

test('nobody is called outside the times that the customer can be called at', () => {
  const centre = centreWith()
  const from = centre.at + 100_000
  call(centre)
  centre.ready('ana')
  expect(centre.state.interaction('call').phase).toBe('offered')
  ask(centre, [from, from + 50_000, from + 500_000, from + 600_000])
  hangUp(centre)
  expect(centre.state.interaction('call')).toMatchObject({ phase: 'waiting', callback: { putOffUntil: from } })
  const [{ queueId = '' } = {}] = centre.state.interaction('call').visits
  expect(centre.state.index.standing(queueId)).toMatchObject({ waiting: 1, putOff: 1 })
  centre.do('setPresence', { agentId: 'ana', stateId: 'break' })
  later(centre, 100)
  expect(centre.state.interaction('call').callback?.putOffUntil).toBeNull()
  expect(centre.state.index.standing(queueId)).toMatchObject({ waiting: 1, putOff: 0 })
  later(centre, 40)
  centre.do('setPresence', { agentId: 'ana', stateId: 'ready' })
  expect(centre.state.interaction('call').phase).toBe('offered')
  later(centre, 11)
  expect(openOffer(centre.state.interaction('call'))?.id).toBe('call.v1.o2')
  const { events } = answer(centre, 'call.v1.o2')
  expect(types(events)).toEqual(['offerWithdrawn', 'callbackPutOff'])
  expect(centre.state.interaction('call').callback?.putOffUntil).toBe(from + 500_000)
  centre.do('setPresence', { agentId: 'ana', stateId: 'break' })
  later(centre, 600)
  expect(centre.state.interactions.has('call')).toBe(false)
  expect(centre.state.index.standing(queueId)).toMatchObject({ waiting: 0, putOff: 0 })
  expect(recordOf(centre)?.outcome).toBe('rejected')
})

test('a callback is asked for by callers who wait long enough where the plan has it, and can be taken back', () => {
  const centre = centreWith({ callbackAfterSeconds: 30 })
  call(centre)
  expect(ask(centre).refusal?.code).toBe('noCallback')
  later(centre, 30)
  expect(ask(centre, [0, 1]).refusal?.code).toBe('noCallback')
  expect(ask(centre).refusal).toBeNull()
  expect(ask(centre).events).toEqual([])
  expect(types(centre.do('cancelCallback', { interactionId: 'call' }).events)).toEqual(['interactionAbandoned'])
  expect(figures(centre)).toMatchObject({ entered: 1, callbacks: 1, abandoned: 0 })
})

test('a message instead of waiting keeps the place, is answered, and its customer called if the agent wants to', () => {
  const centre = centreWith({ longestWaitSeconds: 60, longestWaitTo: null })
  call(centre)
  centre.do('leaveMessage', { interactionId: 'call', contentId: 'sound' })
  hangUp(centre)
  later(centre, 120)
  centre.ready('ana')
  expect(types(answer(centre).events)).toEqual(['offerAnswered'])
  centre.do('dialCustomer', { agentId: 'ana', interactionId: 'call' })
  expect(centre.do('dialCustomer', { agentId: 'ana', interactionId: 'call' }).refusal?.code).toBe('ringing')
  centre.do('reportDial', { interactionId: 'call', number: 1, end: 'unreachable' })
  expect(centre.state.interaction('call')).toMatchObject({ phase: 'connected', dial: null })
  centre.do('endInteraction', { agentId: 'ana', interactionId: 'call' })
  expect(recordOf(centre)).toMatchObject({ way: 'voicemail', outcome: 'notReached', messages: 1 })
  expect(figures(centre)).toMatchObject({ entered: 1, messagesLeft: 1, answered: 0 })
})

test('a message to a queue that is closed or full waits in it; without voicemail none is taken', () => {
  const closed = [{ id: 'day', openings: [2_000_000, 3_000_000] }]
  const settings = { hoursId: 'day', voicemail: true }
  const centre = new TestCentre(testPlan({ queues: [testQueue('sailings', ['ana'], settings)], limits, hours: closed }))
  centre.ready('ana')
  const leave = (to: TestCentre, id: string) =>
    to.arrive(id, 'sailings', {
      channel: 'voice',
      lineId: 'phone',
      leaveMessage: true,
      contentId: 'sound',
      connection: null,
    })
  leave(centre, 'closed')
  expect(centre.state.interaction('closed')).toMatchObject({ phase: 'waiting', toCall: true, leftMessage: true })
  later(centre, 1000)
  expect(centre.state.interaction('closed').phase).toBe('offered')
  expect(figures(centre)).toMatchObject({ entered: 1, messagesLeft: 1 })
  const full = centreWith({ mostWaiting: 0 })
  leave(full, 'full')
  expect(full.state.interactions.has('full')).toBe(true)
  const without = centreWith({ voicemail: false, mostWaiting: 0 })
  leave(without, 'none')
  expect(without.state.interactions.has('none')).toBe(false)
})

const reach = (centre: TestCentre, channel: 'voice' | 'sms', id = 'out') =>
  centre.do('reachOut', {
    agentId: 'ana',
    interactionId: id,
    channel,
    customerId: 'cleo',
    addressId: 'number',
    lineId: channel === 'voice' ? 'phone' : 'texts',
    queueId: 'sailings',
    contentId: channel === 'voice' ? null : 'words',
  })

test('an agent calls somebody: it rings, is answered, and ends like any call', () => {
  const centre = centreWith()
  expect(reach(centre, 'voice').refusal?.code).toBe('notConnected')
  centre.ready('ana')
  reach(centre, 'voice')
  expect(centre.state.agent('ana').carried).toEqual(['out'])
  expect(reach(centre, 'voice', 'second').refusal?.code).toBe('onCall')
  const toCall = { agentId: 'ana', interactionId: 'out', to: { queueId: 'sailings' }, noteContentId: null }
  expect(centre.do('transferInteraction', toCall).refusal?.code).toBe('notConnected')
  later(centre, 3)
  pickUp(centre, 'out')
  later(centre, 40)
  centre.do('endInteraction', { agentId: 'ana', interactionId: 'out' })
  expect(recordOf(centre, 'out')).toMatchObject({ way: 'outgoing', outcome: 'answered', talkMs: 43_000, waitMs: 0 })
  expect(figures(centre)).toMatchObject({ entered: 0, answered: 0 })
})

test('nobody answers: the agent may call again or end it; with the agent gone it is over', () => {
  const centre = centreWith()
  centre.ready('ana')
  reach(centre, 'voice')
  later(centre, 20)
  expect(centre.state.interaction('out')).toMatchObject({ phase: 'connected', dial: null })
  centre.do('dialCustomer', { agentId: 'ana', interactionId: 'out' })
  centre.do('stopDialling', { agentId: 'ana', interactionId: 'out' })
  expect(recordOf(centre, 'out')?.dials.map(({ end }) => end)).toEqual(['noAnswer', 'stopped'])
  centre.do('disconnectAgent', { agentId: 'ana', connectionId: 'ana-1' })
  later(centre, 20)
  expect(centre.state.interactions.has('out')).toBe(false)
  expect(recordOf(centre, 'out')).toMatchObject({ outcome: 'notReached', endedBy: 'system' })
})

test('an agent texts somebody first; a thread that is alive already is told', () => {
  const centre = centreWith()
  centre.ready('ana')
  expect(types(reach(centre, 'sms').events)).toEqual(['reachedOut', 'messageSent'])
  expect(centre.state.interaction('out')).toMatchObject({
    phase: 'connected',
    turn: { side: 'customer' },
    toCall: false,
  })
  expect(reach(centre, 'sms', 'again').refusal).toMatchObject({ code: 'threadAlive', params: { interactionId: 'out' } })
  expect(recordOf(centre, 'out')).toMatchObject({ way: 'outgoing', messages: 1 })
})
