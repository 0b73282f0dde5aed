// A plan file written by one command and read by another, on the demo's scenario.
import type { PlanDocument } from '../../core/plan/index.ts'
import { connect, readDraft, readPublished, type Database } from '../../database/index.ts'
import { testDatabase, type TestDatabase } from '../../database/testing/index.ts'
import { load, skerrow } from '../demo/load.ts'
import { beginsAt } from '../demo/scenario.ts'
import { importPlan, isFault } from './plan.ts'

let place: TestDatabase
let database: Database

beforeEach(async () => {
  place = await testDatabase()
  database = connect(place.ownerUrl)
  await load(database, skerrow, 'a password for tests', beginsAt)
})

afterEach(async () => {
  await database.$client.end()
  await place.drop()
})

async function exported(): Promise<PlanDocument> {
  const draft = await readDraft(database)
  if (draft === null) throw new Error('no draft')
  return draft.document
}

const taken = (plan: unknown, publish = true) => importPlan(database, JSON.stringify(plan), { publish, at: beginsAt })

test('what was exported changes nothing', async () => {
  const { changes, findings, publishedAs } = await taken(await exported())
  expect(changes).toEqual([])
  expect(findings.filter(isFault)).toEqual([])
  expect(publishedAs).toBeNull()
})

test('a line leads where the file says', async () => {
  const before = await exported()
  const lines = before.lines.map((line) => ({ ...line, queueIds: line.queueIds.filter((id) => id !== 'groups') }))
  const { changes, findings } = await taken({ ...before, lines }, false)
  expect(changes.map(({ of, fields }) => [of, fields.map(({ field }) => field)])).toEqual([['lines', ['queueIds']]])
  expect(findings).toContainEqual(expect.objectContaining({ code: 'noLine', of: 'queue groups' }))
})

test('a changed plan is shown first, then published as it stands in the file', async () => {
  const before = await exported()
  const changed: PlanDocument = {
    ...before,
    centre: { ...before.centre, wishSeconds: 99 },
    queues: before.queues
      .filter(({ id }) => id !== 'groups')
      .map((queue) => (queue.id === 'bookings' ? { ...queue, teams: [{ teamId: 'care-desk', tier: null }] } : queue)),
    sites: before.sites.filter(({ id }) => id !== 'vellan'),
    people: before.people.map((person) => ({
      ...person,
      siteId: person.siteId === 'vellan' ? 'marrow-bay' : person.siteId,
    })),
  }
  const shown = await taken(changed, false)
  expect(shown.publishedAs).toBeNull()
  expect(shown.changes.map(({ what, of, id }) => `${what} ${of} ${id}`)).toEqual(
    expect.arrayContaining([
      'changed centre centre',
      'changed queues bookings',
      'removed queues groups',
      'removed sites vellan',
    ]),
  )
  expect(await exported()).toEqual(before)
  const { publishedAs, findings } = await taken(changed)
  expect(findings.filter(isFault)).toEqual([])
  const { lines: _lines, ...after } = await exported()
  const { lines: _before, ...wanted } = changed
  expect(after).toEqual(wanted)
  expect((await readPublished(database, publishedAs ?? 0))?.centre.wishSeconds).toBe(99)
})

test('a plan with faults is not published, and all of them are told at once', async () => {
  const before = await exported()
  const [first, second] = before.queues
  if (first === undefined || second === undefined) throw new Error('two queues are needed')
  const { findings, publishedAs } = await taken({
    ...before,
    people: [...before.people, { ...before.people[0], id: 'a-stranger' }],
    queues: [
      { ...first, name: second.name, testCustomerIds: ['unheard-of'] },
      { ...second, hoursId: 'never-made' },
      ...before.queues.slice(2),
    ],
  })
  expect(publishedAs).toBeNull()
  expect(findings.filter(isFault).map(({ code }) => code)).toEqual(
    expect.arrayContaining(['unknownHere', 'unknownHere', 'nameTaken', 'unknownHours']),
  )
  expect(await exported()).toEqual(before)
})

test('people whom the file leaves out stay as they are, but for what is gone from the plan', async () => {
  const before = await exported()
  const without = { ...before, people: before.people.filter(({ id }) => id !== 'ana-mirel') }
  const { publishedAs, changes } = await taken({ ...without, shifts: before.shifts.filter(({ id }) => id !== 'late') })
  expect(publishedAs).not.toBeNull()
  expect(changes.map(({ what, id }) => `${what} ${id}`)).toContain('removed late')
  const after = await exported()
  expect(after.people.find(({ id }) => id === 'ana-mirel')).toEqual(before.people.find(({ id }) => id === 'ana-mirel'))
  expect(after.people.find(({ id }) => id === 'joao-tavares')?.shiftId).toBeNull()
})

test('a file that is not in the form of a plan is refused with the places named', async () => {
  await expect(taken({ queues: 3 })).rejects.toMatchObject({ faults: expect.arrayContaining([expect.anything()]) })
})
