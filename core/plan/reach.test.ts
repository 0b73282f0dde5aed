import { plannedLine, plannedQueue } from '../testing/index.ts'
import { plainPerson } from './defaults.ts'
import {
  checkPeople,
  checkPerson,
  checkQueue,
  chatsOnly,
  mayGive,
  membersOf,
  reachedBy,
  spelledOut,
  usersOfTeam,
  withoutPerson,
  withPerson,
  type PersonEdit,
  type PlanDocument,
  type PlanPerson,
} from './index.ts'

type Queue = PlanDocument['queues'][number]

const person = (id: string, teamId: string | null, rest: Partial<PlanPerson> = {}): PlanPerson => ({
  ...plainPerson,
  id,
  roles: ['agent'],
  loadLimitsId: 'three',
  teamId,
  ...rest,
})

const team = (id: string, parentId: string | null = null, leadId: string | null = null) => ({
  id,
  name: id,
  description: '',
  notes: '',
  parentId,
  leadId,
  private: false,
  observerIds: [],
})

const queue = (rest: Partial<Queue>): Queue =>
  plannedQueue('bookings', { name: 'Bookings', agentIds: [], target: { percent: 80, seconds: 60 }, ...rest })

const people = [
  person('ana', 'care', { tier: 1 }),
  person('ben', 'care', { tier: 2 }),
  person('cleo', 'night', { tier: 2 }),
  person('dora', null),
  person('sup', 'care', { roles: ['supervisor'], loadLimitsId: null }),
  person('adm', null, { roles: ['administrator'], loadLimitsId: null }),
]

const document = (queues: readonly Queue[] = [], rest: Partial<PlanDocument> = {}): PlanDocument =>
  ({
    people,
    teams: [team('care'), team('night', 'care'), team('quay', null, 'dora')],
    templates: [],
    scripts: [],
    queues,
    skills: [{ id: 'papers', name: 'Papers', description: '', kind: 'knowledge' }],
    loadLimits: [{ id: 'three', name: 'Three', slots: 3, channels: chatsOnly(3) }],
    hours: [],
    lines: [plannedLine(queues.map(({ id }) => id))],
    ...rest,
  }) as unknown as PlanDocument

const all = (teamId: string) => ({ teamId, tier: null })

describe('teams in reaches', () => {
  test('a team stands for its agents and those of the teams below it, a tier for those of that tier', () => {
    expect(membersOf(all('care'), document())).toEqual(['ana', 'ben', 'cleo'])
    expect(membersOf({ teamId: 'care', tier: 2 }, document())).toEqual(['ben', 'cleo'])
    expect(membersOf(all('night'), document())).toEqual(['cleo'])
    expect(membersOf(all('quay'), document())).toEqual([])
  })

  test('people by name come first, nobody twice, and later reaches keep their waits', () => {
    const planned = queue({
      agentIds: ['dora', 'ben'],
      teams: [{ teamId: 'care', tier: 2 }],
      laterReaches: [{ afterSeconds: 60, agentIds: [], teams: [all('care')] }],
    })
    const { agentIds, laterReaches } = spelledOut(planned, document())
    expect(agentIds).toEqual(['dora', 'ben', 'cleo'])
    expect(laterReaches).toEqual([{ afterSeconds: 60, agentIds: ['ana', 'ben', 'cleo'] }])
    expect(reachedBy(planned, document())).toEqual(['dora', 'ben', 'cleo', 'ana'])
    expect(Object.keys(spelledOut(planned, document()))).not.toContain('teams')
  })

  test('whoever changes the team changes what they are offered, and a circle of teams ends', () => {
    const planned = queue({ teams: [all('night')] })
    const moved = document([], { people: people.map((one) => (one.id === 'ana' ? { ...one, teamId: 'night' } : one)) })
    expect(reachedBy(planned, moved)).toEqual(['ana', 'cleo'])
    const round = document([], { teams: [team('care', 'night'), team('night', 'care')] })
    expect(membersOf(all('night'), round)).toEqual(['ana', 'ben', 'cleo'])
  })

  test('who uses a team is told, whichever reach names it', () => {
    const later = queue({
      id: 'q2',
      name: 'Later',
      laterReaches: [{ afterSeconds: 5, agentIds: [], teams: [all('care')] }],
    })
    const queues = [queue({ teams: [{ teamId: 'care', tier: 1 }] }), later, queue({ id: 'q3', name: 'None' })]
    const templates = [
      { id: 't', name: 'Help on board', text: 'Of course', teamIds: ['care'] },
      { id: 'u', name: 'Hello', text: 'Hello', teamIds: [] },
    ]
    expect(usersOfTeam(document(queues, { templates }), 'care')).toEqual(['Bookings', 'Later', 'Help on board'])
  })

  test('a team that is gone is a fault, one without agents a warning', () => {
    const codes = (teams: Queue['teams']) =>
      checkQueue(queue({ agentIds: ['ana', 'ben'], teams }), document([queue({})])).map(({ code }) => code)
    expect(codes([all('nowhere')])).toEqual(['unknownTeam'])
    expect(codes([all('quay')])).toEqual(['teamWithoutAgents'])
    expect(codes([{ teamId: 'care', tier: 4 }])).toEqual(['teamWithoutAgents'])
    expect(codes([all('care')])).toEqual([])
  })
})

const edit = (rest: Partial<PersonEdit> = {}): PersonEdit => ({
  ...person('ana', 'care', { tier: 1 }),
  name: 'Ana',
  email: 'ana@skerrow.example',
  queueIds: ['bookings'],
  ...rest,
})

describe('a person as edited', () => {
  const codes = (rest: Partial<PersonEdit>, queues = [queue({})]) =>
    checkPerson(edit(rest), document(queues), ['ben@skerrow.example']).map(({ code }) => code)

  test('is put into the queues chosen, at their end, and taken out of the others', () => {
    const before = document([queue({ agentIds: ['ben'] }), queue({ id: 'groups', agentIds: ['ana', 'dora'] })])
    const after = withPerson(before, edit())
    expect(after.queues.map(({ agentIds }) => agentIds)).toEqual([['ben', 'ana'], ['dora']])
    expect(withPerson(before, edit({ roles: ['observer'] })).queues[0]?.agentIds).toEqual(['ben'])
    expect(withPerson(before, edit({ id: 'new' })).people).toHaveLength(people.length + 1)
  })

  test('what keeps an agent from work is told', () => {
    expect(codes({})).toEqual([])
    expect(codes({ email: 'Ben@skerrow.example' })).toEqual(['emailTaken'])
    expect(codes({ loadLimitsId: null })).toEqual(['noLimits'])
    expect(codes({ queueIds: [] })).toEqual(['noQueue'])
    expect(codes({ queueIds: [] }, [queue({ teams: [all('care')] })])).toEqual([])
    expect(codes({}, [queue({ requirements: [{ skillId: 'papers', least: 2, most: 5 }] })])).toEqual(['neverAble'])
    expect(codes({}, [queue({ onShiftOnly: true })])).toEqual(['neverOnShift'])
    expect(codes({ roles: ['observer'], loadLimitsId: null, queueIds: [] })).toEqual([])
    expect(codes({}, [queue({ service: 'retired' })])).toEqual(['noQueue'])
  })

  test('an administrator remains', () => {
    const own = { ...edit({ id: 'adm', teamId: null, tier: null }), roles: ['observer'] as const }
    expect(checkPerson(own, document(), []).map(({ code }) => code)).toEqual(['noAdministrator'])
  })

  test('whoever leaves is in nothing any more', () => {
    const before = document([
      queue({ agentIds: ['dora', 'ana'], laterReaches: [{ afterSeconds: 30, agentIds: ['dora'], teams: [] }] }),
    ])
    expect(JSON.stringify(withoutPerson(before, 'dora'))).not.toContain('dora')
  })

  test('all people at once are told the same as one by one', () => {
    const one = document([queue({ agentIds: ['ana'], teams: [all('night')], onShiftOnly: true })])
    const found = checkPeople(one)
    expect(found.get('cleo')?.map(({ code }) => code)).toEqual(['neverOnShift'])
    expect(found.get('dora')?.map(({ code }) => code)).toEqual(['noQueue'])
    expect(found.get('sup')).toEqual([])
  })
})

test('administrators are made and changed by administrators only', () => {
  expect(mayGive(['supervisor'], [], ['agent'])).toBe(true)
  expect(mayGive(['supervisor'], [], ['agent', 'administrator'])).toBe(false)
  expect(mayGive(['supervisor'], ['administrator'], ['agent'])).toBe(false)
  expect(mayGive(['administrator'], ['administrator'], [])).toBe(true)
  expect(mayGive(['observer', 'agent'], [], ['agent'])).toBe(false)
})
