import fc from 'fast-check'
import { sound } from '../testing/index.ts'
import { applied, carried, differences, editsBetween, inverted, type PlanDocument } from './index.ts'

type Step = (plan: PlanDocument) => PlanDocument

const nth = <T>(all: readonly T[], n: number, make: (one: T) => T): T[] =>
  all.map((one, at) => (at === n % all.length ? make(one) : one))
const toggled = <T>(all: readonly T[], is: (one: T) => boolean, one: T): T[] =>
  all.some(is) ? all.filter((other) => !is(other)) : [one, ...all]

/** Something that a supervisor does to a plan; few things and few values, so that two of them meet. */
const step: fc.Arbitrary<Step> = fc.oneof(
  fc.tuple(fc.nat(1), fc.integer({ min: 1, max: 3 })).map(([n, priority]): Step => (plan) => ({
    ...plan,
    queues: nth(plan.queues, n, (queue) => ({ ...queue, priority })),
  })),
  fc
    .tuple(fc.nat(1), fc.constantFrom(null, { percent: 80, seconds: 20 }, { percent: 90, seconds: 20 }))
    .map(([n, target]): Step => (plan) => ({
      ...plan,
      queues: nth(plan.queues, n, (queue) => ({ ...queue, target })),
    })),
  fc.tuple(fc.nat(1), fc.constantFrom('ana', 'ben', 'cleo')).map(([n, id]): Step => (plan) => ({
    ...plan,
    queues: nth(plan.queues, n, (queue) => ({ ...queue, agentIds: toggled(queue.agentIds, (one) => one === id, id) })),
  })),
  fc
    .tuple(fc.nat(1), fc.constantFrom('fr', 'de'), fc.integer({ min: 1, max: 3 }))
    .map(([n, skillId, level]): Step => (plan) => ({
      ...plan,
      people: nth(plan.people, n, (one) => ({
        ...one,
        skills: toggled(one.skills, (had) => had.skillId === skillId && had.level === level, { skillId, level }).filter(
          (had, at, all) => all.findIndex((other) => other.skillId === had.skillId) === at,
        ),
      })),
    })),
  fc.tuple(fc.constantFrom('new', 'newer'), fc.constantFrom('A', 'B')).map(([id, name]): Step => (plan) => ({
    ...plan,
    dispositions: toggled(plan.dispositions, (one) => one.id === id, { id, name }),
  })),
  fc.nat(2).map((n): Step => (plan) => ({
    ...plan,
    queues: plan.queues.filter((_, at) => at !== n || plan.queues.length < 2),
  })),
  fc
    .integer({ min: 1, max: 3 })
    .map((days): Step => (plan) => ({ ...plan, centre: { ...plan.centre, recordingDays: days } })),
)
const steps = fc.array(step, { maxLength: 6 })
const after = (plan: PlanDocument, all: readonly Step[]): PlanDocument => all.reduce((before, one) => one(before), plan)

/** A plan as a flat list of what it says, member by member. */
function said({ centre, queues, people, dispositions }: PlanDocument): Map<string, string> {
  const all = new Map<string, string>()
  const say = (place: string, thing: object): void => {
    all.set(place, 'there')
    for (const [field, value] of Object.entries(thing) as [string, unknown][])
      if (field === 'agentIds') for (const id of value as string[]) all.set(`${place}/${field}/${id}`, id)
      else if (field === 'skills')
        for (const { skillId, level } of value as { skillId: string; level: number }[])
          all.set(`${place}/${field}/${skillId}`, String(level))
      else all.set(`${place}/${field}`, JSON.stringify(value))
  }
  say('centre', centre)
  for (const [kind, things] of Object.entries({ queues, people, dispositions }))
    for (const one of things) say(`${kind}/${one.id}`, one)
  return all
}

/** Both of two changes, told one by one; null where they want different things. */
function naiveMerge(base: PlanDocument, mine: PlanDocument, theirs: PlanDocument): Map<string, string> | null {
  const [b, m, t] = [said(base), said(mine), said(theirs)]
  const both = new Map<string, string>()
  for (const place of new Set([...b.keys(), ...m.keys(), ...t.keys()])) {
    const [was, own, other] = [b.get(place), m.get(place), t.get(place)]
    if (own !== was && other !== was && own !== other) return null
    const now = own === was ? other : own
    if (now !== undefined) both.set(place, now)
  }
  // Whoever removes something removes what they saw.
  for (const [one, two] of [
    [m, t],
    [t, m],
  ] as const)
    for (const [place, value] of b)
      if (value === 'there' && !one.has(place) && two.has(place))
        for (const [inner, now] of [...b, ...two])
          if (inner.startsWith(`${place}/`) && (b.get(inner) !== two.get(inner) || now !== b.get(inner))) return null
  return both
}

test('what leads from one plan to another leads there, and taken back leads back', () => {
  fc.assert(
    fc.property(steps, steps, (first, then) => {
      const before = after(sound, first)
      const now = after(before, then)
      const edits = editsBetween(before, now)
      expect(said(applied(before, edits))).toEqual(said(now))
      expect(said(applied(now, inverted(edits)))).toEqual(said(before))
      expect(editsBetween(now, applied(before, edits))).toEqual([])
      expect(edits.map(({ of, what }) => [of.kind, of.id, what]).sort()).toEqual(
        differences(before, applied(before, edits))
          .map(({ of, id, what }) => [of, id, what])
          .sort(),
      )
    }),
  )
})

test('two who change one plan both have what they changed, or are told where they meet', () => {
  let met = 0
  fc.assert(
    fc.property(steps, steps, (own, others) => {
      const [mine, theirs] = [after(sound, own), after(sound, others)]
      const naive = naiveMerge(sound, mine, theirs)
      const [ownCarried, othersCarried] = [
        carried(editsBetween(sound, mine), theirs),
        carried(editsBetween(sound, theirs), mine),
      ]
      expect([ownCarried, othersCarried].map(({ conflicts }) => conflicts.length === 0)).toEqual(
        naive === null ? [false, false] : [true, true],
      )
      if (naive === null) met += 1
      else {
        expect(said(applied(theirs, ownCarried.edits))).toEqual(naive)
        expect(said(applied(mine, othersCarried.edits))).toEqual(naive)
      }
    }),
    { numRuns: 300 },
  )
  expect(met).toBeGreaterThan(20)
})

test('a conflict names the field, and what both want; nothing else of the thing is held back by it', () => {
  const of = { kind: 'queues', id: sound.queues[0]?.id ?? '' } as const
  const change = (part: Partial<PlanDocument['queues'][number]>): PlanDocument => ({
    ...sound,
    queues: nth(sound.queues, 0, (queue) => ({ ...queue, ...part })),
  })
  const edits = editsBetween(sound, change({ priority: 9, wrapUpSeconds: 77 }))
  const { conflicts, edits: left } = carried(edits, change({ priority: 2 }))
  const from = sound.queues[0]?.priority
  expect(conflicts).toEqual([{ of, field: 'priority', member: null, from, to: 9, there: 2 }])
  expect(left).toEqual([
    { of, what: 'changed', fields: { wrapUpSeconds: { from: sound.queues[0]?.wrapUpSeconds, to: 77 } } },
  ])
})

test('what was removed and is changed meanwhile is told whole, and so is what two have added otherwise', () => {
  const without = { ...sound, queues: sound.queues.slice(1) }
  const changed = { ...sound, queues: nth(sound.queues, 0, (queue) => ({ ...queue, priority: 9 })) }
  const id = sound.queues[0]?.id
  expect(carried(editsBetween(sound, without), changed).conflicts).toMatchObject([
    { of: { kind: 'queues', id }, field: null, to: null, there: { priority: 9 } },
  ])
  expect(carried(editsBetween(sound, changed), without).conflicts).toMatchObject([
    { of: { id }, field: null, there: null },
  ])
  const [one, other] = ['A', 'B'].map((name) => ({
    ...sound,
    dispositions: [...sound.dispositions, { id: 'new', name }],
  }))
  if (one === undefined || other === undefined) throw new Error('two were made')
  expect(carried(editsBetween(sound, one), other).conflicts).toMatchObject([
    { field: null, from: null, to: { name: 'A' }, there: { name: 'B' } },
  ])
  expect(carried(editsBetween(sound, one), one)).toEqual({ edits: [], conflicts: [] })
})

test('lists in which nothing changes stay the same objects', () => {
  const now = applied(sound, editsBetween(sound, { ...sound, centre: { ...sound.centre, recordingDays: 7 } }))
  expect([now.queues, now.people]).toEqual([sound.queues, sound.people])
  expect(now.queues).toBe(sound.queues)
  expect(now.centre.recordingDays).toBe(7)
})

test('the order of a set is nothing, and a list that names one twice is no set', () => {
  const ofFirst = (agentIds: readonly string[]): PlanDocument => ({
    ...sound,
    queues: nth(sound.queues, 0, (queue) => ({ ...queue, agentIds })),
  })
  const [one, other] = [ofFirst(['ana', 'ben']), ofFirst(['ben', 'ana'])]
  expect(editsBetween(one, other)).toEqual([])
  const gone = editsBetween(one, { ...sound, queues: sound.queues.slice(1) })
  expect(carried(gone, other)).toEqual({ edits: gone, conflicts: [] })
  expect(applied(one, editsBetween(one, ofFirst(['ana', 'ana']))).queues[0]?.agentIds).toEqual(['ana', 'ana'])
})
