import { plainPerson, type PersonEdit, type PlanDocument } from '@eudromos/core/plan'
import { connect, readDraft, readPeople, readSigner, readSigners, type Database, type Person } from '@eudromos/database'
import { verify } from '@node-rs/argon2'
import { ValidationError } from 'yup'
import { schema } from '../../../database/index.ts'
import { testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { load, skerrow } from '../../../scripts/demo/load.ts'
import { beginsAt } from '../../../scripts/demo/scenario.ts'
import { oneClickPeople } from '../signing-in/one-click.ts'
import { makePasswords, removePerson, savePeople, savePerson } from './plan-persons.ts'
import { ProblemError } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { turnShare } from '../testing/turn.ts'
import { Thread } from '../runtime/thread.ts'
import type { Who } from '../edge/who.ts'

jest.mock('server-only', () => ({}))

const rosalind: Who = { id: 'rosalind-okafor', name: 'Rosalind Okafor', roles: ['supervisor'] }
const teodor: Who = { id: 'teodor-lindqvist', name: 'Teodor Lindqvist', roles: ['administrator'] }
let place: TestDatabase
let database: Database
let runtime: Runtime
let publisher: Thread
let people: Map<string, Person>

beforeEach(async () => {
  place = await testDatabase()
  database = connect(place.ownerUrl)
  await load(database, skerrow, 'a password for tests', beginsAt)
  people = new Map((await readPeople(database)).map((person) => [person.id, person]))
  publisher = new Thread(place.ownerUrl)
  runtime = {
    database,
    publisher,
    clock: { now: () => beginsAt },
    follower: { people },
    sender: { barred: () => null, awaitAnswer: () => Promise.resolve({ ok: true, seq: 9 }) },
  } as unknown as Runtime
})

afterEach(async () => {
  await database.$client.end()
  await place.drop()
})

async function current(): Promise<{ draft: number; document: PlanDocument }> {
  const read = await readDraft(database)
  if (read === null) throw new Error('no draft')
  return { draft: read.version, document: read.document }
}

async function editOf(id: string): Promise<PersonEdit> {
  const { document } = await current()
  const found = document.people.find((one) => one.id === id)
  const { name = '', email = '' } = people.get(id) ?? {}
  if (found === undefined) throw new Error(`nobody is ${id}`)
  const queueIds = document.queues.filter(({ agentIds }) => agentIds.includes(id)).map((queue) => queue.id)
  return { ...found, name, email, queueIds }
}

const codeOf = (asked: Promise<unknown>): Promise<string> =>
  asked.then(
    () => 'done',
    (error: unknown) => {
      if (error instanceof ProblemError) return error.problem.code
      if (error instanceof ValidationError) return 'invalid'
      throw error
    },
  )

const cleo: PersonEdit = {
  ...plainPerson,
  id: 'cleo',
  name: 'Cleo Nair',
  email: 'cleo@skerrow.example',
  roles: ['agent'],
  siteId: 'vellan',
  teamId: 'crossing-desk',
  tier: 2,
  loadLimitsId: 'three-chats',
  skills: [{ skillId: 'english', level: 4 }],
  queueIds: ['bookings'],
}

test('somebody new is in the plan with skills and queues, after those who were there', async () => {
  const { draft } = await current()
  await savePerson(runtime, rosalind, { draft, person: cleo })
  const { document } = await current()
  const { name: _name, email: _email, queueIds: _queueIds, ...planned } = cleo
  expect(document.people.find(({ id }) => id === 'cleo')).toEqual(planned)
  expect(document.queues.find(({ id }) => id === 'bookings')?.agentIds.at(-1)).toBe('cleo')
  expect((await readPeople(database)).find(({ id }) => id === 'cleo')).toMatchObject({ email: cleo.email, left: false })
})

test('a person saved as they are changes nothing, and no place in a queue', async () => {
  const { draft, document } = await current()
  await savePeople(runtime, teodor, { draft, people: [await editOf('ana-mirel'), await editOf('joao-tavares')] })
  const after = (await current()).document
  expect(after.people).toEqual(document.people)
  expect(after.queues).toEqual(document.queues)
})

test('whoever is an agent no more is in no queue, and a tier goes with its team', async () => {
  const { draft } = await current()
  const ana = await editOf('ana-mirel')
  await savePerson(runtime, rosalind, { draft, person: { ...ana, roles: ['observer'], teamId: null, tier: 2 } })
  const { document } = await current()
  expect(document.queues.some(({ agentIds }) => agentIds.includes('ana-mirel'))).toBe(false)
  expect(document.people.find(({ id }) => id === 'ana-mirel')).toMatchObject({ roles: ['observer'], tier: null })
})

test('administrators are made and changed by administrators only, and one remains', async () => {
  const { draft } = await current()
  const own = await editOf('teodor-lindqvist')
  const asked = (who: Who, person: PersonEdit) => codeOf(savePerson(runtime, who, { draft, person }))
  expect(await asked(rosalind, { ...cleo, roles: ['administrator'] })).toBe('administratorsOnly')
  expect(await asked(rosalind, { ...own, name: 'Somebody else' })).toBe('administratorsOnly')
  expect(await asked(teodor, { ...own, roles: ['observer'] })).toBe('noAdministrator')
  expect(await codeOf(removePerson(runtime, rosalind, { draft, id: own.id }))).toBe('administratorsOnly')
  expect(await codeOf(makePasswords(runtime, rosalind, { personIds: ['ana-mirel', own.id] }))).toBe(
    'administratorsOnly',
  )
  expect(await codeOf(removePerson(runtime, teodor, { draft, id: own.id }))).toBe('oneself')
  expect(await asked(teodor, { ...cleo, roles: ['administrator', 'agent'] })).toBe('done')
})

test('an address stands for one person, and what is named must be there', async () => {
  const { draft } = await current()
  const ana = await editOf('ana-mirel')
  const asked = (person: Partial<PersonEdit>) =>
    codeOf(savePerson(runtime, teodor, { draft, person: { ...cleo, ...person } }))
  expect(await asked({ email: ana.email })).toBe('emailTaken')
  expect(await asked({ email: 'no address' })).toBe('invalid')
  expect(await asked({ roles: [] })).toBe('invalid')
  expect(await asked({ siteId: 'atlantis' })).toBe('unknown')
  expect(await asked({ skills: [{ skillId: 'flying', level: 3 }] })).toBe('unknown')
  expect(await asked({ queueIds: ['nowhere'] })).toBe('unknown')
  expect(await codeOf(savePeople(runtime, teodor, { draft, people: [cleo, { ...cleo, id: 'other' }] }))).toBe(
    'emailTaken',
  )
})

test('ten thousand are looked at without holding up those who work, and who is wrong among them is named', async () => {
  const { draft } = await current()
  const many = Array.from({ length: 10_000 }, (_, n) => ({ ...cleo, id: `c${n}`, email: `c${n}@skerrow.example` }))
  const people = [...many, { ...cleo, id: 'last', name: 'Cleo Last', roles: [] }].slice(1)
  const asked: Promise<unknown>[] = []
  const share = await turnShare(async () => {
    asked.push(savePeople(runtime, teodor, { draft, people }))
    await codeOf(asked.at(-1) ?? Promise.resolve())
  })
  expect(share).toBeLessThan(1)
  await expect(asked[0]).rejects.toMatchObject({
    problem: { detail: expect.stringContaining('Cleo Last: Roles: choose at least one.') as string },
  })
  expect(await codeOf(savePeople(runtime, teodor, { draft, people: [...many, cleo] }))).toBe('invalid')
  expect(await codeOf(savePeople(runtime, teodor, { draft, people: [] }))).toBe('invalid')
  expect(await codeOf(savePeople(runtime, teodor, { draft, people: { 0: cleo } }))).toBe('invalid')
})

test('whoever leaves is in nothing planned and signs in no more; the name stays', async () => {
  const { draft, document: before } = await current()
  const teamId = before.people.find(({ id }) => id === 'ines-valadao')?.teamId
  expect(teamId).not.toBeNull()
  await removePerson(runtime, rosalind, { draft, id: 'ines-valadao' })
  const { document } = await current()
  expect(JSON.stringify(document)).not.toContain('ines-valadao')
  // Of the team they stay, so that what they had is as private as it was.
  expect((await readPeople(database)).find(({ id }) => id === 'ines-valadao')).toMatchObject({
    name: 'Inês Valadão',
    left: true,
    roles: [],
    teamId,
  })
  expect((await readSigners(database)).has('ines-valadao')).toBe(false)
})

test('a password made for somebody is told once, kept as a hash, and ends where they were signed in', async () => {
  await database.insert(schema.session).values({
    id: 's1',
    token: 't1',
    userId: 'ana-mirel',
    expiresAt: new Date(Date.now() + 60_000),
  })
  const { passwords } = await makePasswords(runtime, rosalind, { personIds: ['ana-mirel', 'joao-tavares'] })
  expect(passwords.map(({ personId }) => personId)).toEqual(['ana-mirel', 'joao-tavares'])
  const password = passwords[0]?.password ?? ''
  const accounts = await database.select().from(schema.account)
  const stored = accounts.find(({ userId }) => userId === 'ana-mirel')?.password ?? ''
  expect(stored).not.toContain(password)
  expect(await verify(stored, password)).toBe(true)
  expect(await database.select().from(schema.session)).toEqual([])
  // It is good for choosing one of their own.
  expect((await readSigner(database, 'ana-mirel@skerrow.example'))?.madeAt).toBeInstanceOf(Date)
  // The demo offers nobody a sign-in by one click that their own password would refuse.
  process.env.EUDROMOS_DEMO_PASSWORD = 'a password for tests'
  const offered = (await oneClickPeople(runtime)).map(({ id }) => id)
  expect(offered).toEqual(expect.arrayContaining(['rosalind-okafor', 'mei-sorrell']))
  expect(offered.filter((id) => id === 'ana-mirel' || id === 'joao-tavares')).toEqual([])
  delete process.env.EUDROMOS_DEMO_PASSWORD
  expect(await oneClickPeople(runtime)).toEqual([])
  const { draft } = await current()
  await savePerson(runtime, rosalind, { draft, person: cleo })
  people.set('cleo', { ...cleo, roles: ['agent'], simulated: false, left: false } as Person)
  expect((await makePasswords(runtime, rosalind, { personIds: ['cleo'] })).passwords[0]?.password).toMatch(
    /^(\w{5}-){3}\w{5}$/,
  )
  expect((await readSigners(database)).has('cleo')).toBe(true)
})
