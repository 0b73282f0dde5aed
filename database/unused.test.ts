import { connect, connectAlone, type Connection, type Database } from './connect.ts'
import { eraseCustomer, insertCustomer } from './people.ts'
import { insertCommands, keptFor, readPending, strangerOf, type Submission } from './inbox.ts'
import { commitBatch } from './journal.ts'
import { takeLead } from './lease.ts'
import * as t from './schema.ts'
import { everyRow, insertContent, testDatabase, type TestDatabase } from './testing/index.ts'

let place: TestDatabase
let web: Database
let owner: Database
let router: Connection
let epoch: number

beforeAll(async () => {
  place = await testDatabase()
  router = await connectAlone(place.routerUrl)
  epoch = (await takeLead(router, 'r', false))?.epoch ?? 0
  web = connect(place.webUrl)
  owner = connect(place.ownerUrl)
})

afterAll(async () => {
  await web.$client.end()
  await owner.$client.end()
  await router.end()
  await place.drop()
})

const record = (id: string, customerId: string, rest: Partial<typeof t.record.$inferInsert> = {}) => ({
  ...{ id, customerId, channel: 'chat' as const, lineId: 'site', queueId: 'sailings', test: false, arrivedAt: 1 },
  ...{ outcome: 'answered' as const, messages: 1, offers: [], requeued: 0 },
  ...rest,
})

type Command = Submission['command']

const command = (type: string, body: object, rest: object = {}): Command =>
  ({
    ...{ id: 'c', type, v: 1, actor: { kind: 'customer', id: 'i1' } },
    ...{ onBehalfOf: null, reason: null, correlation: null, body, ...rest },
  }) as unknown as Command

const idsOf = async (table: typeof t.content | typeof t.customer): Promise<string[]> =>
  (await web.select({ id: table.id }).from(table)).map(({ id }) => id).sort()

test('what a command keeps is found wherever it stands in its body, and a customer only where it began with them', () => {
  const begin = { interactionId: 'i1', contentId: 'a', customerId: strangerOf('i1'), requirements: [{ skillId: 's' }] }
  expect(keptFor(command('beginInteraction', begin))).toEqual({ contentIds: ['a'], strangerIds: [strangerOf('i1')] })
  expect(keptFor(command('beginInteraction', { ...begin, customerId: 'known' })).strangerIds).toEqual([])
  const asked = { interactionId: 'i1', callable: [1, 2], notReached: { contentId: 'b', textLineId: 'texts' } }
  expect(keptFor(command('askCallback', asked))).toEqual({ contentIds: ['b'], strangerIds: [] })
  const words = { wordsId: 'c', announcementId: null, noteContentId: 'd', closedAnswerId: 'e', interactionId: 'i1' }
  expect(keptFor(command('any', words)).contentIds).toEqual(['c', 'd', 'e'])
})

test('words and strangers of a refused command go as it is refused; what anything refers to stays', async () => {
  for (const id of ['said', 'noted', 'passed', 'unused'])
    await insertContent(web, {
      id,
      interactionId: 'i1',
      kind: id === 'said' ? 'message' : 'notes',
      body: `${id} words`,
    })
  await insertContent(web, { id: 'to all', interactionId: null, kind: 'announcement', body: 'The quay is closed.' })
  for (const id of ['known', strangerOf('i2'), strangerOf('i3')])
    await insertCustomer(web, { id, name: `${id} one`, test: id === strangerOf('i3') })
  await owner.insert(t.message).values({ interactionId: 'i1', number: 1, at: 1, side: 'customer', contentId: 'said' })
  const passages = [
    {
      at: 1,
      cause: 'transferred',
      fromQueueId: 'a',
      toQueueId: 'b',
      by: null,
      toAgentId: null,
      noteContentId: 'passed',
    },
  ] as const
  await owner
    .insert(t.record)
    .values(record('i1', 'known', { notesContentId: 'noted', passages: [...passages] as never }))
  const begun = (interactionId: string, customerId: string) =>
    command('beginInteraction', { interactionId, customerId, contentId: null })
  const refused = [
    ...['said', 'noted', 'passed', 'unused'].map((contentId) => command('sendMessage', { contentId })),
    command('beginStopgap', { wordsId: 'to all' }),
    begun('i1', 'known'),
    ...['i2', 'i3'].map((id) => begun(id, strangerOf(id))),
  ]
  const nothing = { rows: [], answers: [], refused }
  // A router whose lead is over lets go of nothing.
  await expect(commitBatch(router, { epoch: epoch + 1, ...nothing })).rejects.toThrow('is over')
  expect(await idsOf(t.content)).toHaveLength(5)
  await commitBatch(router, { epoch, ...nothing })
  expect(await idsOf(t.content)).toEqual(['noted', 'passed', 'said'])
  expect(await idsOf(t.customer)).toEqual([strangerOf('i3'), 'known'].sort())
})

test('what comes with a command is kept with it, or not at all', async () => {
  const say = (contentId: string, rest: object = {}): Submission => ({
    command: command('sendMessage', { interactionId: 'i7', agentId: null, contentId }, { id: 'say-7', ...rest }),
    contents: [
      {
        ...{ id: contentId, interactionId: 'i7', kind: 'message', body: contentId, subject: null },
        attachment: { fileName: `${contentId}.gif`, mediaType: 'image/gif', bytes: Buffer.from(`of ${contentId}`) },
      },
    ],
    customer: { id: `${contentId} customer`, name: 'Somebody', test: false },
  })
  const kept = async () => {
    const { rows } = await web.$client.query<{ id: string; bytes: Buffer }>(
      `select c.id, a.bytes from content c join attachment a on a.content_id = c.id where c.interaction_id = 'i7' order by c.id`,
    )
    return rows.map(({ id, bytes }) => `${id} ${bytes.toString()}`)
  }
  const kindsOf = async (...submissions: Submission[]) =>
    (await insertCommands(web.$client, submissions)).map(({ kind }) => kind)
  const other = { actor: { kind: 'customer', id: 'i8' } }
  expect(await kindsOf(say('w1'), say('w2', other))).toEqual(['new', 'new'])
  expect(await kept()).toEqual(['w1 of w1', 'w2 of w2'])
  // The id comes again: with the same words, with others, and with others in one batch with what is new.
  expect(await kindsOf(say('w1'))).toEqual(['known'])
  expect(await kindsOf(say('w3'), say('w4', { id: 'say-8' }))).toEqual(['idReused', 'new'])
  expect(await kept()).toEqual(['w1 of w1', 'w2 of w2', 'w4 of w4'])
  expect((await idsOf(t.customer)).filter((id) => id.startsWith('w'))).toEqual(
    ['w1', 'w2', 'w4'].map((id) => `${id} customer`),
  )
  // Words that were let go as the command was refused are not kept by telling it again.
  await owner.$client.query(`delete from content where id = 'w1'`)
  await kindsOf(say('w1'))
  expect(await kept()).toEqual(['w2 of w2', 'w4 of w4'])
  await owner.$client.query(`delete from inbox`)
})

test('after erasure nothing of the person stands anywhere in the database, pending commands included', async () => {
  await insertCustomer(web, { id: 'c9', name: 'Wilhelmina Quast', test: false })
  const submission = {
    command: {
      ...{ id: 'say-1', type: 'sendMessage', v: 1, actor: { kind: 'customer', id: 'i9' } },
      ...{ onBehalfOf: null, reason: null, correlation: null },
      body: { interactionId: 'i9', agentId: null, contentId: 'w9' },
    },
    contents: [{ id: 'w9', interactionId: 'i9', kind: 'message', body: 'my ferry card is 990-17' }],
  } as unknown as Submission
  await insertCommands(web.$client, [submission])
  await owner.insert(t.record).values(record('i9', 'c9'))
  const before = await everyRow(owner.$client)
  expect([before.includes('Wilhelmina'), before.includes('990-17')]).toEqual([true, true])
  await eraseCustomer(web, 'c9', 'Erased')
  const left = await everyRow(owner.$client)
  expect(left).not.toContain('Wilhelmina')
  expect(left).not.toContain('990-17')
  const client = await owner.$client.connect()
  expect((await readPending(client, 10)).map(({ command }) => command.id)).toEqual(['say-1'])
  client.release()
})

test('a chat that is begun again after a break, through another process, is the same; one that asks for something else is not', async () => {
  const begin = (processId: string, queueId = 'sailings'): Submission => ({
    command: command(
      'beginInteraction',
      { interactionId: 'i11', queueId, connection: { id: `of ${processId}`, processId } },
      { id: 'begin-11' },
    ),
  })
  const kindOf = async (one: Submission) => (await insertCommands(web.$client, [one]))[0]?.kind
  expect(await kindOf(begin('web-1'))).toBe('new')
  expect(await kindOf(begin('web-2'))).toBe('known')
  expect(await kindOf(begin('web-1', 'bookings'))).toBe('idReused')
})
