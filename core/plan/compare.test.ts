import fc from 'fast-check'
import { differences, isSame } from './compare.ts'
import type { PlanDocument } from './plan.ts'

const plan = (rest: Partial<Record<keyof PlanDocument, unknown>> = {}): PlanDocument =>
  ({
    centre: { name: 'Skerrow Ferries', order: 'lateness' },
    ...Object.fromEntries(
      ['queues', 'people', 'skills', 'teams', 'presenceStates', 'loadLimits', 'hours', 'calendars', 'sites']
        .concat(['shifts', 'lines', 'templates', 'scripts', 'declineReasons', 'dispositions'])
        .map((list) => [list, []]),
    ),
    ...rest,
  }) as unknown as PlanDocument

test('what is added, removed and changed is named, with the fields', () => {
  const before = plan({
    queues: [
      { id: 'a', name: 'A', priority: 5 },
      { id: 'b', name: 'B' },
    ],
  })
  const after = plan({
    centre: { name: 'Skerrow Ferries', order: 'oldestFirst' },
    queues: [
      { id: 'c', name: 'C' },
      { name: 'A', priority: 7, id: 'a' },
    ],
  })
  expect(differences(before, after)).toEqual([
    {
      what: 'changed',
      of: 'centre',
      id: 'centre',
      name: 'Skerrow Ferries',
      fields: [{ field: 'order', from: 'lateness', to: 'oldestFirst' }],
    },
    { what: 'added', of: 'queues', id: 'c', name: 'C', fields: [] },
    { what: 'changed', of: 'queues', id: 'a', name: 'A', fields: [{ field: 'priority', from: 5, to: 7 }] },
    { what: 'removed', of: 'queues', id: 'b', name: 'B', fields: [] },
  ])
  expect(differences(before, before)).toEqual([])
})

test('people have no name of their own in the plan, and go by their id', () => {
  expect(differences(plan(), plan({ people: [{ id: 'ana' }] }))[0]).toMatchObject({ name: 'ana', what: 'added' })
})

test('sameness is that of what is written, but for the order of fields', () => {
  const shuffled = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(shuffled)
    if (typeof value !== 'object' || value === null) return value
    return Object.fromEntries(
      Object.entries(value)
        .reverse()
        .map(([key, one]) => [key, shuffled(one)]),
    )
  }
  fc.assert(
    fc.property(fc.jsonValue(), fc.jsonValue(), (a, b) => {
      expect(isSame(a, shuffled(a))).toBe(true)
      if (JSON.stringify(a) !== JSON.stringify(b) && JSON.stringify(shuffled(a)) !== JSON.stringify(b))
        expect(isSame(a, b)).toBe(isSame(b, a))
      expect(isSame([a], [a, b])).toBe(false)
    }),
  )
})
