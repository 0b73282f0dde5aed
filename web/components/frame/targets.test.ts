import type { PlanDocument, Role } from '@eudromos/core/plan'
import { madePlanQueue, madePerson, madeView } from '../../view/testing/index.ts'
import { foundFor, planKinds, targetsFor } from './targets.ts'

const { plan } = madeView({ queues: [madePlanQueue('bookings', ['ana'])], people: [madePerson('ana')] })
const document = Object.fromEntries(
  Object.values(planKinds).map((list) => [list, [{ id: `a-${list}`, name: `One of ${list}` }]]),
) as unknown as PlanDocument

const all = (roles: readonly Role[], read: PlanDocument | null = document) =>
  targetsFor({ roles, plan, document: read, people: [{ id: 'ana', name: 'Ana' }], seated: true })
const labels = (input: string, roles: readonly Role[] = ['supervisor']): string[] =>
  foundFor(all(roles), input, roles).map(({ label }) => label)

test('rooms, things of every kind, people, settings and actions are found, by any of their words', () => {
  expect(labels('live')).toContain('Live')
  for (const list of Object.values(planKinds)) expect(labels(`one of ${list}`)[0]).toMatch(`One of ${list} (`)
  expect(labels('ana')).toEqual(expect.arrayContaining(['Ana', 'Ana (person)']))
  expect(labels('recording retention')).toContain('How long recordings are kept')
  expect(labels('ics')).toContain('Import holidays from a calendar file')
  expect(labels('password')).toContain('Make passwords for people')
  expect(labels('export')).toEqual(expect.arrayContaining(['Export customers', 'Export records']))
  expect(labels('close ookings')[0]).toMatch(/^Close or open Queue ookings/)
  expect(labels('emergency')).toContain('Close in an emergency')
  expect(labels('sign out')).toContain('Sign out')
})

test('what is found nowhere is looked for among customers and records', () => {
  expect(labels('Wilma Stark')).toEqual(['Find customers: Wilma Stark', 'Find conversations with: Wilma Stark'])
})

test('everybody finds only what they may do', () => {
  expect(labels('new queue', ['observer'])).not.toContain('New queue')
  expect(labels('close', ['observer'])).toEqual(['Find customers: close', 'Find conversations with: close'])
  expect(
    all(['agent'])
      .filter(({ group }) => group !== 'do')
      .map(({ href }) => href),
  ).toEqual(['/seat'])
  expect(all(['agent']).filter(({ href }) => href !== null && href !== '/seat')).toEqual([])
})

test('before the plan has been read its queues are found, and however much there is, no more is shown than is read', () => {
  expect(
    all(['supervisor'], null)
      .filter(({ group }) => group === 'plan')
      .map(({ label }) => label),
  ).toEqual(expect.arrayContaining(['Ana (person)']))
  expect(labels('').length).toBeLessThanOrEqual(42)
})
