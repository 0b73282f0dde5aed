import { connect, readDraft, type Database } from '@eudromos/database'
import { plainPlannedLine, type PlanDocument } from '@eudromos/core/plan'
import { ValidationError } from 'yup'
import { testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { load, skerrow } from '../../../scripts/demo/load.ts'
import { people } from '../../../scripts/demo/scenario-people.ts'
import { beginsAt } from '../../../scripts/demo/scenario.ts'
import {
  allowOwnAbsences,
  readPlanText,
  removeTimes,
  saveCalendar,
  saveHours,
  saveQueue,
  saveQueues,
  saveShift,
  saveSite,
  type PlanState,
} from './plan.ts'
import { readOwnChanges } from '../live/own-changes.ts'
import { readStock, removeLine, saveLine } from './plan-lines.ts'
import { removeState, saveCentre, saveTeams } from './plan-people.ts'
import { removeTemplate, saveTemplate } from './plan-templates.ts'
import { ProblemError, type Problem } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { Thread } from '../runtime/thread.ts'
import type { Who } from '../edge/who.ts'

jest.mock('server-only', () => ({}))

const who: Who = { id: 'rosalind-okafor', name: 'Rosalind Okafor', roles: ['supervisor'] }
let place: TestDatabase
let database: Database
let runtime: Runtime
let publisher: Thread
let trouble: string | null

beforeAll(async () => {
  place = await testDatabase()
  database = connect(place.ownerUrl)
  await load(database, skerrow, 'a password for tests', beginsAt)
  publisher = new Thread(place.ownerUrl)
  runtime = {
    database,
    publisher,
    clock: { now: () => beginsAt },
    follower: { people: new Map(people.map((person) => [person.id, person])) },
    sender: { barred: () => trouble, awaitAnswer: () => Promise.resolve({ ok: true, seq: 9 }) },
  } as unknown as Runtime
})

beforeEach(() => {
  trouble = null
})

afterAll(async () => {
  publisher.end()
  await database.$client.end()
  await place.drop()
})

async function current(): Promise<{ draft: number; document: PlanDocument }> {
  const read = await readDraft(database)
  if (read === null) throw new Error('no draft')
  return { draft: read.version, document: read.document }
}

/** The problem it is refused with; a shape that does not fit counts as code `invalid`. */
async function problemOf(asked: Promise<unknown>): Promise<Pick<Problem, 'code' | 'detail' | 'fields'> | null> {
  try {
    await asked
  } catch (error) {
    if (error instanceof ProblemError) return error.problem
    if (error instanceof ValidationError) return { code: 'invalid', detail: error.errors.join(' ') }
    throw error
  }
  return null
}

const named = <T extends { readonly id: string }>(all: readonly T[], id: string): T => {
  const found = all.find((one) => one.id === id)
  if (found === undefined) throw new Error(`no ${id}`)
  return found
}

test('a site is saved with its people, who leave where they sat', async () => {
  const { draft, document } = await current()
  const vellan = named(document.sites, 'vellan')
  const site = { ...vellan, description: 'By the lighthouse.', personIds: ['ana-mirel', 'tamsin-rook'] }
  expect(await saveSite(runtime, who, { draft, site })).toMatchObject({ draft: draft + 1, seq: 9 })
  const after = await current()
  expect(named(after.document.sites, 'vellan')).toMatchObject({ description: 'By the lighthouse.' })
  expect(after.document.people.filter(({ siteId }) => siteId === 'vellan').map(({ id }) => id)).toEqual([
    'ana-mirel',
    'tamsin-rook',
  ])
})

test('a shift is saved with its pauses and its people', async () => {
  const { draft, document } = await current()
  const pauses = [{ weekday: 1, kind: 'training' as const, from: '10:00', to: '11:00' }]
  const shift = { ...named(document.shifts, 'office'), pauses, personIds: ['bram-ostrander'] }
  await saveShift(runtime, who, { draft, shift })
  expect(named((await current()).document.shifts, 'office').pauses).toEqual(pauses)
})

test.each<[string, object, string]>([
  ['a name that is taken', { name: 'marrow bay' }, 'nameTaken'],
  ['a calendar that is gone', { calendarIds: ['gone'] }, 'unknownCalendar'],
  ['a zone that does not exist', { zone: 'Mars/Olympus' }, 'notValid'],
  ['no name', { name: ' ' }, 'invalid'],
  ['people left out', { personIds: undefined }, 'invalid'],
])('a site with %s is refused', async (_, wrong, code) => {
  const { draft, document } = await current()
  const site = { ...named(document.sites, 'vellan'), personIds: [], ...wrong }
  expect((await problemOf(saveSite(runtime, who, { draft, site })))?.code).toBe(code)
  expect((await current()).draft).toBe(draft)
})

test.each<[string, object, string]>([
  ['a name that is taken', { name: 'Late' }, 'nameTaken'],
  ['a time that is none', { weekly: [{ weekday: 1, from: '25:00', to: '26:00' }] }, 'notValid'],
  ['a pause of another kind', { pauses: [{ weekday: 1, kind: 'nap', from: '10:00', to: '11:00' }] }, 'invalid'],
])('a shift with %s is refused', async (_, wrong, code) => {
  const { draft, document } = await current()
  const shift = { ...named(document.shifts, 'early'), personIds: [], ...wrong }
  const found = await problemOf(saveShift(runtime, who, { draft, shift }))
  expect(found?.code).toBe(code)
  expect((await current()).draft).toBe(draft)
})

test('the field of a fault is named', async () => {
  const { draft, document } = await current()
  const hours = { ...named(document.hours, 'office'), name: 'Freight desk' }
  expect((await problemOf(saveHours(runtime, who, { draft, hours })))?.fields).toEqual({
    name: 'Name: “Freight desk” is taken. Choose a different name.',
  })
  const queue = { ...named(document.queues, 'groups'), atClosingTo: 'groups' }
  expect(Object.keys((await problemOf(saveQueue(runtime, who, { draft, queue })))?.fields ?? {})).toEqual([
    'atClosingTo',
  ])
  const calendar = { ...named(document.calendars, 'vellan'), holidays: [{ name: 'x', from: '2027-02-30', until: '' }] }
  expect((await problemOf(saveCalendar(runtime, who, { draft, calendar })))?.code).toBeDefined()
})

test.each([
  ['sites', 'marrow-bay', /Ulla Berg/],
  ['shifts', 'night', /Viggo Dahl/],
  ['hours', 'freight', /Vehicles & freight/],
  ['calendars', 'marrow-bay', /Night, from Marrow Bay/],
] as const)('of %s what is in use goes only with a replacement', async (what, id, users) => {
  const { draft } = await current()
  const found = await problemOf(removeTimes(runtime, who, what, { draft, id }))
  expect(found).toMatchObject({ code: 'inUse', detail: expect.stringMatching(users) as string })
  expect((await problemOf(removeTimes(runtime, who, what, { draft, id, replacementId: id })))?.code).toBe(
    'unknownReplacement',
  )
  expect((await problemOf(removeTimes(runtime, who, what, { draft, id: 'gone' })))?.code).toBe('notFound')
})

test('a site that goes leaves its people to the one in its place', async () => {
  const { draft } = await current()
  await removeTimes(runtime, who, 'sites', { draft, id: 'marrow-bay', replacementId: 'vellan' })
  const { document } = await current()
  expect(document.sites.map(({ id }) => id)).toEqual(['port-ansel', 'vellan'])
  expect(named(document.people, 'ulla-berg').siteId).toBe('vellan')
})

test('whether agents enter their own absences is a setting that needs no draft', async () => {
  await allowOwnAbsences(runtime, who, { allowed: false })
  expect((await current()).document.centre.ownAbsences).toBe(false)
  expect((await problemOf(allowOwnAbsences(runtime, who, {})))?.code).toBe('invalid')
})

test('who saves an older draft is told, and nothing of it is taken', async () => {
  const { draft, document } = await current()
  const queue = { ...named(document.queues, 'groups'), description: 'Not this.' }
  expect((await problemOf(saveQueue(runtime, who, { draft: draft - 1, queue })))?.code).toBe('draftMoved')
  expect(named((await current()).document.queues, 'groups').description).not.toBe('Not this.')
})

test('without a router at work nothing is taken in', async () => {
  trouble = 'the router is silent'
  const { draft, document } = await current()
  const queue = named(document.queues, 'groups')
  await expect(saveQueue(runtime, who, { draft, queue })).rejects.toMatchObject({ trouble: 'overloaded' })
})

test('the plan is read with its people by name and its test customers', async () => {
  let text = ''
  for await (const piece of (await readPlanText(runtime, 'sup')) ?? []) text += piece
  const state = JSON.parse(text) as PlanState
  expect(state?.people.find(({ id }) => id === 'ana-mirel')).toMatchObject({ name: 'Ana Mirel', roles: ['agent'] })
  expect(state?.testCustomers).toHaveLength(2)
})

test('a draft that is changed while it is read is read again: all of it is of one version', async () => {
  const { draft, document } = await current()
  const site = { ...named(document.sites, 'vellan'), description: 'By the pier.', personIds: [] }
  let changed = false
  const select = database.select.bind(database)
  // The first of its questions is answered; then somebody else saves.
  const reading = jest.spyOn(database, 'select').mockImplementation(((...fields: []) => {
    const query = select(...fields)
    if (changed) return query
    changed = true
    const from = query.from.bind(query)
    const saving = (rows: unknown) => saveSite(runtime, who, { draft, site }).then(() => rows)
    return { from: (table: Parameters<typeof from>[0]) => Promise.resolve(from(table)).then(saving) }
  }) as typeof database.select)
  const read = await current()
  reading.mockRestore()
  expect(read.draft).toBe(draft + 1)
  expect(named(read.document.sites, 'vellan').description).toBe('By the pier.')
})

test('one field of several queues is changed in one version, or in none', async () => {
  const { draft, document } = await current()
  const two = document.queues.slice(0, 2).map((queue) => ({ ...queue, wrapUpSeconds: 77 }))
  await saveQueues(runtime, who, { draft, queues: two })
  const after = await current()
  expect(after.draft).toBe(draft + 1)
  expect(after.document.queues.map(({ wrapUpSeconds }) => wrapUpSeconds === 77)).toEqual(
    document.queues.map((_, n) => n < 2),
  )
  const [first, second] = two
  const again = {
    draft: after.draft,
    queues: [
      { ...first, wrapUpSeconds: 5 },
      { ...second, name: first?.name },
    ],
  }
  expect(await problemOf(saveQueues(runtime, who, again))).toMatchObject({ code: 'nameTaken' })
  const unknown = { draft: after.draft, queues: [{ ...first, id: 'never-made', name: 'Never made' }] }
  expect(await problemOf(saveQueues(runtime, who, unknown))).toMatchObject({ code: 'notFound' })
  expect((await current()).document).toEqual(after.document)
})

test('a line is led to queues, by itself or by a queue, and taken away', async () => {
  const box = {
    ...plainPlannedLine,
    id: 'second',
    name: 'Second box',
    channel: 'chat' as const,
    queueIds: ['bookings', 'bookings'],
  }
  const save = async (line: object) => saveLine(runtime, who, { draft: (await current()).draft, line })
  const linesNow = async () => (await current()).document.lines
  await save(box)
  expect(await linesNow()).toContainEqual({ ...box, queueIds: ['bookings'] })
  expect(await problemOf(save({ ...box, queueIds: ['gone'] }))).toMatchObject({ code: 'leadsToUnknown' })
  expect(await problemOf(save({ ...box, id: 'third' }))).toMatchObject({ code: 'nameTaken' })
  expect(await problemOf(save({ ...box, channel: 'pigeon' }))).toMatchObject({ code: 'invalid' })
  const { draft, document } = await current()
  const groups = document.queues.find(({ id }) => id === 'groups')
  const saveGroups = (lineIds: readonly string[], at: number) =>
    saveQueue(runtime, who, { draft: at, queue: { ...groups, lineIds } })
  expect(await problemOf(saveGroups(['nowhere'], draft))).toMatchObject({ code: 'unknownLine' })
  const saved = await saveGroups(['second'], draft)
  const led = Object.fromEntries((await linesNow()).map(({ id, queueIds }) => [id, queueIds.includes('groups')]))
  expect(led).toMatchObject({ 'skerrow-site': false, second: true })
  await saveGroups(['skerrow-site'], saved.draft)
  await removeLine(runtime, who, { draft: (await current()).draft, id: 'second' })
  expect((await linesNow()).map(({ id }) => id)).not.toContain('second')
  expect(await problemOf(removeLine(runtime, who, { draft: (await current()).draft, id: 'second' }))).not.toBeNull()
})

test('a mailbox is one line’s, and leads to one queue', async () => {
  const save = async (line: object) => saveLine(runtime, who, { draft: (await current()).draft, line })
  const named = { id: 'groups-mail', name: 'Mailbox of groups', channel: 'email', address: 'groups@skerrow.example' }
  const mail = { ...plainPlannedLine, ...named, queueIds: ['groups'], closedAnswer: 'We answer from {opens}.' }
  await save(mail)
  expect((await current()).document.lines).toContainEqual(mail)
  const again = { ...mail, id: 'more-mail', name: 'More mail' }
  expect(await problemOf(save(again))).toMatchObject({ code: 'mailboxTaken', fields: { address: expect.any(String) } })
  expect(await problemOf(save({ ...again, address: 'groups' }))).toMatchObject({ code: 'invalid' })
  expect(await problemOf(save({ ...again, address: '+442079460109' }))).toMatchObject({ code: 'invalid' })
  await removeLine(runtime, who, { draft: (await current()).draft, id: mail.id })
})

test('a number is one line’s, in E.164, and leads to one queue', async () => {
  const save = async (line: object) => saveLine(runtime, who, { draft: (await current()).draft, line })
  const texts = {
    ...plainPlannedLine,
    id: 'groups-texts',
    name: 'Texts of groups',
    channel: 'sms',
    language: 'pt',
    tags: ['groups'],
    closedAnswer: 'We answer from {opens}.',
    queueIds: ['groups'],
    address: '+442079460109',
    requirements: [{ skillId: 'portuguese', least: 2, most: 5 }],
    priority: 7,
  }
  await save(texts)
  expect((await current()).document.lines).toContainEqual(texts)
  const again = { ...texts, id: 'more-texts', name: 'More texts' }
  expect(await problemOf(save(again))).toMatchObject({ code: 'numberTaken', fields: { address: expect.any(String) } })
  expect(await problemOf(save({ ...again, address: '020 7946 0109' }))).toMatchObject({ code: 'invalid' })
  const two = { ...again, address: '+442079460110', queueIds: ['groups', 'bookings'] }
  expect(await problemOf(save(two))).toMatchObject({ code: 'leadsToSeveral' })
  const unknown = { ...two, queueIds: [], requirements: [{ skillId: 'gone', least: 1, most: 5 }] }
  expect(await problemOf(save(unknown))).toMatchObject({ code: 'asksForUnknown' })
  const numbers = [{ number: '+442079460109', channels: ['sms', 'voice'] as const, place: 'London' }]
  const stock = (answer: () => Promise<unknown>) =>
    readStock({ ...runtime, stock: { numbers: answer } as never, log: { warn: () => undefined } as never })
  expect(await stock(() => Promise.resolve(numbers))).toEqual({
    numbers: [{ ...numbers[0], lineIds: [{ id: 'groups-texts', channel: 'sms' }] }],
  })
  expect(await problemOf(stock(() => Promise.reject(new Error('away'))))).toMatchObject({ code: 'noCarrier' })
  await removeLine(runtime, who, { draft: (await current()).draft, id: 'groups-texts' })
})

test('several teams are saved as they stand in a list: who is in them, and their notes, stay', async () => {
  const { draft, document } = await current()
  const [care, quay] = ['care-desk', 'quay-watch'].map((id) => document.teams.find((one) => one.id === id))
  if (care === undefined || quay === undefined) throw new Error('the scenario has no such teams')
  const fresh = { ...quay, id: 'harbour', name: 'Harbour', parentId: 'care-desk', notes: 'smuggled in', leadId: null }
  const save = (teams: readonly object[], at = draft) => saveTeams(runtime, who, { draft: at, teams })
  expect(await problemOf(save([{ ...care, parentId: 'nowhere' }]))).toMatchObject({ code: 'unknownTeam' })
  expect(await problemOf(save([{ ...care, leadId: 'nobody' }]))).toMatchObject({ code: 'unknownPerson' })
  expect(await problemOf(save([{ ...care, parentId: 'harbour' }, fresh]))).toMatchObject({ code: 'parentInACircle' })
  expect(await problemOf(save([{ ...care, name: quay.name }]))).toMatchObject({ code: 'nameTaken' })
  await save([{ ...care, description: 'Boarding, with help', notes: 'overwritten' }, fresh])
  const after = (await current()).document
  expect(after.teams.find(({ id }) => id === 'care-desk')).toEqual({ ...care, description: 'Boarding, with help' })
  expect(after.teams.find(({ id }) => id === 'harbour')).toEqual({ ...fresh, notes: '' })
  expect(after.people).toEqual(document.people)
})

test('nobody makes themself the observer of a private team, nor opens it otherwise; an administrator may', async () => {
  const { draft, document } = await current()
  const quay = named(document.teams, 'quay-watch')
  const teams = [{ ...quay, observerIds: [who.id] }]
  for (const changed of [teams, [{ ...quay, private: false }]])
    expect(await problemOf(saveTeams(runtime, who, { draft, teams: changed }))).toMatchObject({ code: 'privateTeam' })
  expect(await current()).toEqual({ draft, document })
  const administrator: Who = { ...who, id: 'teodor-lindqvist', roles: ['administrator'] }
  await saveTeams(runtime, administrator, { draft, teams })
  await saveTeams(runtime, administrator, { draft: draft + 1, teams: [quay] })
  expect((await current()).document).toEqual(document)
})

test('a reply template is saved, found wrong, and taken away', async () => {
  const template = {
    id: 'late',
    name: 'Sailing late',
    text: 'The {sailing} is late, {customer}.',
    teamIds: ['freight-desk'],
  }
  const save = async (one: object) => saveTemplate(runtime, who, { draft: (await current()).draft, template: one })
  const templates = async () => (await current()).document.templates
  await save(template)
  expect(await templates()).toContainEqual(template)
  expect(await problemOf(save({ ...template, text: ' ' }))).toMatchObject({ code: 'invalid' })
  expect(await problemOf(save({ ...template, id: 'other', name: 'hello' }))).toMatchObject({ code: 'nameTaken' })
  expect(await problemOf(save({ ...template, teamIds: ['gone'] }))).toMatchObject({ code: 'teamGone' })
  await removeTemplate(runtime, who, { draft: (await current()).draft, id: 'late' })
  expect(await templates()).not.toContainEqual(template)
})

test('queues choose of the dispositions that the centre has, and lines are among the users of hours', async () => {
  const { document, draft } = await current()
  const queue = document.queues.find(({ id }) => id === 'bookings')
  const own = { ...queue, dispositionIds: ['settled', 'comes-back'], dispositionRequired: true }
  await saveQueue(runtime, who, { draft, queue: own })
  expect((await current()).document.queues).toContainEqual(expect.objectContaining(own))
  const gone = saveQueue(runtime, who, { draft: draft + 1, queue: { ...own, dispositionIds: ['gone'] } })
  expect(await problemOf(gone)).toMatchObject({ code: 'unknownDisposition' })
  const dispositions = document.dispositions.filter(({ id }) => id !== 'comes-back')
  const { declineReasons } = document
  const settings = { ...document.centre, id: 'centre', declineReasons, dispositions }
  await saveCentre(runtime, who, { draft: draft + 1, centre: settings })
  const after = (await current()).document.queues.find(({ id }) => id === 'bookings')
  expect(after?.dispositionIds).toEqual(['settled'])

  const hours = {
    id: 'nights',
    name: 'Nights',
    description: '',
    zone: 'UTC',
    weekly: [],
    exceptions: [],
    calendarIds: [],
  }
  const weekly = [{ weekday: 1, from: '20:00', to: '24:00' }]
  await saveHours(runtime, who, { draft: draft + 2, hours: { ...hours, weekly } })
  const line = { ...plainPlannedLine, id: 'night-box', name: 'Night box', channel: 'chat', queueIds: ['bookings'] }
  await saveLine(runtime, who, { draft: draft + 3, line: { ...line, hoursId: 'nights' } })
  const remove = (replacementId?: null) =>
    removeTimes(runtime, who, 'hours', { draft: draft + 4, id: 'nights', replacementId })
  expect(await problemOf(remove())).toMatchObject({ code: 'inUse' })
  await remove(null)
  expect((await current()).document.lines).toContainEqual(expect.objectContaining({ id: 'night-box', hoursId: null }))
})

test('a presence state that somebody is in goes only with another for them', async () => {
  const { draft, document } = await current()
  const training = named(document.presenceStates, 'training')
  const agents = new Map([['ana-mirel', { stateId: training.id }]])
  const place = { ...runtime, follower: { ...runtime.follower, state: { agents } } } as unknown as Runtime
  const remove = (replacementId?: string) => removeState(place, who, { draft, id: training.id, replacementId })
  expect(await problemOf(remove())).toMatchObject({ code: 'stateInUse' })
  expect(await problemOf(remove('unheard-of'))).toMatchObject({ code: 'stateInUse' })
  await remove('break')
  const [row] = await database.query.inbox.findMany({ orderBy: (one, { desc }) => desc(one.id), limit: 1 })
  expect(JSON.parse(row?.body ?? '{}')).toMatchObject({ body: { statesInstead: { training: 'break' } } })
  expect((await current()).document.presenceStates.map(({ id }) => id)).not.toContain('training')
})

test('agents learn what was changed for them, and nobody else’s; supervisors of those whom they see', async () => {
  const told = async () => (await readOwnChanges(runtime, bram, bram.id)).versions[0]
  const bram: Who = { id: 'bram-ostrander', name: 'Bram Ostrander', roles: ['agent'] }
  const { draft, document } = await current()
  const queue = { ...named(document.queues, 'groups'), wrapUpSeconds: 77 }
  await saveQueue(runtime, who, { draft, queue })
  expect(await told()).toMatchObject({
    at: beginsAt,
    byName: 'Rosalind Okafor',
    changes: [{ code: 'queueChanged', name: 'Groups', fields: ['wrapUpSeconds'] }],
  })
  expect((await problemOf(readOwnChanges(runtime, bram, 'ana-mirel')))?.code).toBe('notAllowed')
  const place = { ...runtime, follower: { ...runtime.follower, document } } as Runtime
  const ofAna = (await readOwnChanges(place, who, 'ana-mirel')).versions
  // Of a private team that a supervisor does not look into.
  expect((await problemOf(readOwnChanges(place, who, 'yara-solis')))?.code).toBe('notFound')
  expect(ofAna.flatMap(({ changes }) => changes)).not.toContainEqual(expect.objectContaining({ name: 'Groups' }))
})
