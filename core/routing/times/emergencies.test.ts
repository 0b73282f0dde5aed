import type { EmergencyScope, TalkingWay, WaitingWay } from '../../plan/index.ts'
import { TestCentre, testPlan, testQueue } from '../../testing/index.ts'
import { emergencyReach, groundsOf, snapshotOf, stateFrom, type CommandBodies, type Event } from '../index.ts'

type Asked = CommandBodies['beginEmergency']

const types = (events: readonly Event[]): string[] => events.map(({ type }) => type)

/** Ana sits at the port, ben at Vellan; boats is served from the port alone, trains by both. */
const centreOf = (): TestCentre => {
  const queues = [testQueue('boats', ['ana']), testQueue('trains', ['ana', 'ben']), testQueue('night', ['ben'])]
  const places = { ana: { siteId: 'port' }, ben: { siteId: 'vellan' } }
  const centre = new TestCentre(testPlan({ queues, places, slots: 3 }))
  centre.ready('ana')
  centre.ready('ben')
  return centre
}

const close = (
  centre: TestCentre,
  {
    emergencyId = 'e1',
    scope = 'queues' as EmergencyScope,
    waiting = 'kept' as WaitingWay,
    talking = 'goOn' as TalkingWay,
    ...rest
  }: Partial<Asked> = {},
) =>
  centre.do('beginEmergency', {
    emergencyId,
    scope,
    siteId: null,
    queueIds: ['boats'],
    evacuate: false,
    waiting,
    overflowTo: null,
    talking,
    reason: 'emergency',
    announcementId: null,
    ...rest,
  })

const open = (centre: TestCentre, emergencyId = 'e1') => centre.do('endEmergency', { emergencyId })
const presenceOf = (centre: TestCentre, id: string): string => centre.state.agent(id).stateId
const answer = (centre: TestCentre, interactionId: string, agentId: string): void => {
  const offerId = centre.state.interaction(interactionId).visits.at(-1)?.offers.at(-1)?.id ?? ''
  centre.do('answerOffer', { agentId, interactionId, offerId })
}

describe('what an emergency reaches', () => {
  const reach = (scope: EmergencyScope, rest: Partial<Asked> = {}) =>
    emergencyReach(
      {
        queues: [testQueue('boats', ['ana']), testQueue('trains', ['ana', 'ben']), testQueue('night', ['ben'])],
        agents: [
          { id: 'ana', siteId: 'port' },
          { id: 'ben', siteId: 'vellan' },
        ],
      },
      { scope, siteId: null, queueIds: [], ...rest },
    )

  test('a centre: all of it', () => {
    expect(reach('centre')).toEqual({ queueIds: ['boats', 'trains', 'night'], agentIds: ['ana', 'ben'] })
  })
  test('a site: its people, and the queues that nobody elsewhere serves', () => {
    expect(reach('site', { siteId: 'port' })).toEqual({ queueIds: ['boats'], agentIds: ['ana'] })
  })
  test('some queues: these, and who serves them', () => {
    expect(reach('queues', { queueIds: ['night'] })).toEqual({ queueIds: ['night'], agentIds: ['ben'] })
  })
})

describe('while it lasts', () => {
  test('the queue is closed, with no opening in sight; what waits keeps its place and is offered to nobody', () => {
    const centre = centreOf()
    centre.arrive('i1', 'boats')
    expect(types(close(centre).events)).toEqual(['emergencyBegan', 'queueClosed', 'offerWithdrawn'])
    expect(centre.wait(60).arrive('i2', 'boats').refusal).toEqual({ code: 'queueClosed', params: { queueId: 'boats' } })
    expect(groundsOf(centre.state, 'i1')).toMatchObject({ kept: true, waitMs: 0, agents: [{ eligible: false }] })
    expect(types(open(centre).events)).toEqual(['emergencyEnded', 'queueOpened', 'offerMade'])
  })

  test('those waiting are served where that is asked', () => {
    const centre = centreOf()
    centre.arrive('i1', 'boats')
    expect(types(close(centre, { waiting: 'served' }).events)).toEqual(['emergencyBegan', 'queueClosed'])
    answer(centre, 'i1', 'ana')
    expect(centre.state.interaction('i1').phase).toBe('connected')
  })

  test('they overflow, with what they have waited, to a queue that stays open', () => {
    const centre = centreOf()
    centre.do('setPresence', { agentId: 'ana', stateId: 'break' })
    centre.arrive('i1', 'boats')
    const { events } = close(centre.wait(30), { waiting: 'overflowed', overflowTo: 'trains' })
    expect(events.find(({ type }) => type === 'overflowed')).toMatchObject({
      queueId: 'trains',
      waitedBeforeMs: 30_000,
    })
    expect(events.at(-1)).toMatchObject({ type: 'offerMade', agentId: 'ben' })
    const nowhere = close(centreOf(), { waiting: 'overflowed', overflowTo: 'boats' })
    expect(nowhere.refusal).toEqual({ code: 'unknownQueue', params: { queueId: 'boats' } })
  })

  test('they are rejected, and the counts add up; a message left stays', () => {
    const centre = centreOf()
    centre.do('setPresence', { agentId: 'ana', stateId: 'break' })
    centre.arrive('i1', 'boats')
    expect(types(close(centre, { waiting: 'ended' }).events)).toContain('rejected')
    expect(centre.state.queueDay('boats').figures).toMatchObject({ entered: 1, rejected: 1 })
    centre.arrive('i2', 'boats', { leaveMessage: true, contentId: 'words', connection: null })
    close(centre, { emergencyId: 'e2', waiting: 'ended' })
    expect([...centre.state.interactions.keys()]).toEqual(['i2'])
  })

  test('conversations go on, go back to the queue, or end, as asked', () => {
    const phases = (['goOn', 'requeued', 'ended'] as const).map((talking) => {
      const centre = centreOf()
      centre.arrive('i1', 'boats')
      answer(centre, 'i1', 'ana')
      close(centre.wait(10), { talking })
      return centre.state.interaction('i1').phase
    })
    expect(phases).toEqual(['connected', 'waiting', 'wrapUp'])
  })

  test('people of the site leave, and what they were doing goes to others', () => {
    const centre = centreOf()
    centre.arrive('i1', 'trains')
    answer(centre, 'i1', 'ana')
    const { events } = close(centre, { scope: 'site', siteId: 'port', evacuate: true, talking: 'requeued' })
    expect(presenceOf(centre, 'ana')).toBe('evacuated')
    expect(presenceOf(centre, 'ben')).toBe('ready')
    expect(events.at(-1)).toMatchObject({ type: 'offerMade', interactionId: 'i1', agentId: 'ben' })
  })

  test('people who are Offline are left alone', () => {
    const centre = centreOf()
    centre.do('setPresence', { agentId: 'ana', stateId: 'offline' })
    close(centre, { scope: 'centre', evacuate: true })
    expect([presenceOf(centre, 'ana'), presenceOf(centre, 'ben')]).toEqual(['offline', 'evacuated'])
  })

  test('nobody puts a stopgap over it', () => {
    const centre = centreOf()
    close(centre)
    const until = centre.at + 60_000
    const { refusal } = centre.do('beginStopgap', {
      stopgapId: 's',
      queueId: 'boats',
      kind: 'open',
      until,
      reason: 'other',
    })
    expect(refusal?.code).toBe('queueInEmergency')
  })
})

describe('opening again gives everything back', () => {
  test('each their presence, but not to those who have changed it', () => {
    const centre = centreOf()
    centre.do('setPresence', { agentId: 'ana', stateId: 'break' })
    close(centre, { scope: 'centre', evacuate: true })
    centre.do('setPresence', { agentId: 'ben', stateId: 'offline' })
    open(centre)
    expect([presenceOf(centre, 'ana'), presenceOf(centre, 'ben')]).toEqual(['break', 'offline'])
  })

  test('an id that is known changes nothing, and all that began can be ended', () => {
    const centre = centreOf()
    close(centre, { emergencyId: 'e1', queueIds: ['boats'] })
    expect(close(centre, { emergencyId: 'e1', queueIds: ['night'] }).events).toEqual([])
    expect(centre.state.queueDay('night').open).toBe(true)
    expect(open(centre).refusal).toBeNull()
    expect(centre.state.queueDay('boats').open).toBe(true)
    expect(close(centre, { emergencyId: 'e1', queueIds: ['night'] }).events).toEqual([])
    expect(open(centre).refusal?.code).toBe('unknownEmergency')
  })

  test('of two, the other keeps what it closed, and its people out; the first presence comes back', () => {
    const centre = centreOf()
    close(centre, { evacuate: true })
    close(centre, { emergencyId: 'e2', scope: 'centre', evacuate: true })
    open(centre)
    expect(presenceOf(centre, 'ana')).toBe('evacuated')
    expect(centre.state.queueDay('boats').open).toBe(false)
    open(centre, 'e2')
    expect(presenceOf(centre, 'ana')).toBe('ready')
    expect(centre.state.queueDay('boats').open).toBe(true)
  })

  test('a stopgap that was there goes on', () => {
    const centre = centreOf()
    const until = centre.at + 600_000
    centre.do('beginStopgap', { stopgapId: 's', queueId: 'boats', kind: 'closed', until, reason: 'meeting' })
    close(centre)
    open(centre)
    expect(centre.state.queueDay('boats').open).toBe(false)
    centre.wait(601).do('setPresence', { agentId: 'ben', stateId: 'break' })
    expect(centre.state.queueDay('boats').open).toBe(true)
  })

  test('it lasts over publishing and snapshots', () => {
    const centre = centreOf()
    close(centre, { scope: 'centre', evacuate: true })
    const { plan } = centre.state
    if (plan !== null) centre.do('publishPlan', { plan: { ...plan, version: 2 } })
    const state = stateFrom(JSON.parse(JSON.stringify(snapshotOf(centre.state))))
    expect(state.queueDay('boats').open).toBe(false)
    expect(state.lookup.emergencies.get('boats')?.id).toBe('e1')
    open(centre)
    expect(presenceOf(centre, 'ana')).toBe('ready')
  })
})

describe('who may', () => {
  test('a supervisor may close and open, an agent may not', () => {
    const centre = centreOf()
    const [ana, sup] = (['ana', 'sup'] as const).map((id) => ({ kind: 'person', id }) as const)
    const asked: Asked = {
      emergencyId: 'e',
      scope: 'centre',
      siteId: null,
      queueIds: [],
      evacuate: true,
      waiting: 'kept',
      overflowTo: null,
      talking: 'goOn',
      reason: 'weather',
      announcementId: null,
    }
    expect(centre.do('beginEmergency', asked, ana).refusal?.code).toBe('notAllowed')
    expect(centre.do('beginEmergency', asked, sup).refusal).toBeNull()
    expect(centre.do('endEmergency', { emergencyId: 'e' }, ana).refusal?.code).toBe('notAllowed')
    expect(centre.do('endEmergency', { emergencyId: 'e' }, sup).refusal).toBeNull()
    expect(centre.do('endEmergency', { emergencyId: 'e' }, sup).refusal?.code).toBe('unknownEmergency')
  })

  test('what is not there, or comes to nothing, is refused', () => {
    expect(close(centreOf(), { scope: 'site', siteId: 'moon' }).refusal?.code).toBe('unknownSite')
    expect(close(centreOf(), { queueIds: ['planes'] }).refusal?.code).toBe('unknownQueue')
    expect(close(centreOf(), { queueIds: [] }).refusal?.code).toBe('emergencyIdle')
  })
})
