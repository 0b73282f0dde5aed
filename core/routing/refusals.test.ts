import { TestCentre, everyChannel, testPlan, testQueue } from '../testing/index.ts'
import type { Outcome } from './index.ts'

const queues = [
  testQueue('sailings', ['ana', 'ben'], { wrapUpSeconds: 30 }),
  testQueue('refunds', ['ana'], { voicemail: false }),
]

/** Two queues and Ana, who is Ready. The site leads to one of them; one presence is for the crossing desk. */
function centreOf(): TestCentre {
  const plan = testPlan({ queues, limits: everyChannel(2), places: { ben: { teamId: 'crossing' } } })
  const centre = new TestCentre({
    ...plan,
    presenceStates: plan.presenceStates.map((one) => (one.id === 'break' ? { ...one, teamIds: ['crossing'] } : one)),
    lines: plan.lines.map((one) => (one.id === 'site' ? { ...one, queueIds: ['sailings'] } : one)),
  })
  centre.ready('ana')
  return centre
}

const offer = { agentId: 'ana', offerId: 'one.v1.o1', interactionId: 'one' }
const mine = { agentId: 'ana', interactionId: 'one' }
const call = { channel: 'voice', lineId: 'phone', customerId: 'mara', addressId: 'number' } as const

/** Ana has a chat, or what is given. */
function talking(rest: Parameters<TestCentre['arrive']>[2] = {}): TestCentre {
  const centre = centreOf()
  centre.arrive('one', 'sailings', rest)
  centre.do('answerOffer', offer)
  return centre
}

/** Ana has ended a chat and is in wrap-up. */
function wrappingUp(): TestCentre {
  const centre = talking()
  centre.do('endInteraction', mine)
  return centre
}

const words = { interactionId: 'one', agentId: 'ana', contentId: 'words' }

const refusals: Record<string, () => readonly [Outcome, object]> = {
  noPlan: () => {
    const centre = new TestCentre()
    centre.state.plan = null
    return [centre.arrive('one'), {}]
  },
  interactionExists: () => [talking().arrive('one'), { interactionId: 'one' }],
  queueNotOnLine: () => [centreOf().arrive('one', 'refunds'), { queueId: 'refunds', lineId: 'site' }],
  unknownDeclineReason: () => {
    const centre = centreOf()
    centre.arrive('one')
    return [centre.do('declineOffer', { ...offer, reason: 'bored' }), { reason: 'bored' }]
  },
  presenceNotForTeam: () => [centreOf().do('setPresence', { agentId: 'ana', stateId: 'break' }), { stateId: 'break' }],
  stillCarrying: () => [talking().do('setPresence', { agentId: 'ana', stateId: 'offline' }), { count: 1 }],
  interactionOver: () => [wrappingUp().do('sendMessage', words), { interactionId: 'one' }],
  notInWrapUp: () => [talking().do('finishWrapUp', mine), { interactionId: 'one' }],
  unknownGrant: () => [centreOf().do('endGrant', { grantId: 'none' }), {}],
  noVoicemail: () => {
    const centre = new TestCentre(testPlan({ queues, limits: everyChannel(2) }))
    centre.arrive('one', 'refunds', call)
    return [centre.do('leaveMessage', { interactionId: 'one', contentId: 'words' }), { interactionId: 'one' }]
  },
  notCallable: () => [talking(call).do('dialCustomer', mine), { interactionId: 'one' }],
}

test.each(Object.keys(refusals))('%s: refused with what it is about, and nothing happens', (code) => {
  const [outcome, params] = refusals[code]?.() ?? [null, {}]
  expect(outcome?.refusal).toEqual({ code, params })
  expect(outcome?.events).toEqual([])
})

test('what is nearly the same is not refused', () => {
  const centre = centreOf()
  expect(centre.arrive('one').refusal).toBeNull()
  expect(centre.do('declineOffer', { ...offer, reason: 'busy' }).refusal).toBeNull()
  expect(centre.do('setPresence', { agentId: 'ben', stateId: 'break' }).refusal).toBeNull()
  expect(talking().do('sendMessage', words).refusal).toBeNull()
  expect(wrappingUp().do('setPresence', { agentId: 'ana', stateId: 'offline' }).refusal).toBeNull()
  expect(wrappingUp().do('finishWrapUp', mine).refusal).toBeNull()
})
