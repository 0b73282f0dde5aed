import { ownChanges } from './own-changes.ts'
import { plainPerson, plainPlanned } from './defaults.ts'
import type { PlanDocument, PlanPerson } from './plan.ts'

const queue = (id: string, rest: object = {}) => ({ ...plainPlanned, agentIds: [], id, name: `Queue ${id}`, ...rest })
const ana = (rest: Partial<PlanPerson> = {}): PlanPerson => ({
  ...plainPerson,
  id: 'ana',
  roles: ['agent'],
  loadLimitsId: null,
  ...rest,
})

const plan = (rest: Partial<Record<keyof PlanDocument, unknown>>): PlanDocument =>
  ({
    centre: { name: 'Skerrow Ferries' },
    ...Object.fromEntries(
      ['queues', 'people', 'skills', 'teams', 'presenceStates', 'loadLimits', 'hours', 'calendars', 'sites']
        .concat(['shifts', 'lines', 'templates', 'scripts', 'declineReasons', 'dispositions'])
        .map((list) => [list, []]),
    ),
    people: [ana()],
    ...rest,
  }) as unknown as PlanDocument

test('queues come and go with their teams too; of those kept only what an agent notices is said', () => {
  const teams = [
    { id: 'crew', name: 'Crew', parentId: null },
    { id: 'deck', name: 'Deck', parentId: 'crew' },
  ]
  const before = plan({
    teams,
    queues: [
      queue('a', { agentIds: ['ana'] }),
      queue('b', { agentIds: ['ana'], priority: 5 }),
      queue('c', { teams: [{ teamId: 'crew', tier: null }] }),
      queue('d', { wrapUpSeconds: 10 }),
    ],
  })
  const after = plan({
    teams,
    people: [ana({ teamId: 'deck' })],
    queues: [
      queue('a', { agentIds: [] }),
      queue('b', { agentIds: ['ana', 'bo'], priority: 9, wrapUpSeconds: 45, name: 'Freight' }),
      queue('c', { teams: [{ teamId: 'crew', tier: null }] }),
      queue('d', { wrapUpSeconds: 20 }),
    ],
  })
  expect(ownChanges(before, after)('ana')).toEqual([
    { code: 'queueGained', name: 'Queue c' },
    { code: 'queueLost', name: 'Queue a' },
    { code: 'queueRenamed', name: 'Freight', before: 'Queue b' },
    { code: 'queueChanged', name: 'Freight', fields: ['wrapUpSeconds'] },
    { code: 'team', name: 'Deck' },
  ])
  expect(ownChanges(before, after)('zoe')).toEqual([])
})

test('what they rest on is said where they use it: hours, scripts, shift, limits, skills, states', () => {
  const named = (id: string, rest: object = {}) => ({ id, name: id.toUpperCase(), ...rest })
  const person = ana({ shiftId: 'early', loadLimitsId: 'l', skills: [{ skillId: 'fr', level: 2 }] })
  const base = {
    queues: [queue('a', { agentIds: ['ana'], hoursId: 'day', scriptId: 'greet' })],
    skills: [named('fr'), named('pt')],
    loadLimits: [named('l', { slots: 2 })],
    people: [person],
  }
  const before = plan({
    ...base,
    hours: [named('day', { weekly: [] }), named('night', { weekly: [] })],
    scripts: [named('greet', { steps: [] })],
    shifts: [named('early', { weekly: [] }), named('late', { weekly: [] })],
    presenceStates: [named('meal')],
  })
  const after = plan({
    ...base,
    loadLimits: [named('l', { slots: 3 })],
    people: [{ ...person, skills: [{ skillId: 'pt', level: 4 }] }],
    hours: [named('day', { weekly: [1] }), named('night', { weekly: [1] })],
    scripts: [named('greet', { steps: [1] })],
    shifts: [named('early', { weekly: [1] }), named('late', { weekly: [1] })],
    presenceStates: [named('training')],
  })
  expect(ownChanges(before, after)('ana')).toEqual([
    { code: 'hoursChanged', name: 'DAY' },
    { code: 'scriptChanged', name: 'GREET' },
    { code: 'skill', name: 'PT', level: 4 },
    { code: 'skill', name: 'FR', level: 0 },
    { code: 'loadLimits' },
    { code: 'shiftChanged', name: 'EARLY' },
    { code: 'stateAdded', name: 'TRAINING' },
    { code: 'stateRemoved', name: 'MEAL' },
  ])
  expect(ownChanges(after, after)('ana')).toEqual([])
})
