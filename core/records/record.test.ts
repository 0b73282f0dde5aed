import type { Event } from '../routing/index.ts'
import { TestCentre, testPlan, testQueue } from '../testing/index.ts'
import { recordAfter, type InteractionRecord } from './index.ts'

function recordOf(id: string, events: readonly Event[]): InteractionRecord {
  let record: InteractionRecord | null = null
  events.forEach((event, n) => {
    if ('interactionId' in event && event.interactionId === id) record = recordAfter(record, event, n + 1) ?? record
  })
  if (record === null) throw new Error('no record')
  return record
}

test('a missed offer, an answer, a conversation and its wrap-up, with their times', () => {
  const centre = new TestCentre()
  centre.ready('ana')
  centre.wait(1).ready('ben')
  centre.arrive('i1')
  centre.wait(18).do('answerOffer', { agentId: 'ben', offerId: 'i1.v1.o2', interactionId: 'i1' })
  centre.wait(60).do('endInteraction', { agentId: 'ben', interactionId: 'i1' })
  centre.do('saveWrapUp', { agentId: 'ben', interactionId: 'i1', dispositionId: 'settled', notesContentId: 'n' })
  centre.wait(12).do('finishWrapUp', { agentId: 'ben', interactionId: 'i1' })
  expect(recordOf('i1', centre.journal)).toMatchObject({
    outcome: 'answered',
    agentId: 'ben',
    waitMs: 18_000,
    talkMs: 60_000,
    wrapUpMs: 12_000,
    dispositionId: 'settled',
    endedBy: 'agent',
    offers: [
      { agentId: 'ana', end: 'missed' },
      { agentId: 'ben', end: 'answered' },
    ],
  })
})

test('one who leaves before the answer is abandoned with the wait so far', () => {
  const centre = new TestCentre()
  centre.arrive('i1')
  centre.wait(7).do('leaveInteraction', { interactionId: 'i1' })
  expect(recordOf('i1', centre.journal)).toMatchObject({ outcome: 'abandoned', waitMs: 7000, endedBy: 'customer' })
})

test('talk of a chat that was requeued adds up over both conversations', () => {
  const centre = new TestCentre()
  centre.ready('ana')
  centre.arrive('i1')
  centre.do('answerOffer', { agentId: 'ana', offerId: 'i1.v1.o1', interactionId: 'i1' })
  centre.wait(30).do('disconnectAgent', { agentId: 'ana', connectionId: 'ana-1' })
  centre.wait(20).ready('ben')
  centre.do('answerOffer', { agentId: 'ben', offerId: 'i1.v2.o1', interactionId: 'i1' })
  centre.wait(10).do('leaveInteraction', { interactionId: 'i1' })
  expect(recordOf('i1', centre.journal)).toMatchObject({
    agentId: 'ana',
    requeued: 1,
    talkMs: 60_000,
    endedBy: 'customer',
  })
})

test('each overflow is counted, with where it came from and went to', () => {
  const way = (to: string) => ({ longestWaitSeconds: 10, longestWaitTo: to })
  const queues = [testQueue('a', ['ana'], way('b')), testQueue('b', ['ana'], way('c')), testQueue('c', ['ana'])]
  const centre = new TestCentre(testPlan({ queues }))
  centre.arrive('i1', 'a')
  centre.wait(25).do('leaveInteraction', { interactionId: 'i1' })
  expect(recordOf('i1', centre.journal)).toMatchObject({
    outcome: 'abandoned',
    queueId: 'c',
    overflowed: 2,
    requeued: 0,
    passages: [
      { cause: 'waited', fromQueueId: 'a', toQueueId: 'b' },
      { cause: 'waited', fromQueueId: 'b', toQueueId: 'c' },
    ],
  })
})

test('in an emergency one who waits is rejected, and a conversation is ended by the centre', () => {
  const centre = new TestCentre()
  centre.ready('ana')
  centre.arrive('i1')
  centre.do('answerOffer', { agentId: 'ana', offerId: 'i1.v1.o1', interactionId: 'i1' })
  centre.arrive('i2')
  centre.wait(9).do('beginEmergency', {
    emergencyId: 'e',
    scope: 'centre',
    siteId: null,
    queueIds: [],
    evacuate: true,
    waiting: 'ended',
    overflowTo: null,
    talking: 'ended',
    reason: 'weather',
    announcementId: null,
  })
  expect(recordOf('i1', centre.journal)).toMatchObject({ outcome: 'answered', talkMs: 9000, endedBy: 'system' })
  expect(recordOf('i2', centre.journal)).toMatchObject({
    outcome: 'rejected',
    waitMs: 9000,
    endedBy: 'system',
    closedAt: centre.at,
  })
})

test('a message left for the opening has waited since the opening, not through the night', () => {
  const queues = [testQueue('sailings', ['ana'], { hoursId: 'day' })]
  const hours = [{ id: 'day', openings: [5_000_000, 9_000_000] }]
  const centre = new TestCentre(testPlan({ queues, hours }))
  centre.arrive('m1', 'sailings', { leaveMessage: true, contentId: 'words', connection: null })
  centre.arrive('m2', 'sailings', { leaveMessage: true, contentId: 'words', connection: null })
  centre.wait(4000).ready('ana')
  centre.wait(7).do('answerOffer', { agentId: 'ana', offerId: 'm1.v1.o1', interactionId: 'm1' })
  centre.wait(3).do('leaveInteraction', { interactionId: 'm2' })
  expect(recordOf('m1', centre.journal)).toMatchObject({ outcome: 'answered', waitMs: 7000 })
  expect(recordOf('m2', centre.journal)).toMatchObject({ outcome: 'abandoned', waitMs: 10_000 })
})

test('of a journal that does not tell what was waited, the time since the arrival stands', () => {
  const centre = new TestCentre()
  centre.arrive('i1')
  centre.wait(7).do('leaveInteraction', { interactionId: 'i1' })
  const old = centre.journal.map((event) =>
    event.type === 'interactionAbandoned' ? { ...event, waitedMs: null } : event,
  )
  expect(recordOf('i1', old)).toMatchObject({ waitMs: 7000 })
})

test('every warning counts', () => {
  const centre = new TestCentre()
  centre.ready('ana')
  centre.arrive('i1')
  centre.do('answerOffer', { agentId: 'ana', offerId: 'i1.v1.o1', interactionId: 'i1' })
  for (const contentId of ['w1', 'w2']) centre.do('warnCustomer', { agentId: 'ana', interactionId: 'i1', contentId })
  expect(recordOf('i1', centre.journal).warnings).toBe(2)
})
