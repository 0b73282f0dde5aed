import fc from 'fast-check'
import {
  checkLimits,
  checkState,
  checkTeam,
  isClose,
  opens,
  plainPlannedLine,
  plainPerson,
  plainState,
  sightOf,
  eachChannel,
  upTo,
} from './index.ts'
import type { PlanDocument } from './plan.ts'

const state = (id: string, rest: Partial<PlanDocument['presenceStates'][number]> = {}) => ({
  id,
  name: id,
  admits: [],
  choosable: true,
  signedOut: false,
  ...plainState,
  ...rest,
})
const team = (id: string, rest: Partial<PlanDocument['teams'][number]> = {}) => ({
  id,
  name: id,
  description: '',
  notes: '',
  parentId: null,
  leadId: null,
  private: false,
  observerIds: [],
  ...rest,
})
const person = (id: string, teamId: string | null, roles: PlanDocument['people'][number]['roles'] = ['agent']) => ({
  id,
  roles,
  loadLimitsId: null,
  ...plainPerson,
  teamId,
})
const limits = (slots: number, voice: number) => ({
  id: 'l',
  name: 'l',
  slots,
  freeForCalls: 0,
  sameCustomerInCalls: false,
  channels: { ...eachChannel(() => upTo(0)), voice: { ...upTo(1), slots: voice }, chat: upTo(3) },
})
const queue = (id: string, agentIds: readonly string[]) =>
  ({ id, name: id, agentIds, teams: [], laterReaches: [] }) as unknown as PlanDocument['queues'][number]

const document = (rest: Partial<PlanDocument>): PlanDocument =>
  ({
    presenceStates: [],
    loadLimits: [],
    teams: [],
    people: [],
    queues: [],
    lines: [],
    ...rest,
  }) as unknown as PlanDocument

const codes = (found: readonly { readonly code: string }[]): string[] => found.map(({ code }) => code)

describe('presence states', () => {
  const lines = [{ ...plainPlannedLine, id: 'site', name: 'site', channel: 'chat' as const, queueIds: [] }]
  test('for each channel in use there is one that people can choose', () => {
    const ready = state('ready', { admits: ['chat'] })
    const plan = document({ lines, presenceStates: [ready, state('break', { mostMinutes: 5 })] })
    expect(checkState(ready, plan)).toEqual([])
    expect(codes(checkState({ ...ready, admits: ['sms'] }, plan))).toEqual(['nobodyCanBeReady'])
    expect(codes(checkState({ ...ready, choosable: false }, plan))).toEqual(['nobodyCanBeReady'])
  })
  test('one that admits nothing wants longest minutes, unless it signs out; names are taken once', () => {
    const plan = document({ presenceStates: [state('Break')] })
    expect(codes(checkState(state('meal'), plan))).toEqual(['admitsNothing'])
    expect(checkState(state('meal', { mostMinutes: 30 }), plan)).toEqual([])
    expect(checkState(state('off', { signedOut: true }), plan)).toEqual([])
    expect(codes(checkState(state('b', { name: ' break', mostMinutes: 1 }), plan))).toEqual(['nameTaken'])
  })
})

describe('kept free for calls', () => {
  const people = [{ ...person('ana', null), loadLimitsId: 'l' }]
  test('everybody kept, or kept for calls that nobody can take, is told', () => {
    const kept = { ...limits(3, 3), freeForCalls: 1 }
    expect(codes(checkLimits(kept, document({ people })))).toEqual(['keepsEverybody'])
    const two = [...people, { ...person('ben', null), loadLimitsId: 'l' }]
    expect(checkLimits(kept, document({ people: two }))).toEqual([])
    expect(codes(checkLimits({ ...limits(2, 3), freeForCalls: 1 }, document({ people: two })))).toContain(
      'keepsForNoCalls',
    )
  })
})

describe('load limits', () => {
  const people = [{ ...person('ana', null), loadLimitsId: 'l' }]
  test('what needs more slots than there are is never taken', () => {
    expect(checkLimits(limits(3, 3), document({ people }))).toEqual([])
    expect(checkLimits(limits(2, 3), document({ people }))).toMatchObject([
      { code: 'neverFits', params: { channel: 'voice', needs: 3, slots: 2 } },
    ])
    expect(codes(checkLimits(limits(0, 3), document({})))).toEqual([
      'neverFits',
      'neverFits',
      'takesNothing',
      'usedByNobody',
    ])
  })
})

describe('teams', () => {
  test('none is part of itself, by whatever way', () => {
    const plan = document({ teams: [team('a', { parentId: 'b' }), team('b', { parentId: 'c' }), team('c')] })
    expect(codes(checkTeam(team('c', { parentId: 'a' }), ['x'], plan))).toEqual(['parentInACircle'])
    expect(checkTeam(team('c'), ['x'], plan)).toEqual([])
    expect(codes(checkTeam(team('d', { leadId: 'gone' }), [], plan))).toEqual(['nobodyInTeam', 'leadIsGone'])
  })

  const plan = document({
    teams: [
      team('care', { private: true, leadId: 'lead', observerIds: ['watcher'] }),
      team('night', { parentId: 'care' }),
      team('desk'),
    ],
    people: [
      person('nell', 'night'),
      person('cora', 'care'),
      person('dan', 'desk'),
      person('sup', null, ['supervisor']),
      person('lead', null, ['supervisor']),
      person('watcher', null, ['observer']),
    ],
    queues: [queue('own', ['nell', 'cora']), queue('shared', ['cora', 'dan'])],
  })
  test.each([
    ['a member', 'cora', true],
    ['the lead', 'lead', true],
    ['an observer', 'watcher', true],
    ['a supervisor who is none of these', 'sup', false],
    ['a colleague of another team', 'dan', false],
  ])('a private team is seen by %s: %s %s', (_, viewer, sees) => {
    const sight = sightOf(plan, viewer)
    expect([sight.person('cora'), sight.person('nell'), sight.queue('own')]).toEqual([sees, sees, sees])
    expect([sight.person('dan'), sight.queue('shared')]).toEqual([true, true])
    expect(isClose(plan, viewer, 'care')).toBe(sees)
  })
  const among = (change: Partial<PlanDocument>): PlanDocument => ({ ...plan, ...change })
  const teamsWith = (id: string, rest: Partial<PlanDocument['teams'][number]>) => ({
    teams: plan.teams.map((one) => (one.id === id ? { ...one, ...rest } : one)),
  })
  const peopleWith = (id: string, teamId: string | null) => ({
    people: plan.people.map((one) => (one.id === id ? { ...one, teamId } : one)),
  })
  const queuesWith = (agentIds: readonly string[]) => ({
    queues: [queue('own', agentIds), ...plan.queues.filter(({ id }) => id !== 'own')],
  })
  test.each([
    ['is private no more', teamsWith('care', { private: false })],
    ['has another lead', teamsWith('care', { leadId: 'sup' })],
    ['has another observer', teamsWith('care', { observerIds: ['watcher', 'dan'] })],
    ['is part of a team of others', teamsWith('care', { parentId: 'desk' })],
    ['is gone', { teams: plan.teams.filter(({ id }) => id !== 'care') }],
    ['has whoever makes it', peopleWith('sup', 'night')],
    ['has somebody more, above', peopleWith('dan', 'care')],
    ['has its people elsewhere', peopleWith('nell', 'desk')],
    ['has its queue served by others too', queuesWith(['nell', 'cora', 'dan'])],
    ['has its queue served by nobody', queuesWith([])],
  ])('a private team that %s is opened, unless whoever does it sees it themself', (_, change) => {
    expect(opens(plan, among(change), 'sup')).toBe(true)
    expect(opens(plan, among(change), 'lead')).toBe(false)
  })
  test.each([
    ['another name', teamsWith('care', { name: 'Other' })],
    ['fewer who see it', teamsWith('care', { observerIds: [] })],
    ['one who leaves', { people: plan.people.filter(({ id }) => id !== 'nell'), ...queuesWith(['cora']) }],
    ['another team opened', teamsWith('desk', { leadId: 'sup', private: true })],
    ['fewer who serve its queue', queuesWith(['cora'])],
  ])('%s opens nothing', (_, change) => {
    expect(opens(plan, among(change), 'sup')).toBe(false)
  })

  const ids = ['a', 'b', 'c', 'd', 'e']
  const anyId = fc.constantFrom(...ids)
  const anyTeam = fc.record({
    private: fc.boolean(),
    leadId: fc.option(anyId),
    observerIds: fc.uniqueArray(anyId, { maxLength: 1 }),
  })
  const anyPlan = fc
    .record({
      teams: fc.array(anyTeam, { minLength: 1, maxLength: 3 }),
      places: fc.array(fc.integer({ min: -1, max: 2 }), { minLength: 4, maxLength: 5 }),
      served: fc.uniqueArray(anyId, { maxLength: 2 }),
    })
    .map(({ teams, places, served }) =>
      document({
        // Each is part of the one before.
        teams: teams.map((rest, n) => team(`t${n}`, { ...rest, parentId: n === 0 ? null : `t${n - 1}` })),
        people: places.map((at, n) => person(ids[n] ?? '', teams[at] === undefined ? null : `t${at}`)),
        queues: [queue('q', served)],
      }),
    )
  test('nothing is opened exactly where nobody sees what the maker does not and they did not', () => {
    fc.assert(
      fc.property(anyPlan, anyPlan, anyId, (before, after, maker) => {
        const own = sightOf(before, maker).hidden
        const gain = (sees: (plan: PlanDocument, viewer: string) => boolean): boolean =>
          ids.some((viewer) => !sees(before, viewer) && sees(after, viewer))
        const people = own.personIds
          .filter((id) => after.people.some((one) => one.id === id))
          .some((id) => gain((plan, viewer) => sightOf(plan, viewer).person(id)))
        const queues = own.queueIds.some((id) => gain((plan, viewer) => sightOf(plan, viewer).queue(id)))
        const opened = opens(before, after, maker)
        // A queue that others serve beside is opened even where those see the team anyway.
        if (people || queues) expect(opened).toBe(true)
        else if (own.queueIds.length === 0) expect(opened).toBe(false)
      }),
      { numRuns: 2000 },
    )
  })
  test('what is private below is not seen by who is only of the team above another', () => {
    expect(sightOf(plan, 'nell').person('cora')).toBe(false)
    expect(sightOf(plan, 'nell').person('nell')).toBe(true)
    expect(sightOf(plan, 'sup').hidden).toEqual({ personIds: ['nell', 'cora'], queueIds: ['own'] })
  })
})
