import { compilePlan, type PlanDocument } from '@eudromos/core/plan'
import { run, State, type Command, type CommandBodies, type CommandType } from '@eudromos/core/routing'
import { connect, readDraft, type Database } from '@eudromos/database'
import { testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { load, skerrow } from '../../../scripts/demo/load.ts'
import { people } from '../../../scripts/demo/scenario-people.ts'
import { beginsAt } from '../../../scripts/demo/scenario.ts'
import { saveLevels, saveSkill } from './plan-skills.ts'
import { tryQueue } from './plan-try.ts'
import { removeTimes } from './plan.ts'
import { ProblemError } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { Thread } from '../runtime/thread.ts'
import type { Who } from '../edge/who.ts'

jest.mock('server-only', () => ({}))

const who: Who = { id: 'rosalind-okafor', name: 'Rosalind Okafor', roles: ['supervisor'] }
let place: TestDatabase
let database: Database
let runtime: Runtime
let publisher: Thread
let state: State

beforeAll(async () => {
  place = await testDatabase()
  database = connect(place.ownerUrl)
  await load(database, skerrow, 'a password for tests', beginsAt)
  state = new State()
  const { document } = await current()
  tell('publishPlan', { plan: compilePlan(document, 1, beginsAt) })
  publisher = new Thread(place.ownerUrl)
  runtime = {
    database,
    publisher,
    clock: { now: () => beginsAt },
    follower: { state, document, people: new Map(people.map((person) => [person.id, person])) },
    sender: { barred: () => null, awaitAnswer: () => Promise.resolve({ ok: true, seq: 9 }) },
  } as unknown as Runtime
})

afterAll(async () => {
  publisher.end()
  await database.$client.end()
  await place.drop()
})

let commands = 0
function tell<T extends CommandType>(type: T, body: CommandBodies[T]): void {
  commands += 1
  const envelope = { id: String(commands), v: 1, onBehalfOf: null, reason: null, correlation: null }
  run(state, { ...envelope, type, body, actor: { kind: 'system', id: 'test' } } as unknown as Command, beginsAt)
}

async function current(): Promise<{ draft: number; document: PlanDocument }> {
  const read = await readDraft(database)
  if (read === null) throw new Error('no draft')
  return { draft: read.version, document: read.document }
}

const codeOf = async (asked: Promise<unknown>): Promise<string | null> =>
  asked.then(
    () => null,
    (error: unknown) => (error instanceof ProblemError ? error.problem.code : String(error)),
  )

const dogs = {
  id: 'dogs',
  name: 'Dogs on board',
  description: '',
  kind: 'knowledge',
  levels: [
    { personId: 'ana-mirel', level: 4 },
    { personId: 'joao-tavares', level: 2 },
  ],
  asked: [{ queueId: 'groups', least: 2, most: 5 }],
}
const levelsOf = ({ people: all }: PlanDocument, id: string): Record<string, number> =>
  Object.fromEntries(all.find((one) => one.id === id)?.skills.map(({ skillId, level }) => [skillId, level]) ?? [])
const asksOf = ({ queues }: PlanDocument, id: string) => queues.find((one) => one.id === id)?.requirements

test('a skill is saved with who has it and which queues ask for it, and all of that with what it had before', async () => {
  await saveSkill(runtime, who, { draft: (await current()).draft, skill: dogs })
  const { draft, document } = await current()
  expect(levelsOf(document, 'ana-mirel')).toMatchObject({ dogs: 4, fares: 3 })
  expect(asksOf(document, 'groups')).toEqual([{ skillId: 'dogs', least: 2, most: 5 }])
  await saveSkill(runtime, who, { draft, skill: { ...dogs, levels: dogs.levels.slice(0, 1), asked: [] } })
  const later = (await current()).document
  expect(levelsOf(later, 'joao-tavares')).not.toHaveProperty('dogs')
  expect(asksOf(later, 'groups')).toEqual([])
  expect(asksOf(later, 'bookings')).toEqual([{ skillId: 'fares', least: 2, most: 5 }])
})

test('a name that is taken, a person who is gone and an old draft are refused', async () => {
  const { draft } = await current()
  const refused = (change: object, at = draft) =>
    codeOf(saveSkill(runtime, who, { draft: at, skill: { ...dogs, id: 'other', ...change } }))
  expect(await refused({ name: ' FARES' })).toBe('nameTaken')
  expect(await refused({ name: 'Other', levels: [{ personId: 'nobody', level: 1 }] })).toBe('unknownPerson')
  expect(await refused({ name: 'Other', asked: [] }, draft - 1)).toBe('draftMoved')
  expect((await current()).draft).toBe(draft)
})

test('levels of many people are set, changed and taken away at once', async () => {
  const levels = [
    { personId: 'ana-mirel', skillId: 'french', level: 2 },
    { personId: 'ana-mirel', skillId: 'fares', level: 5 },
    { personId: 'ana-mirel', skillId: 'english', level: 0 },
  ]
  await saveLevels(runtime, who, { draft: (await current()).draft, levels })
  const { draft, document } = await current()
  expect(levelsOf(document, 'ana-mirel')).toMatchObject({ french: 2, fares: 5 })
  expect(levelsOf(document, 'ana-mirel')).not.toHaveProperty('english')
  const unknown = [{ personId: 'ana-mirel', skillId: 'gone', level: 1 }]
  expect(await codeOf(saveLevels(runtime, who, { draft, levels: unknown }))).toBe('unknownPerson')
})

test('a skill goes only with another in its place; who has both keeps the higher level', async () => {
  const { draft } = await current()
  const remove = (body: object) => removeTimes(runtime, who, 'skills', { draft, id: 'fares', ...body })
  expect(await codeOf(remove({}))).toBe('inUse')
  await remove({ replacementId: 'rebooking' })
  const { document } = await current()
  expect(document.skills.map(({ id }) => id)).not.toContain('fares')
  expect(levelsOf(document, 'ana-mirel')).toMatchObject({ rebooking: 5 })
  expect(asksOf(document, 'bookings')).toEqual([{ skillId: 'rebooking', least: 2, most: 5 }])
})

test('what customers need asks for another skill in the place of one that goes', async () => {
  const asks = async () => (await current()).document.centre.needs.relay.requirements
  expect(await asks()).toEqual([{ skillId: 'accessibility', least: 4, most: 5 }])
  const { draft } = await current()
  await removeTimes(runtime, who, 'skills', { draft, id: 'accessibility', replacementId: 'freight-papers' })
  expect(await asks()).toEqual([{ skillId: 'freight-papers', least: 4, most: 5 }])
  const next = (await current()).draft
  await removeTimes(runtime, who, 'skills', { draft: next, id: 'freight-papers', replacementId: null })
  expect(await asks()).toEqual([])
})

test('who would get a chat is said by the queue as edited, and nothing changes', async () => {
  for (const agentId of ['ana-mirel', 'joao-tavares']) {
    tell('connectAgent', { agentId, connectionId: agentId, processId: 'web' })
    tell('setPresence', { agentId, stateId: 'ready' })
  }
  const { document } = await current()
  tell('publishPlan', { plan: compilePlan(document, 2, beginsAt) })
  const bookings = document.queues.find(({ id }) => id === 'bookings')
  const seq = state.interactions.size
  const asked = (least: number) => ({ ...bookings, requirements: [{ skillId: 'rebooking', least, most: 5 }] })
  const first = async (queue: object, waitedSeconds = 0) => {
    const { grounds, open } = await tryQueue(runtime, { queue, waitedSeconds })
    return { who: grounds.agents.filter(({ eligible }) => eligible).map(({ agentId }) => agentId), open }
  }
  expect(await first(asked(5))).toEqual({ who: ['ana-mirel'], open: true })
  expect((await first({ ...asked(3), selection: 'bestSkilled' })).who).toEqual(['ana-mirel', 'joao-tavares'])
  const relaxed = { ...asked(5), relaxations: [{ skillId: 'rebooking', least: 0, most: 5, afterSeconds: 30 }] }
  expect((await first(relaxed, 29)).who).toHaveLength(1)
  expect((await first(relaxed, 30)).who).toHaveLength(2)
  expect(await codeOf(tryQueue(runtime, { queue: { ...asked(5), whenFullTo: 'gone' }, waitedSeconds: 0 }))).toBe(
    'fullToUnknown',
  )
  expect(state.interactions.size).toBe(seq)
})
