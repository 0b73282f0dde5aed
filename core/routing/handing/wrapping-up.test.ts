import { recordAfter, type InteractionRecord } from '../../records/index.ts'
import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'

/** A conversation in wrap-up, of a queue that has dispositions of its own and wants one. */
function wrappingUp(required = true): TestCentre {
  const own = { dispositionIds: ['moved'], dispositionRequired: required, wrapUpSeconds: 30 }
  const plan = testPlan({ queues: [testQueue('sailings', ['ana'], own)] })
  const centre = new TestCentre({ ...plan, dispositionIds: ['settled', 'moved'] })
  centre.ready('ana')
  centre.arrive('i1')
  centre.do('answerOffer', { agentId: 'ana', offerId: 'i1.v1.o1', interactionId: 'i1' })
  centre.wait(9).do('endInteraction', { agentId: 'ana', interactionId: 'i1' })
  return centre
}
const save = (centre: TestCentre, dispositionId: string | null, mood: 'upset' | null = null) =>
  centre.do('saveWrapUp', { agentId: 'ana', interactionId: 'i1', dispositionId, mood, notesContentId: null })
const finish = (centre: TestCentre) => centre.do('finishWrapUp', { agentId: 'ana', interactionId: 'i1' })
const recordOf = (centre: TestCentre): InteractionRecord | null =>
  centre.journal.reduce<InteractionRecord | null>(
    (record, event, n) => ('interactionId' in event ? (recordAfter(record, event, n) ?? record) : record),
    null,
  )

test('only the dispositions of the queue are taken, and one before it is finished by hand', () => {
  const centre = wrappingUp()
  expect(save(centre, 'settled').refusal?.code).toBe('unknownDisposition')
  expect(finish(centre).refusal?.code).toBe('dispositionMissing')
  save(centre, 'moved', 'upset')
  expect(finish(centre).refusal).toBeNull()
  expect(recordOf(centre)).toMatchObject({ dispositionId: 'moved', mood: 'upset' })
})

test('at its time wrap-up ends without one', () => {
  const centre = wrappingUp()
  centre.wait(31).ready('ana')
  expect(centre.state.interactions.size).toBe(0)
  expect(recordOf(centre)).toMatchObject({ dispositionId: null, closedAt: expect.any(Number) })
})

test('where none is wanted it is finished without', () => {
  const centre = wrappingUp(false)
  expect(finish(centre).refusal).toBeNull()
})
