import { TestCentre, testPlan, testQueue } from '../testing/index.ts'
import { isStuck, openOffer, snapshotOf, stateFrom, visitOf, type Event, type Outcome } from './index.ts'
import { groundsOf } from './match/grounds.ts'

const types = ({ events }: Outcome): string[] => events.map(({ type }) => type)
const offered = ({ events }: Outcome): string[] =>
  events.flatMap((e) => (e.type === 'offerMade' ? [`${e.interactionId}>${e.agentId}`] : []))
const one = <T extends Event['type']>({ events }: Outcome, type: T): Extract<Event, { type: T }> => {
  const found = events.find((e) => e.type === type)
  if (found === undefined) throw new Error(`no ${type} among ${events.map((e) => e.type).join()}`)
  return found as Extract<Event, { type: T }>
}

function answered(centre: TestCentre, interactionId: string): string {
  const interaction = centre.state.interaction(interactionId)
  const offer = openOffer(interaction)
  if (offer === null) throw new Error('not offered')
  centre.do('answerOffer', { agentId: offer.agentId, offerId: offer.id, interactionId })
  return offer.agentId
}

describe('offering', () => {
  test('a waiting chat is offered as soon as an agent says Ready', () => {
    const centre = new TestCentre()
    expect(types(centre.arrive('i1'))).toEqual(['interactionArrived'])
    expect(offered(centre.ready('ana'))).toEqual(['i1>ana'])
  })

  test('the longest idle agent is offered first', () => {
    const centre = new TestCentre()
    centre.ready('ben')
    centre.wait(1).ready('ana')
    expect(offered(centre.wait(1).arrive('i1'))).toEqual(['i1>ben'])
    expect(offered(centre.arrive('i2'))).toEqual(['i2>ana'])
  })

  test('of two queues the relatively later goes first', () => {
    const queues = [
      testQueue('slow', ['ana'], { target: { percent: 80, seconds: 100 } }),
      testQueue('quick', ['ana'], { target: { percent: 80, seconds: 10 } }),
    ]
    const centre = new TestCentre(testPlan({ queues }))
    centre.arrive('old', 'slow')
    centre.wait(5).arrive('young', 'quick')
    expect(offered(centre.wait(5).ready('ana'))).toEqual(['young>ana'])
  })

  test('with plainly oldest first the earlier goes first', () => {
    const queues = [
      testQueue('slow', ['ana'], { target: { percent: 80, seconds: 100 } }),
      testQueue('quick', ['ana'], { target: { percent: 80, seconds: 10 } }),
    ]
    const centre = new TestCentre(testPlan({ queues, order: 'oldestFirst' }))
    centre.arrive('old', 'slow')
    centre.wait(5).arrive('young', 'quick')
    expect(offered(centre.wait(5).ready('ana'))).toEqual(['old>ana'])
  })

  test('nobody has more offers or work than their slots allow', () => {
    const centre = new TestCentre(testPlan({ agents: ['ana'], slots: 2, queues: [testQueue('sailings', ['ana'])] }))
    centre.ready('ana')
    expect(offered(centre.arrive('i1'))).toEqual(['i1>ana'])
    expect(offered(centre.arrive('i2'))).toEqual([])
    answered(centre, 'i1')
    expect(openOffer(centre.state.interaction('i2'))?.agentId).toBe('ana')
    answered(centre, 'i2')
    expect(offered(centre.arrive('i3'))).toEqual([])
  })

  test('an agent whose stream is not open is not offered anything', () => {
    const centre = new TestCentre()
    centre.do('setPresence', { agentId: 'ana', stateId: 'ready' })
    expect(offered(centre.arrive('i1'))).toEqual([])
  })
})

describe('the end of an offer', () => {
  test('a missed offer goes to the next agent and sets the agent to Unattended', () => {
    const centre = new TestCentre()
    centre.ready('ana')
    centre.wait(1).ready('ben')
    centre.arrive('i1')
    const outcome = centre.wait(20).do('leaveInteraction', { interactionId: 'nobody' })
    expect(types(outcome)).toEqual(['offerMissed', 'presenceSet', 'offerMade'])
    expect(one(outcome, 'offerMissed').at).toBe(centre.at - 5000)
    expect(centre.state.agent('ana').stateId).toBe('unattended')
    expect(one(outcome, 'offerMade').agentId).toBe('ben')
  })

  test('an answer at the very instant of the deadline is late', () => {
    const centre = new TestCentre()
    centre.ready('ana')
    const { offerId } = one(centre.arrive('i1'), 'offerMade')
    const outcome = centre.wait(15).do('answerOffer', { agentId: 'ana', offerId, interactionId: 'i1' })
    expect(outcome.refusal?.code).toBe('offerOver')
  })

  test('a declined chat is offered to others, and again to all once everyone present has tried', () => {
    const centre = new TestCentre()
    centre.ready('ana')
    centre.wait(1).ready('ben')
    const first = one(centre.arrive('i1'), 'offerMade')
    const second = one(centre.do('declineOffer', { ...first, reason: 'busy' }), 'offerMade')
    expect(second.agentId).toBe('ben')
    const third = centre.do('declineOffer', { ...second, reason: 'busy' })
    expect(types(third)).toEqual(['offerDeclined', 'roundEnded'])
    const later = centre.wait(5).do('leaveInteraction', { interactionId: 'nobody' })
    expect(types(later)).toEqual(['roundBegan', 'offerMade'])
  })

  test('after three refusals in all the interaction is stuck and goes on being offered', () => {
    const centre = new TestCentre(testPlan({ agents: ['ana'] }))
    centre.ready('ana')
    let offer = one(centre.arrive('i1'), 'offerMade')
    for (let n = 0; n < 3; n += 1) {
      centre.do('declineOffer', { ...offer, reason: 'busy' })
      offer = one(centre.wait(5).do('leaveInteraction', { interactionId: 'nobody' }), 'offerMade')
    }
    expect(isStuck(centre.state.interaction('i1'))).toBe(true)
  })

  test('a refusal does not change who has been idle longest', () => {
    const centre = new TestCentre()
    centre.ready('ana')
    const idleSince = () => centre.state.idleSinceOf(centre.state.agent('ana'), 'chat')
    const before = idleSince()
    const offer = one(centre.wait(3).arrive('i1'), 'offerMade')
    centre.do('declineOffer', { ...offer, reason: 'busy' })
    expect(idleSince()).toBe(before)
  })

  test('when the last connection is lost the offer is withdrawn, which is no try', () => {
    const centre = new TestCentre()
    centre.ready('ana')
    centre.arrive('i1')
    const lost = centre.do('disconnectAgent', { agentId: 'ana', connectionId: 'ana-1' })
    expect(types(lost)).toEqual(['agentDisconnected', 'offerWithdrawn'])
    const back = centre.wait(2).do('connectAgent', { agentId: 'ana', connectionId: 'ana-2', processId: 'web' })
    expect(offered(back)).toEqual(['i1>ana'])
  })
})

describe('the conversation', () => {
  test('ends, runs through wrap-up, and the agent is available again', () => {
    const centre = new TestCentre()
    centre.ready('ana')
    centre.arrive('i1')
    expect(answered(centre, 'i1')).toBe('ana')
    centre.wait(60).do('endInteraction', { agentId: 'ana', interactionId: 'i1' })
    expect(offered(centre.arrive('i2'))).toEqual([])
    const saved = centre.do('saveWrapUp', {
      agentId: 'ana',
      interactionId: 'i1',
      dispositionId: 'settled',
      notesContentId: 'n1',
    })
    expect(saved.refusal).toBeNull()
    const finished = centre.wait(10).do('finishWrapUp', { agentId: 'ana', interactionId: 'i1' })
    expect(types(finished)).toEqual(['wrapUpEnded', 'offerMade'])
    expect(centre.state.queueDay('sailings').figures).toMatchObject({ handled: 1, handleSumMs: 70_000 })
  })

  test('wrap-up ends by itself', () => {
    const centre = new TestCentre()
    centre.ready('ana')
    centre.arrive('i1')
    answered(centre, 'i1')
    centre.do('leaveInteraction', { interactionId: 'i1' })
    expect(centre.state.interaction('i1').phase).toBe('wrapUp')
    centre.wait(30).do('leaveInteraction', { interactionId: 'nobody' })
    expect(centre.state.interactions.size).toBe(0)
  })

  test('after the grace of a lost agent the chat goes back to its queue with its wait kept', () => {
    const centre = new TestCentre()
    centre.ready('ana')
    centre.arrive('i1')
    centre.wait(4)
    answered(centre, 'i1')
    centre.wait(100).do('disconnectAgent', { agentId: 'ana', connectionId: 'ana-1' })
    const outcome = centre.wait(20).ready('ben')
    expect(types(outcome)).toContain('offerMade')
    const visit = visitOf(centre.state.interaction('i1'))
    expect(visit.id).toBe('i1.v2')
    expect(visit.waitedBeforeMs).toBe(4000)
    expect(centre.state.agent('ana').stateId).toBe('offline')
  })

  test('only those who take part may write', () => {
    const centre = new TestCentre()
    centre.ready('ana')
    centre.wait(1).ready('ben')
    centre.arrive('i1')
    answered(centre, 'i1')
    const send = (actor: { kind: 'person' | 'customer'; id: string }, agentId: string | null): string | undefined =>
      centre.do('sendMessage', { interactionId: 'i1', agentId, contentId: 'm' }, actor).refusal?.code
    expect(send({ kind: 'person', id: 'ana' }, 'ana')).toBeUndefined()
    expect(send({ kind: 'person', id: 'ben' }, 'ben')).toBe('notYourInteraction')
    expect(send({ kind: 'person', id: 'ben' }, 'ana')).toBe('notAllowed')
    expect(send({ kind: 'customer', id: 'i1' }, null)).toBeUndefined()
    expect(send({ kind: 'customer', id: 'i2' }, null)).toBe('notAllowed')
  })
})

describe('customers', () => {
  test('closing the page while waiting is abandonment after the grace, and not before', () => {
    const centre = new TestCentre()
    centre.arrive('i1')
    centre.wait(1).do('disconnectCustomer', { interactionId: 'i1', connectionId: 'i1-1' })
    centre.wait(9).do('connectCustomer', { interactionId: 'i1', connectionId: 'i1-2', processId: 'web' })
    centre.wait(60).do('disconnectCustomer', { interactionId: 'i1', connectionId: 'i1-2' })
    expect(centre.state.interactions.has('i1')).toBe(true)
    const outcome = centre.wait(10).do('leaveInteraction', { interactionId: 'i1' })
    expect(one(outcome, 'interactionAbandoned').cause).toBe('pageClosed')
    expect(centre.state.queueDay('sailings').figures).toMatchObject({ entered: 1, abandoned: 1, abandonedWithin: 0 })
  })

  test('a full queue rejects newcomers and counts them', () => {
    const centre = new TestCentre(testPlan({ queues: [testQueue('sailings', ['ana'], { mostWaiting: 1 })] }))
    centre.arrive('i1')
    expect(types(centre.arrive('i2'))).toEqual(['interactionRejected'])
    expect(centre.state.queueDay('sailings').figures).toMatchObject({ entered: 2, rejected: 1 })
  })

  test.each([
    ['inPreparation', 'queueInPreparation'],
    ['takingNothingNew', 'queueTakesNothingNew'],
    ['retired', 'queueRetired'],
  ] as const)('a queue that is %s refuses newcomers', (service, code) => {
    const centre = new TestCentre(testPlan({ queues: [testQueue('sailings', ['ana'], { service })] }))
    expect(centre.arrive('i1').refusal?.code).toBe(code)
  })

  test('a listed test customer gets into a queue in preparation', () => {
    const queue = testQueue('sailings', ['ana'], { service: 'inPreparation', testCustomerIds: ['tess'] })
    const centre = new TestCentre(testPlan({ queues: [queue] }))
    expect(centre.arrive('i1', 'sailings', { customerId: 'tess' }).refusal).toBeNull()
    expect(centre.state.interaction('i1').test).toBe(true)
  })
})

describe('permissions in the core', () => {
  const person = (id: string): { kind: 'person'; id: string } => ({ kind: 'person', id })

  test('a supervisor may act as an agent when it is said so, an observer may not', () => {
    const centre = new TestCentre()
    const set = (id: string, onBehalfOf: string | null): string | undefined =>
      centre.do('setPresence', { agentId: 'ana', stateId: 'ready' }, person(id), onBehalfOf).refusal?.code
    expect(set('obs', 'ana')).toBe('notAllowed')
    expect(set('ben', null)).toBe('notAllowed')
    expect(set('sup', 'ana')).toBeUndefined()
  })

  test('agents do not publish plans, nor does anyone an older one', () => {
    const centre = new TestCentre()
    const publish = (id: string, version: number): string | undefined =>
      centre.do('publishPlan', { plan: testPlan({ version }) }, person(id)).refusal?.code
    expect(publish('ana', 2)).toBe('notAllowed')
    expect(publish('sup', 1)).toBe('planNotNewer')
    expect(publish('sup', 2)).toBeUndefined()
  })

  test('only the program itself resumes the router', () => {
    expect(new TestCentre().do('resumeRouter', { outageMs: 1 }, person('sup')).refusal?.code).toBe('notAllowed')
  })
})

describe('a new plan', () => {
  test('is taken over while work goes on', () => {
    const centre = new TestCentre()
    centre.ready('ana')
    centre.arrive('i1')
    answered(centre, 'i1')
    centre.arrive('i2')
    centre.do('publishPlan', {
      plan: testPlan({ version: 2, agents: ['ana', 'ben', 'cleo'], queues: [testQueue('sailings', ['cleo'])] }),
    })
    expect(centre.state.interaction('i1').phase).toBe('connected')
    expect(offered(centre.ready('cleo'))).toEqual(['i2>cleo'])
  })

  test('an agent who is gone loses nothing of their customers', () => {
    const centre = new TestCentre()
    centre.ready('ana')
    centre.arrive('i1')
    answered(centre, 'i1')
    const outcome = centre.do('publishPlan', { plan: testPlan({ version: 2, agents: ['ben'] }) })
    expect(types(outcome)).toEqual(['requeued', 'planTaken'])
    expect(offered(centre.ready('ben'))).toEqual(['i1>ben'])
  })

  test('what an agent who is gone was offered, or was kept for them, is anybody’s', () => {
    const centre = new TestCentre(testPlan({ centre: { preferredSeconds: 600 } }))
    centre.ready('ana')
    centre.arrive('i1')
    const offer = centre.do('publishPlan', { plan: testPlan({ version: 2, agents: ['ben', 'cleo'] }) })
    expect(types(offer)).toEqual(['offerWithdrawn', 'planTaken'])
    centre.ready('ben')
    answered(centre, 'i1')
    centre.ready('cleo')
    centre.arrive('i2')
    answered(centre, 'i2')
    const to = { agentId: 'ben' }
    centre.do('transferInteraction', { agentId: 'cleo', interactionId: 'i2', to, noteContentId: null })
    const kept = centre.do('publishPlan', { plan: testPlan({ version: 3, agents: ['cleo'] }) })
    expect(types(kept).slice(0, 3)).toEqual(['requeued', 'preferenceLapsed', 'planTaken'])
    expect(centre.state.interaction('i2').visits.at(-1)?.preferred).toBeNull()
  })

  test('a queue left without people keeps its customers waiting, to be served once somebody is listed', () => {
    const centre = new TestCentre()
    centre.arrive('i1')
    centre.do('publishPlan', { plan: testPlan({ version: 2, queues: [testQueue('sailings', [])] }) })
    expect(offered(centre.ready('ana'))).toEqual([])
    const outcome = centre.do('publishPlan', { plan: testPlan({ version: 3 }) })
    expect(offered(outcome)).toEqual(['i1>ana'])
  })
})

test('whose presence state the new plan has no more is in the one named instead, else away', () => {
  const states = testPlan().presenceStates
  const training = { ...(states[2] ?? states[0]), id: 'training' } as (typeof states)[number]
  const publish = (version: number, statesInstead?: Record<string, string>) => {
    const centre = new TestCentre({ ...testPlan(), presenceStates: [...states, training] })
    centre.ready('ana')
    centre.do('setPresence', { agentId: 'ana', stateId: 'training' })
    centre.do('publishPlan', { plan: testPlan({ version }), statesInstead })
    return centre.state.agent('ana').stateId
  }
  expect(publish(2, { training: 'break' })).toBe('break')
  expect(publish(2)).toBe('offline')
  expect(publish(2, { training: 'unheard of' })).toBe('offline')
})

describe('outages and a new day', () => {
  test('an outage extends what was running, so that nobody is blamed for it', () => {
    const centre = new TestCentre()
    centre.ready('ana')
    const { dueAt } = one(centre.arrive('i1'), 'offerMade')
    expect(types(centre.wait(60).do('resumeRouter', { outageMs: 58_000 }))).toEqual(['routerResumed'])
    expect(openOffer(centre.state.interaction('i1'))?.dueAt).toBe(dueAt + 58_000)
    expect(centre.state.agent('ana').stateId).toBe('ready')
  })

  test('a lost web process takes its connections with it', () => {
    const centre = new TestCentre()
    centre.ready('ana')
    centre.arrive('i1')
    const outcome = centre.do('loseProcess', { processId: 'web' })
    expect(types(outcome)).toEqual(['agentDisconnected', 'offerWithdrawn', 'customerDisconnected'])
  })

  test('a connection that has come back through another process is not lost with the first', () => {
    const centre = new TestCentre()
    centre.ready('ana')
    centre.arrive('i1')
    const again = { agentId: 'ana', connectionId: 'ana-1', processId: 'other' }
    expect(types(centre.do('connectAgent', again))).toEqual(['agentConnected'])
    expect(types(centre.do('connectAgent', again))).toEqual([])
    expect(centre.state.agent('ana').connections).toEqual([{ id: 'ana-1', processId: 'other' }])
    expect(types(centre.do('loseProcess', { processId: 'web' }))).toEqual(['customerDisconnected'])
    expect(openOffer(centre.state.interaction('i1'))?.agentId).toBe('ana')
  })

  test('a new day begins by itself; a visit counts where it began', () => {
    const centre = new TestCentre(testPlan({ dayStarts: [1_100_000] }))
    centre.arrive('i1')
    centre.wait(200).arrive('i2')
    expect(centre.state.queueDay('sailings').figures).toMatchObject({ dayBeganAt: 1_100_000, entered: 1 })
    centre.do('leaveInteraction', { interactionId: 'i1' })
    expect(centre.state.queueDay('sailings').figures).toMatchObject({ entered: 1, abandoned: 0 })
  })
})

describe('grounds', () => {
  test('say of each agent which condition failed', () => {
    const centre = new TestCentre(testPlan({ agents: ['ana', 'ben', 'cleo'] }))
    centre.ready('ana')
    centre.arrive('i1')
    centre.do('setPresence', { agentId: 'ben', stateId: 'break' })
    centre.arrive('i2')
    const failed = Object.fromEntries(
      (groundsOf(centre.state, 'i2')?.agents ?? []).map(({ agentId, grounds }) => [
        agentId,
        grounds.filter(({ holds }) => !holds).map(({ criterion, gap }) => gap ?? criterion),
      ]),
    )
    expect(failed).toEqual({ ana: ['roomForIt', 'notOffered'], ben: ['notConnected'], cleo: ['signedOut'] })
  })
})

test('a snapshot read back is the same state', () => {
  const centre = new TestCentre()
  centre.ready('ana')
  centre.arrive('i1')
  centre.arrive('i2')
  const written = JSON.stringify(snapshotOf(centre.state))
  const copy = stateFrom(JSON.parse(written))
  expect(JSON.stringify(snapshotOf(copy))).toBe(written)
})
