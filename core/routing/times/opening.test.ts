import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import { groundsOf, nextDeadline, snapshotOf, stateFrom, visitOf, type Event, type Snapshot } from '../index.ts'

// The test's clock begins at 1000 s. By day: open from 1000 to 2000 s and from 3000 to 4000 s.
const day = { id: 'day', openings: [1_000_000, 2_000_000, 3_000_000, 4_000_000] }
const never = { id: 'never', openings: [] }

const centreWith = (...queues: Parameters<typeof testQueue>[]): TestCentre =>
  new TestCentre(
    testPlan({ agents: ['ana', 'ben'], slots: 3, hours: [day, never], queues: queues.map((of) => testQueue(...of)) }),
  )

const sailings = (rest: Parameters<typeof testQueue>[2] = {}): Parameters<typeof testQueue> => [
  'sailings',
  ['ana'],
  { hoursId: 'day', ...rest },
]

const types = (events: readonly Event[]): string[] => events.map(({ type }) => type)

/** Closed, and ana is there. */
const closed = (rest: Parameters<typeof testQueue>[2] = {}): TestCentre => {
  const centre = centreWith(sailings(rest), ['night', ['ben'], {}])
  return centre.wait(1100)
}

const leaveMessage = { leaveMessage: true, contentId: 'words', connection: null }

describe('a queue keeps its hours', () => {
  test('it closes and opens on the second, at deadlines of their own', () => {
    const centre = centreWith(sailings())
    expect(nextDeadline(centre.state)).toBe(2_000_000)
    const { events } = centre.wait(2500).do('setPresence', { agentId: 'ana', stateId: 'break' })
    expect(events.slice(0, 2)).toEqual([
      { type: 'queueClosed', v: 1, at: 2_000_000, queueId: 'sailings' },
      { type: 'queueOpened', v: 1, at: 3_000_000, queueId: 'sailings' },
    ])
    expect(nextDeadline(centre.state)).toBe(4_000_000)
  })

  test('a newcomer to a closed queue is told when it opens', () => {
    expect(closed().arrive('i1').refusal).toEqual({
      code: 'queueClosed',
      params: { queueId: 'sailings', opensAt: 3_000_000 },
    })
    const forever = centreWith(['sailings', ['ana'], { hoursId: 'never' }])
    expect(forever.arrive('i1').refusal).toEqual({ code: 'queueClosed', params: { queueId: 'sailings' } })
  })

  test('words are left only together with words, and only where it is closed', () => {
    expect(closed().arrive('i1', 'sailings', { ...leaveMessage, contentId: null }).refusal?.code).toBe('queueClosed')
    const open = centreWith(sailings())
    open.arrive('i1', 'sailings', leaveMessage)
    expect(open.state.interaction('i1').leftMessage).toBe(false)
    expect(open.state.interaction('i1').customerGraceDueAt).not.toBeNull()
  })

  test('a message left waits for the opening, though the customer goes, and then comes first', () => {
    const centre = closed()
    centre.ready('ana')
    expect(types(centre.arrive('m1', 'sailings', leaveMessage).events)).toEqual(['interactionArrived', 'messageSent'])
    centre.do('connectCustomer', { interactionId: 'm1', connectionId: 'k', processId: 'web' })
    centre.do('disconnectCustomer', { interactionId: 'm1', connectionId: 'k' })
    centre.wait(60).arrive('m2', 'sailings', leaveMessage)
    expect(centre.state.queueDay('sailings').figures).toMatchObject({ entered: 0, abandoned: 0 })
    expect(groundsOf(centre.state, 'm1')).toMatchObject({ awaitsOpening: true, agents: [{ eligible: false }] })
    centre.at = 3_000_000
    const { events } = centre.arrive('i3')
    expect(types(events).slice(0, 3)).toEqual(['queueOpened', 'offerMade', 'interactionArrived'])
    expect(visitOf(centre.state.interaction('m1')).offers).toHaveLength(1)
    const places = ['m1', 'm2', 'i3'].map((id) => groundsOf(centre.state, id)?.place)
    expect(places).toEqual([1, 2, 3])
    expect(groundsOf(centre.state, 'm1')?.waitMs).toBe(0)
    expect(centre.state.queueDay('sailings').figures).toMatchObject({ entered: 3, answered: 0 })
  })

  test('a message taken back before the opening counts nowhere', () => {
    const centre = closed()
    centre.arrive('m1', 'sailings', leaveMessage)
    expect(types(centre.do('leaveInteraction', { interactionId: 'm1' }).events)).toEqual(['interactionAbandoned'])
    expect(centre.state.queueDay('sailings').figures).toMatchObject({ entered: 0, abandoned: 0 })
  })

  test('a message left overnight counts on the day on which it is answered', () => {
    const centre = new TestCentre(
      testPlan({ hours: [day], dayStarts: [2_500_000], queues: [testQueue('sailings', ['ana'], { hoursId: 'day' })] }),
    )
    centre.wait(1100).arrive('m1', 'sailings', leaveMessage)
    centre.at = 3_000_000
    centre.ready('ana')
    centre.wait(5).do('answerOffer', { agentId: 'ana', interactionId: 'm1', offerId: 'm1.v1.o1' })
    expect(centre.state.queueDay('sailings').figures).toMatchObject({ entered: 1, answered: 1, waitSumMs: 5000 })
  })

  test('a message left that goes back to its queue waits there however long', () => {
    const centre = closed()
    centre.arrive('m1', 'sailings', leaveMessage)
    centre.at = 3_000_000
    centre.ready('ana')
    centre.do('answerOffer', { agentId: 'ana', interactionId: 'm1', offerId: 'm1.v1.o1' })
    centre.do('disconnectAgent', { agentId: 'ana', connectionId: 'ana-1' })
    centre.wait(300).arrive('i2')
    expect(centre.state.interaction('m1').visits).toHaveLength(2)
    expect(groundsOf(centre.state, 'm1')?.place).toBe(1)
  })

  test('waits count in open time, in figures and between queues', () => {
    const centre = centreWith(sailings({ agentIds: ['ana'] }), ['night', ['ana'], {}])
    centre.at = 1_990_000
    centre.arrive('i1')
    centre.at = 2_000_000
    centre.wait(5).arrive('n1', 'night')
    centre.wait(20)
    // i1 has waited for 10 s of open time, n1 for 20: n1 is later.
    centre.ready('ana')
    expect(centre.state.interaction('n1').phase).toBe('offered')
    centre.do('answerOffer', { agentId: 'ana', interactionId: 'n1', offerId: 'n1.v1.o1' })
    expect(centre.state.interaction('i1').phase).toBe('offered')
    centre.do('answerOffer', { agentId: 'ana', interactionId: 'i1', offerId: 'i1.v1.o1' })
    expect(centre.state.queueDay('sailings').figures).toMatchObject({
      answered: 1,
      answeredWithin: 1,
      waitSumMs: 10_000,
    })
  })

  test('what is requeued while it is closed is served, with the open time waited before', () => {
    const centre = centreWith(sailings())
    centre.at = 1_995_000
    centre.arrive('i1')
    centre.at = 2_010_000
    centre.ready('ana')
    centre.do('answerOffer', { agentId: 'ana', interactionId: 'i1', offerId: 'i1.v1.o1' })
    centre.wait(60).do('disconnectAgent', { agentId: 'ana', connectionId: 'ana-1' })
    centre.wait(20).ready('ana')
    expect(visitOf(centre.state.interaction('i1'))).toMatchObject({ waitedBeforeMs: 5000, awaitsOpening: false })
    expect(centre.state.interaction('i1').phase).toBe('offered')
  })
})

describe('those who wait when it closes', () => {
  test('are served, where the queue says nothing else', () => {
    const centre = centreWith(sailings())
    centre.at = 1_999_000
    centre.arrive('i1')
    centre.wait(30).ready('ana')
    expect(centre.state.interaction('i1').phase).toBe('offered')
  })

  test('overflow, in their order, with what they have waited; an offer that is out ends first', () => {
    const centre = centreWith(sailings({ atClosingTo: 'night' }), ['night', [], {}])
    centre.ready('ana')
    centre.at = 1_990_000
    centre.arrive('i1')
    centre.arrive('i2')
    centre.at = 2_000_000
    expect(centre.do('setPresence', { agentId: 'ben', stateId: 'break' }).events).toMatchObject([
      { type: 'queueClosed' },
      { type: 'overflowed', interactionId: 'i2', visitId: 'i2.v2', queueId: 'night', waitedBeforeMs: 10_000 },
      { type: 'presenceSet' },
    ])
    expect(centre.state.interaction('i1').phase).toBe('offered')
    const declined = { agentId: 'ana', interactionId: 'i1', offerId: 'i1.v1.o1', reason: 'busy' }
    expect(types(centre.do('declineOffer', declined).events)).toEqual(['offerDeclined', 'overflowed'])
    expect(centre.state.queueDay('sailings').figures).toMatchObject({ entered: 2, passedOn: 2 })
    expect(centre.state.queueDay('night').figures.entered).toBe(2)
  })

  test('stay and are served where the other queue is closed, full or out of service', () => {
    for (const other of [{ hoursId: 'never' }, { mostWaiting: 1 }, { service: 'takingNothingNew' as const }]) {
      const centre = centreWith(sailings({ atClosingTo: 'night' }), ['night', [], other])
      if ('mostWaiting' in other) centre.arrive('n1', 'night')
      centre.at = 1_999_000
      centre.arrive('i1')
      centre.wait(30).ready('ana')
      expect(centre.state.interaction('i1')).toMatchObject({ phase: 'offered', visits: [{ queueId: 'sailings' }] })
    }
  })
})

describe('a stopgap', () => {
  const sup = { kind: 'person', id: 'sup' } as const
  const until = (centre: TestCentre, seconds: number) => centre.at + seconds * 1000
  const lay = (centre: TestCentre, kind: 'open' | 'closed', seconds: number, queueId = 'sailings') =>
    centre.do(
      'beginStopgap',
      { stopgapId: `s${centre.at}`, queueId, kind, until: until(centre, seconds), reason: 'weather' },
      sup,
    )

  test('closes a queue at once, for its time, and it opens again by itself', () => {
    const centre = centreWith(sailings({ hoursId: null }))
    centre.wait(100)
    expect(types(lay(centre, 'closed', 600).events)).toEqual(['stopgapBegan', 'queueClosed'])
    expect(centre.arrive('i1').refusal?.params).toEqual({ queueId: 'sailings', opensAt: until(centre, 600) })
    expect(centre.state.stopgapOf('sailings')).toMatchObject({ kind: 'closed', reason: 'weather', by: 'sup' })
    centre.wait(600)
    expect(types(centre.arrive('i1').events)).toEqual(['queueOpened', 'interactionArrived'])
    expect(centre.state.stopgapOf('sailings')).toBeNull()
    expect(nextDeadline(centre.state)).toBeNull()
  })

  test('keeps a queue open longer, over its hours', () => {
    const centre = centreWith(sailings())
    centre.wait(900)
    expect(types(lay(centre, 'open', 300).events)).toEqual(['stopgapBegan'])
    centre.wait(200)
    expect(centre.arrive('i1').refusal).toBeNull()
    centre.wait(150)
    expect(centre.arrive('i2').refusal?.code).toBe('queueClosed')
  })

  test('closes it early at a time of later, and is taken back before that', () => {
    const centre = centreWith(sailings({ hoursId: null }))
    const early = (stopgapId: string) => {
      const span = { from: until(centre, 300), until: until(centre, 900) }
      return centre.do(
        'beginStopgap',
        { stopgapId, queueId: 'sailings', kind: 'closed', reason: 'meeting', ...span },
        sup,
      )
    }
    expect(types(early('s1').events)).toEqual(['stopgapBegan'])
    expect(centre.arrive('i1').refusal).toBeNull()
    expect(types(centre.do('endStopgap', { stopgapId: 's1' }, sup).events)).toEqual(['stopgapEnded'])
    const closesAt = until(centre, 300)
    early('s2')
    expect(centre.state.nextChange('sailings')).toBe(closesAt)
    expect(types(centre.wait(300).arrive('i2').events)).toEqual(['queueClosed'])
    expect(types(centre.wait(600).arrive('i3').events)).toEqual(['queueOpened', 'interactionArrived'])
    const backwards = { stopgapId: 's3', queueId: 'sailings', kind: 'closed', reason: 'meeting' } as const
    const span = { from: until(centre, 900), until: until(centre, 300) }
    expect(centre.do('beginStopgap', { ...backwards, ...span }, sup).refusal?.code).toBe('stopgapTime')
  })

  test('one for later leaves the one of now until then', () => {
    const centre = centreWith(sailings({ hoursId: null }))
    lay(centre, 'closed', 600)
    const span = { from: until(centre, 300), until: until(centre, 900) }
    centre.do(
      'beginStopgap',
      { stopgapId: 'later', queueId: 'sailings', kind: 'closed', reason: 'other', ...span },
      sup,
    )
    expect(centre.state.isOpenAt('sailings', until(centre, 299))).toBe(false)
    expect(centre.state.nextChange('sailings')).toBe(until(centre, 900))
  })

  test('opens a closed queue, and lets in who left a message', () => {
    const centre = closed()
    centre.ready('ana')
    centre.arrive('m1', 'sailings', leaveMessage)
    expect(types(lay(centre, 'open', 60).events)).toEqual(['stopgapBegan', 'queueOpened', 'offerMade'])
  })

  test('is ended before its time, which gives back what the plan says', () => {
    const centre = centreWith(sailings())
    lay(centre, 'closed', 3600)
    const stopgapId = centre.state.stopgapOf('sailings')?.id ?? ''
    centre.wait(60)
    const again = { stopgapId, queueId: 'sailings', kind: 'open', until: until(centre, 60), reason: 'other' } as const
    expect(centre.do('beginStopgap', again, sup)).toMatchObject({ events: [], refusal: null })
    expect(types(centre.do('endStopgap', { stopgapId }, sup).events)).toEqual(['stopgapEnded', 'queueOpened'])
    expect(centre.do('endStopgap', { stopgapId }, sup).refusal?.code).toBe('unknownStopgap')
    expect(nextDeadline(centre.state)).toBe(2_000_000)
  })

  test('counts in waits: they stand still while it closes', () => {
    const centre = centreWith(sailings({ hoursId: null }))
    centre.arrive('i1')
    centre.wait(10)
    lay(centre, 'closed', 100)
    centre.wait(130).ready('ana')
    expect(groundsOf(centre.state, 'i1')?.waitMs).toBe(40_000)
  })

  test('survives publishing and a snapshot, and one follows another', () => {
    const centre = centreWith(sailings({ hoursId: null }))
    lay(centre, 'closed', 600)
    centre.do('publishPlan', { plan: testPlan({ version: 2 }) })
    expect(centre.state.queueDay('sailings').open).toBe(false)
    const again = stateFrom(JSON.parse(JSON.stringify(snapshotOf(centre.state))) as Snapshot)
    expect(again.nextChange('sailings')).toBe(until(centre, 600))
    centre.wait(60)
    expect(types(lay(centre, 'open', 60).events)).toEqual(['stopgapBegan', 'queueOpened'])
    expect(centre.state.nextChange('sailings')).toBeNull()
  })

  test('is forgotten days after its end, in the running state as in one read back', () => {
    const turns = [1, 2, 3, 4, 5].map((n) => 1_000_000 + n * 86_400_000)
    const centre = new TestCentre(testPlan({ dayStarts: turns }))
    lay(centre, 'closed', 600)
    centre.wait(3 * 86_400).arrive('i1')
    expect(centre.state.stopgaps).toHaveLength(1)
    centre.wait(86_400).arrive('i2')
    expect(centre.state.stopgaps).toEqual([])
    const again = stateFrom(JSON.parse(JSON.stringify(snapshotOf(centre.state))) as Snapshot)
    for (const at of [centre.at, 1_300_000])
      expect(again.openClock('sailings', at)).toBe(centre.state.openClock('sailings', at))
  })

  test('is refused where it has no time, changes nothing, or is not allowed', () => {
    const centre = centreWith(sailings())
    expect(lay(centre, 'closed', 0).refusal?.code).toBe('stopgapTime')
    expect(lay(centre, 'closed', 49 * 3600).refusal?.code).toBe('stopgapTime')
    expect(lay(centre, 'open', 60).refusal?.code).toBe('stopgapIdle')
    expect(lay(centre, 'closed', 60, 'nowhere').refusal?.code).toBe('unknownQueue')
    const body = {
      stopgapId: 's',
      queueId: 'sailings',
      kind: 'closed',
      until: until(centre, 60),
      reason: 'weather',
    } as const
    for (const id of ['obs', 'ana']) {
      expect(centre.do('beginStopgap', body, { kind: 'person', id }).refusal?.code).toBe('notAllowed')
      expect(centre.do('endStopgap', { stopgapId: 's' }, { kind: 'person', id }).refusal?.code).toBe('notAllowed')
    }
  })
})

describe('a plan', () => {
  test('that opens a queue lets in who left a message; one that closes it serves who waits', () => {
    const centre = closed()
    centre.ready('ana')
    centre.arrive('m1', 'sailings', leaveMessage)
    centre.do('publishPlan', { plan: testPlan({ version: 2 }) })
    expect(centre.state.interaction('m1').phase).toBe('offered')
  })

  test('is extended by its own version only, and keeps what waits', () => {
    const centre = centreWith(sailings())
    const times = {
      hours: [{ id: 'day', openings: [1_000_000, 5_000_000] }],
      shifts: [],
      dayStarts: [],
      compiledUntil: 9_000_000,
    }
    expect(centre.do('extendPlan', { version: 2, times }).refusal?.code).toBe('planNotRunning')
    expect(types(centre.do('extendPlan', { version: 1, times }).events)).toEqual(['planExtended'])
    expect(nextDeadline(centre.state)).toBe(5_000_000)
    const byHand = centre.do('extendPlan', { version: 1, times }, { kind: 'person', id: 'sup' })
    expect(byHand.refusal?.code).toBe('notAllowed')
  })
})

test('who still waits in a closed queue overflows once the other opens', () => {
  const queues = [
    testQueue('boats', ['ana'], { hoursId: 'never', atClosingTo: 'trains' }),
    testQueue('trains', ['ben'], { hoursId: 'later' }),
  ]
  const open = queues.map((queue) => ({ ...queue, hoursId: null }))
  const hours = [never, { id: 'later', openings: [1_100_000, 1_200_000] }]
  const centre = new TestCentre(testPlan({ queues: open, hours }))
  centre.arrive('i1', 'boats')
  centre.do('publishPlan', { plan: testPlan({ version: 2, queues, hours }) })
  expect(visitOf(centre.state.interaction('i1')).queueId).toBe('boats')
  const { events } = centre.wait(150).do('setPresence', { agentId: 'ana', stateId: 'break' })
  expect(types(events)).toEqual(['queueOpened', 'overflowed', 'presenceSet'])
})

describe('at the second at which a queue closes it is closed for whatever else happens then', () => {
  test('whose offer is missed just then goes on, and is not offered to anybody else there', () => {
    const goesOn = { hoursId: 'day', answerWindowSeconds: 15, atClosingTo: 'night' }
    const centre = centreWith(['sailings', ['ana', 'ben'], goesOn], ['night', [], {}])
    for (const id of ['ana', 'ben']) centre.ready(id)
    centre.wait(985).arrive('i1')
    const { events } = centre.wait(15).do('setPresence', { agentId: 'nobody', stateId: 'break' })
    expect(types(events)).toEqual(['queueClosed', 'offerMissed', 'presenceSet', 'overflowed'])
    expect(visitOf(centre.state.interaction('i1')).queueId).toBe('night')
  })

  test('nobody overflows to a queue that closes as well', () => {
    const centre = centreWith(
      ['boats', ['ana'], { hoursId: 'day', atClosingTo: 'trains' }],
      ['trains', ['ben'], { hoursId: 'day' }],
    )
    centre.wait(995).arrive('i1', 'boats')
    const { events } = centre.wait(5).do('setPresence', { agentId: 'nobody', stateId: 'break' })
    expect(types(events)).toEqual(['queueClosed', 'queueClosed'])
    expect(visitOf(centre.state.interaction('i1')).queueId).toBe('boats')
  })
})
