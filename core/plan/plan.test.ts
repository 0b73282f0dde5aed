import { plannedLine, plannedQueue } from '../testing/index.ts'
import { plainCentre, plainCentreWords, plainPerson, plainQueueWords, plainState } from './defaults.ts'
import { chatsOnly, checkPlan, checkQueue, compilePlan, couldServe, may, roles, type PlanDocument } from './index.ts'

const queue = (id: string, rest: Partial<PlanDocument['queues'][number]> = {}): PlanDocument['queues'][number] =>
  plannedQueue(id, { target: { percent: 80, seconds: 20 }, answerWindowSeconds: 15, ...rest })

const document = (queues: PlanDocument['queues'], zone = 'Europe/Lisbon', dayStartsAtHour = 4): PlanDocument => ({
  centre: {
    name: 'Skerrow Ferries',
    zone,
    dayStartsAtHour,
    defaultTargetSeconds: 60,
    order: 'lateness',
    agentGraceSeconds: 20,
    customerGraceSeconds: 10,
    retryAfterSeconds: 5,
    ...plainCentre,
    ...plainCentreWords,
    missedStateId: 'unattended',
    awayStateId: 'offline',
    evacuatedStateId: 'offline',
    ownAbsences: true,
  },
  presenceStates: [{ id: 'ready', name: 'Ready', admits: ['chat'], choosable: true, signedOut: false, ...plainState }],
  loadLimits: [
    { id: 'usual', name: 'Usual', slots: 3, freeForCalls: 0, sameCustomerInCalls: false, channels: chatsOnly(3) },
    { id: 'none', name: 'No chats', slots: 3, freeForCalls: 0, sameCustomerInCalls: false, channels: chatsOnly(0) },
  ],
  declineReasons: [],
  dispositions: [],
  people: [
    { id: 'ana', roles: ['agent'], loadLimitsId: 'usual', ...plainPerson },
    { id: 'ben', roles: ['agent'], loadLimitsId: 'usual', ...plainPerson },
    { id: 'cleo', roles: ['agent'], loadLimitsId: 'none', ...plainPerson },
    { id: 'sup', roles: ['supervisor'], loadLimitsId: null, ...plainPerson },
  ],
  skills: [],
  queues,
  lines: [plannedLine(queues.map(({ id }) => id))],
  hours: [],
  calendars: [],
  sites: [],
  shifts: [],
  teams: [],
  templates: [],
  scripts: [],
})

const codes = (checked: PlanDocument['queues'][number], others: PlanDocument['queues'] = []): string[] =>
  checkQueue(checked, document([checked, ...others])).map(({ code }) => code)

describe('checks', () => {
  test('a sound queue has no finding', () => expect(codes(queue('q'))).toEqual([]))
  test('nobody could serve it: nobody listed, no agent, no room for chats', () => {
    expect(codes(queue('q', { agentIds: [] }))).toEqual(['nobodyCanServe'])
    expect(codes(queue('q', { agentIds: ['cleo'] }))).toEqual(['nobodyCanServe'])
    expect(codes(queue('q', { agentIds: ['sup'] }))).toEqual(['notAnAgent', 'nobodyCanServe'])
  })
  test('a single person is a warning of its own', () =>
    expect(codes(queue('q', { agentIds: ['ana'] }))).toEqual(['onePersonCanServe']))
  test('a retired queue needs nobody', () =>
    expect(codes(queue('q', { service: 'retired', agentIds: [] }))).toEqual([]))
  test('in preparation without test customers nobody gets in', () =>
    expect(codes(queue('q', { service: 'inPreparation' }))).toEqual(['noTestCustomers']))
  test('names are compared without case and outer blanks', () =>
    expect(codes(queue('q', { name: ' Freight' }), [queue('r', { name: 'freight' })])).toEqual(['nameTaken']))
  test('an answer window longer than the target', () =>
    expect(codes(queue('q', { answerWindowSeconds: 30 }))).toEqual(['answerWindowBeyondTarget']))
  test('the plan lists faults before warnings', () => {
    const plan = document([queue('q', { agentIds: [] }), queue('r', { agentIds: ['ghost', 'ana', 'ben'] })])
    expect(checkPlan(plan).map(({ code }) => code)).toEqual(['unknownPerson', 'nobodyCanServe'])
  })
  test('who could serve leaves out those without room', () =>
    expect(couldServe(queue('q', { agentIds: ['ana', 'cleo', 'ghost'] }), document([])).map(({ id }) => id)).toEqual([
      'ana',
    ]))
})

describe('compiling', () => {
  const at = Date.parse('2026-03-27T12:00:00Z')
  test('leaves every name out', () => {
    const compiled = JSON.stringify(
      compilePlan(document([queue('q', { name: 'Bookings', description: 'words of it' })]), 7, at),
    )
    expect(compiled).not.toMatch(/Bookings|words of it|Usual|Skerrow/)
    expect(compiled).toContain('"version":7')
  })
  test('leaves out what only people and pages go by', () => {
    const [compiled] = compilePlan(document([queue('q', { shownAs: 'Desk', identityCheck: 'Ask.' })]), 7, at).queues
    expect(compiled).toMatchObject({ id: 'q', selection: 'longestIdle' })
    for (const field of Object.keys(plainQueueWords)) expect(compiled).not.toHaveProperty(field)
  })
  test('the day begins at the local hour, through a change of clocks', () => {
    const { dayStarts } = compilePlan(document([]), 1, at)
    expect(dayStarts.slice(0, 3).map((start) => new Date(start).toISOString())).toEqual([
      '2026-03-28T04:00:00.000Z',
      '2026-03-29T03:00:00.000Z',
      '2026-03-30T03:00:00.000Z',
    ])
    expect(dayStarts).toHaveLength(400)
  })
  test('an hour that the change of clocks skips moves forward by the gap', () => {
    const { dayStarts } = compilePlan(document([], 'Europe/Lisbon', 1), 1, at)
    expect(new Date(dayStarts[1] ?? 0).toISOString()).toBe('2026-03-29T01:00:00.000Z')
  })
})

test('what a role may do', () => {
  const holders = (capability: Parameters<typeof may>[1]): string[] => roles.filter((role) => may([role], capability))
  expect(holders('plan.edit')).toEqual(['administrator', 'supervisor'])
  expect(holders('seat')).toEqual(['agent'])
  expect(holders('live.view')).toEqual(['administrator', 'supervisor', 'observer'])
  expect(may(['agent', 'supervisor'], 'actAs')).toBe(true)
})

describe('skills and ways on', () => {
  const skilled = (level: number) => [{ skillId: 'fares', level }]
  const asks = (least: number, most = 5) => ({ skillId: 'fares', least, most })
  const found = (
    rest: Partial<PlanDocument['queues'][number]>,
    others: PlanDocument['queues'] = [],
  ): { code: string; params: object }[] => {
    const checked = queue('q', rest)
    const base = document([checked, ...others])
    const people = base.people.map((one) => ({ ...one, skills: one.id === 'ana' ? skilled(3) : [] }))
    const skills = [{ id: 'fares', name: 'Fares', kind: 'knowledge' as const, description: '' }]
    return checkQueue(checked, { ...base, people, skills })
  }
  const codesOf = (...given: Parameters<typeof found>): string[] => found(...given).map(({ code }) => code)

  test('what one of two has is no fault, only one could serve', () =>
    expect(codesOf({ requirements: [asks(3)] })).toEqual(['onePersonCanServe']))
  test('what nobody has, and what nobody has yet', () => {
    expect(found({ requirements: [asks(4)] })).toMatchObject([
      { code: 'nobodySkilled', params: { skill: 'Fares', least: 4 } },
    ])
    const later = [{ ...asks(0), afterSeconds: 30 }]
    expect(found({ requirements: [asks(4)], relaxations: later })).toMatchObject([
      { code: 'nobodySkilledYet', params: { skill: 'Fares', seconds: 30 } },
    ])
  })
  test('a skill that is gone, and bounds the wrong way round', () => {
    expect(codesOf({ requirements: [{ ...asks(1), skillId: 'gone' }] })).toContain('unknownSkill')
    expect(codesOf({ requirements: [asks(3, 2)] })).toContain('boundsCrossed')
  })
  test('steps that change nothing, or never come', () => {
    const again = [{ ...asks(3), afterSeconds: 30 }]
    expect(codesOf({ requirements: [asks(3)], relaxations: again })).toContain('relaxesNothing')
    expect(codesOf({ laterReaches: [{ afterSeconds: 30, agentIds: ['ana'], teams: [] }] })).toEqual(['reachAddsNobody'])
    const late = { laterReaches: [{ afterSeconds: 60, agentIds: ['cleo'], teams: [] }], longestWaitSeconds: 60 }
    expect(codesOf(late)).toContain('stepTooLate')
  })
  test('ways on make no circle, whatever the causes', () => {
    const back = [
      queue('r', { name: 'R', longestWaitSeconds: 60, longestWaitTo: 's' }),
      queue('s', { whenFullTo: 'q' }),
    ]
    expect(codesOf({ atClosingTo: 'r' }, back)).toEqual(['sentInACircle'])
    expect(codesOf({ whenFullTo: 'r' }, back)).toEqual(['fullInACircle'])
    expect(codesOf({ longestWaitSeconds: 9, longestWaitTo: 'r' }, back)).toContain('waitedInACircle')
    expect(codesOf({ longestWaitTo: 'r' }, back)).toEqual([])
    expect(codesOf({ whenFullTo: 'gone' })).toEqual(['fullToUnknown'])
  })
})
