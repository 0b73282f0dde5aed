// The plan as it is kept and published, on the demo's scenario.
import { pino } from 'pino'
import { checkPlan, checkHours, type CompiledPlan } from '../../core/plan/index.ts'
import type { Command } from '../../core/routing/index.ts'
import {
  changeAndPublish,
  connect,
  DraftMoved,
  readDraft,
  beginning,
  readJournal,
  readPublished,
  setClock,
  type Database,
  type PlanChange,
} from '../../database/index.ts'
import { testDatabase, type TestDatabase } from '../../database/testing/index.ts'
import { Router } from '../../router/index.ts'
import { load, skerrow } from './load.ts'
import { beginsAt } from './scenario.ts'

let place: TestDatabase
let database: Database

beforeEach(async () => {
  place = await testDatabase()
  database = connect(place.ownerUrl)
  await setClock(database.$client, beginsAt)
  await load(database, skerrow, 'a password for tests', beginsAt)
})

afterEach(async () => {
  await database.$client.end()
  await place.drop()
})

const publishing = (expectedDraft: number) => ({
  expectedDraft,
  by: null,
  note: '',
  at: beginsAt,
  envelope: (plan: CompiledPlan) =>
    ({
      id: `publish-${plan.version}`,
      type: 'publishPlan',
      v: 1,
      actor: { kind: 'system', id: 'test' },
      body: { plan },
    }) as unknown as Command,
})

async function change(one: PlanChange) {
  const { version: draft } = (await readDraft(database)) ?? { version: -1 }
  const { version } = await changeAndPublish(database, one, publishing(draft))
  const document = await readPublished(database, version)
  if (document === null) throw new Error('it was not published')
  return document
}

test('the scenario has no fault, and its hours stand in it whole', async () => {
  const document = (await readDraft(database))?.document
  if (document === undefined) throw new Error('there is no draft')
  expect(checkPlan(document).filter(({ severity }) => severity === 'fault')).toEqual([])
  expect(
    document.hours.flatMap((one) => checkHours(one, document, beginsAt)).filter(({ severity }) => severity === 'fault'),
  ).toEqual([])
  expect(document.hours.map(({ id }) => id)).toEqual(skerrow.times?.hours.map(({ id }) => id))
  expect(document.calendars).toEqual(skerrow.times?.calendars)
})

test('hours are put in, changed in place, and taken out with a replacement', async () => {
  const like = skerrow.times?.hours[0]
  if (like === undefined) throw new Error('the scenario has no hours')
  const added = await change({ kind: 'hours', hours: { ...like, id: 'mine', name: 'Mine' } })
  expect(added.hours.at(-1)).toMatchObject({ id: 'mine', name: 'Mine', calendarIds: like.calendarIds })
  const renamed = await change({ kind: 'hours', hours: { ...like, id: 'mine', name: 'Ours' } })
  expect(renamed.hours.filter(({ id }) => id === 'mine')).toMatchObject([{ name: 'Ours' }])
  const replaced = await change({ kind: 'deleteHours', id: 'office', replacementId: 'mine' })
  expect(replaced.hours.some(({ id }) => id === 'office')).toBe(false)
  expect(replaced.queues.filter(({ hoursId }) => hoursId === 'mine').map(({ name }) => name)).toEqual([
    'Groups',
    'Refunds',
  ])
  const open = await change({ kind: 'deleteHours', id: 'mine', replacementId: null })
  expect(open.queues.find(({ name }) => name === 'Groups')?.hoursId).toBeNull()
})

test('a calendar goes with what takes its place where it was taken', async () => {
  const taken = async (one: PlanChange) => (await change(one)).hours.find(({ id }) => id === 'freight')?.calendarIds
  expect(await taken({ kind: 'deleteCalendar', id: 'harbour', replacementId: 'vellan' })).toEqual([
    'port-ansel',
    'vellan',
  ])
  expect(await taken({ kind: 'deleteCalendar', id: 'vellan', replacementId: 'port-ansel' })).toEqual(['port-ansel'])
  expect(await taken({ kind: 'deleteCalendar', id: 'port-ansel', replacementId: null })).toEqual([])
})

test('a site and a shift hold their people, who move when it goes', async () => {
  const [site] = skerrow.times?.sites ?? []
  const [shift] = skerrow.times?.shifts ?? []
  if (site === undefined || shift === undefined) throw new Error('the scenario has no sites or shifts')
  const placeOf = (document: Awaited<ReturnType<typeof change>>, id: string) => {
    const person = document.people.find((one) => one.id === id)
    return [person?.siteId, person?.shiftId]
  }
  const moved = await change({ kind: 'site', site: { ...site, id: 'pier', name: 'Pier' }, personIds: ['ana-mirel'] })
  expect(moved.sites.at(-1)).toMatchObject({ id: 'pier', zone: 'Europe/Lisbon', calendarIds: ['port-ansel'] })
  expect(placeOf(moved, 'ana-mirel')).toEqual(['pier', 'early'])
  const handed = await change({
    kind: 'site',
    site: { ...site, id: 'pier', name: 'The pier' },
    personIds: ['joao-tavares'],
  })
  expect(handed.sites.filter(({ id }) => id === 'pier')).toMatchObject([{ name: 'The pier' }])
  expect([placeOf(handed, 'ana-mirel'), placeOf(handed, 'joao-tavares')]).toEqual([
    [null, 'early'],
    ['pier', 'late'],
  ])
  const gone = await change({ kind: 'deleteSite', id: 'pier', replacementId: 'vellan' })
  expect(placeOf(gone, 'joao-tavares')).toEqual(['vellan', 'late'])
  const worked = await change({
    kind: 'shift',
    shift: { ...shift, id: 'dawn', name: 'Dawn' },
    personIds: ['joao-tavares'],
  })
  expect(worked.shifts.at(-1)).toMatchObject({ id: 'dawn', weekly: shift.weekly, pauses: shift.pauses })
  expect(placeOf(worked, 'joao-tavares')).toEqual(['vellan', 'dawn'])
  const free = await change({ kind: 'deleteShift', id: 'dawn', replacementId: null })
  expect(placeOf(free, 'joao-tavares')).toEqual(['vellan', null])
})

test('sites and shifts take calendars, which go there too; own absences are a setting', async () => {
  const without = await change({ kind: 'deleteCalendar', id: 'vellan', replacementId: 'port-ansel' })
  expect(without.sites.find(({ id }) => id === 'vellan')?.calendarIds).toEqual(['port-ansel'])
  expect(without.shifts.find(({ id }) => id === 'vellan')?.calendarIds).toEqual(['port-ansel'])
  expect(without.centre.ownAbsences).toBe(true)
  expect((await change({ kind: 'ownAbsences', allowed: false })).centre.ownAbsences).toBe(false)
})

test('hours in use cannot vanish under a queue, and a moved draft is told', async () => {
  await expect(database.$client.query(`delete from hours where id = 'office'`)).rejects.toThrow('violates foreign key')
  const calendar = { id: 'x', name: 'x', description: '', holidays: [] }
  await expect(changeAndPublish(database, { kind: 'calendar', calendar }, publishing(99))).rejects.toThrow(DraftMoved)
  expect((await readDraft(database))?.document.calendars.some(({ id }) => id === 'x')).toBe(false)
})

test('the router carries the calendar on before it ends', async () => {
  const router = new Router({ url: place.routerUrl, name: 'one', log: pino({ level: 'silent' }) })
  router.start()
  const events = async (type: string) =>
    (await readJournal(database.$client, beginning, 10_000))
      .map(({ event }) => event)
      .filter((event) => event.type === type)
  const until = async (look: () => Promise<boolean>): Promise<void> => {
    for (const end = Date.now() + 20_000; !(await look()); await new Promise((resolve) => setTimeout(resolve, 50)))
      if (Date.now() > end) throw new Error('waited 20 s in vain')
  }
  try {
    await until(async () => (await events('planTaken')).length === 1)
    const later = beginsAt + 30 * 86_400_000
    await setClock(database.$client, later)
    await until(async () => (await events('planExtended')).length > 0)
    const [extended] = await events('planExtended')
    expect(extended).toMatchObject({
      version: 1,
      times: { hours: expect.arrayContaining([expect.objectContaining({ id: 'office' })]) },
    })
    expect((extended as { times: { compiledUntil: number } }).times.compiledUntil).toBeGreaterThan(
      later + 399 * 86_400_000,
    )
    await new Promise((resolve) => setTimeout(resolve, 2500))
    expect(await events('planExtended')).toHaveLength(1)
  } finally {
    await router.stop()
  }
})
