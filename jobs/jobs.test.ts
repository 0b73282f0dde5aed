import { pino } from 'pino'
import { event, type Event, type EventBodies, type EventType } from '@eudromos/core/routing'
import { plannedLine } from '@eudromos/core/testing'
import {
  beginRecording,
  commitBatch,
  connect,
  connectAlone,
  makePartitions,
  noteText,
  readPending,
  readRecordingMeta,
  readTexts,
  schema,
  takeLead,
  type Connection,
  type Database,
} from '@eudromos/database'
import { askFor } from '../database/jobs.ts'
import { insertContent, testDatabase, type TestDatabase } from '../database/testing/index.ts'
import type { Carrier, Handed, OutgoingCall, OutgoingMail, OutgoingText } from './carrier.ts'
import { Jobs } from './jobs.ts'

const log = pino({ level: 'silent' })
const lines = [
  { ...plannedLine(['sailings'], 'texts'), channel: 'sms' as const, address: '+442079460101' },
  { ...plannedLine(['sailings'], 'mail'), channel: 'email' as const, address: 'lost@skerrow.example' },
  { ...plannedLine(['sailings'], 'phone'), channel: 'voice' as const, address: '+442079460100' },
]
const document = {
  centre: { name: 'Skerrow Ferries', recordingDays: 5 },
  ...{ lines, presenceStates: [], people: [], queues: [], loadLimits: [], declineReasons: [], dispositions: [] },
} as never

let place: TestDatabase
let owner: Database
let router: Connection
let epoch: number
let seq = 0
let sent: OutgoingText[]
let mailed: OutgoingMail[]
let rung: OutgoingCall[]
let stopped: string[]
/** What the carrier answers next; it takes what else it is given. */
let answers: (() => Promise<Handed>)[]
let running: Jobs[] = []

beforeAll(async () => {
  place = await testDatabase()
  owner = connect(place.ownerUrl)
  router = await connectAlone(place.routerUrl)
  epoch = (await takeLead(router, 'r', false))?.epoch ?? 0
  await makePartitions(router, ['1970-01-01'])
  await owner.insert(schema.planVersion).values({ version: 1, publishedAt: 1, publishedBy: null, note: '', document })
  await owner.insert(schema.address).values([
    { id: 'mara', kind: 'phone', value: '+61491570006' },
    { id: 'cleo', kind: 'email', value: 'cleo@mail.example' },
  ])
})

afterAll(async () => {
  await owner.$client.end()
  await router.end()
  await place.drop()
})

const taken = (): Promise<Handed> => Promise.resolve({ taken: true })
const answer = (): Promise<Handed> => (answers.shift() ?? taken)()
const carrier: Carrier = {
  send: (text) => {
    sent.push(text)
    return answer()
  },
  mail: (mail) => {
    mailed.push(mail)
    return answer()
  },
  call: (call) => {
    rung.push(call)
    return answer()
  },
  hangUp: (id) => {
    stopped.push(id)
    return Promise.resolve()
  },
}

const begin = async (): Promise<Jobs> => {
  const jobs = await Jobs.start({ url: place.jobsUrl, carrier, tokenOf: (id) => `token of ${id}`, log })
  running.push(jobs)
  return jobs
}

beforeEach(() => {
  ;[sent, mailed, rung, stopped, answers, running] = [[], [], [], [], [], []]
})

afterEach(() => Promise.all(running.map((one) => one.stop())))

async function until(what: () => Promise<boolean> | boolean): Promise<void> {
  for (let n = 0; n < 400; n += 1) {
    if (await what()) return
    await new Promise((resolve) => setTimeout(resolve, 50))
  }
  throw new Error('it did not come about')
}

/** The same, and what is put off is due at once. */
async function hurried(what: () => Promise<boolean>): Promise<void> {
  const sooner = `update jobs.job set start_after = now() - interval '1 second' where state = 'retry'`
  const hurrying = setInterval(() => void owner.$client.query(sooner), 100)
  await until(what).finally(() => clearInterval(hurrying))
}

const happened = <T extends EventType>(type: T, body: EventBodies[T]): Event =>
  event(type, 1_000_000 + seq, body) as Event

/** What the router commits. */
const commit = (events: readonly Event[], rest: Partial<Parameters<typeof commitBatch>[1]> = {}): Promise<void> =>
  commitBatch(router, {
    ...{ epoch, answers: [], ...rest },
    rows: events.map((one) => ({
      event: one,
      seq: (seq += 1),
      inboxId: null,
      actor: null,
      onBehalfOf: null,
      reason: null,
    })),
  })

interface Words {
  readonly lineId?: string
  readonly addressId?: string
  readonly subject?: string
  readonly attachment?: { fileName: string; mediaType: string; bytes: Buffer }
}

/** Messages of an agent, as the router writes them with the texts that carry them. */
async function write(
  interactionId: string,
  numbers: readonly number[],
  { lineId = 'texts', addressId = 'mara', ...rest }: Words = {},
): Promise<void> {
  const all = numbers.map((number) => ({ interactionId, number, contentId: `${interactionId}-${number}` }))
  for (const { number, contentId } of all)
    await insertContent(owner, { id: contentId, interactionId, kind: 'message', body: `words ${number}`, ...rest })
  const said = all.map((one) => ({ ...one, side: 'agent' as const, personId: null }))
  await commit(
    said.map((one) => happened('messageSent', { ...one, textLineId: lineId })),
    { messages: said.map((one) => ({ ...one, at: 1 })), texts: all.map((one) => ({ ...one, lineId, addressId })) },
  )
}

const fateOf = async (interactionId: string, number: number) => (await readTexts(owner, interactionId)).get(number)
const isOver = (interactionId: string, number: number, state: string) => async (): Promise<boolean> =>
  (await fateOf(interactionId, number))?.state === state

/** What was told to the router of an interaction. */
const toldOf = async (interactionId: string): Promise<object[]> =>
  (await readPending(router, 1000))
    .map(({ command }) => command.body as { interactionId?: string })
    .filter((body) => body.interactionId === interactionId)

describe('a text of the centre', () => {
  test('goes to the carrier in order, with its picture, and what became of it is told', async () => {
    await begin()
    const bytes = Buffer.from('GIF89a a ship')
    await write('i2', [2, 3], { attachment: { fileName: 'map.gif', mediaType: 'image/gif', bytes } })
    await until(isOver('i2', 3, 'sent'))
    const pictures = [{ name: 'map.gif', type: 'image/gif', data: bytes.toString('base64') }]
    const ends = { from: '+442079460101', to: '+61491570006', pictures }
    expect(sent).toEqual([
      { id: 'i2.2.1', text: 'words 2', ...ends },
      { id: 'i2.3.1', text: 'words 3', ...ends },
    ])
    await until(async () => (await toldOf('i2')).length === 2)
    expect(await toldOf('i2')).toEqual([2, 3].map((number) => ({ interactionId: 'i2', number, state: 'sent' })))
  })

  test('is tried again where the carrier is away, has failed where it says no, and none overtakes one before it', async () => {
    await begin()
    answers.push(() => Promise.reject(new Error('away')))
    answers.push(() => Promise.resolve({ taken: false, reason: 'busy', again: true }))
    await write('i3', [2])
    await until(() => sent.length === 1)
    await write('i3', [3])
    await hurried(isOver('i3', 3, 'sent'))
    expect(sent.map(({ id }) => id)).toEqual(['i3.2.1', 'i3.2.1', 'i3.2.1', 'i3.3.1'])
    answers.push(() => Promise.resolve({ taken: false, reason: 'notANumber', again: false }))
    await write('i3', [4])
    await until(isOver('i3', 4, 'failed'))
    expect((await fateOf('i3', 4))?.reason).toBe('notANumber')
  })

  test('that was tried often enough has failed, with what the carrier said last, and the next of its thread goes', async () => {
    await begin()
    for (let n = 0; n < 6; n += 1) answers.push(() => Promise.resolve({ taken: false, reason: 'jammed', again: true }))
    await write('i4', [2])
    await hurried(isOver('i4', 2, 'failed'))
    expect(sent).toHaveLength(6)
    expect((await fateOf('i4', 2))?.reason).toBe('jammed')
    await write('i4', [3])
    await until(isOver('i4', 3, 'sent'))
  })

  test('sent again it is another text to the carrier', async () => {
    await begin()
    await write('i5', [2])
    await until(isOver('i5', 2, 'sent'))
    await noteText(owner, { interactionId: 'i5', number: 2, round: 1 }, 'failed', 'unreachable')
    await noteText(owner, { interactionId: 'i5', number: 2, round: 1 }, 'queued')
    await until(isOver('i5', 2, 'sent'))
    expect(sent.map(({ id }) => id)).toEqual(['i5.2.1', 'i5.2.2'])
  })

  test('has failed where its line has no number any more, or its customer wants none', async () => {
    await begin()
    await write('i6', [2], { lineId: 'gone' })
    await until(isOver('i6', 2, 'failed'))
    expect((await fateOf('i6', 2))?.reason).toBe('noNumber')
    await write('i7', [2], { addressId: 'forgotten' })
    await until(isOver('i7', 2, 'failed'))
    await owner.insert(schema.textStop).values({ lineId: 'texts', addressId: 'mara' })
    await write('i6', [3])
    await until(isOver('i6', 3, 'failed'))
    await owner.delete(schema.textStop)
    expect((await fateOf('i6', 3))?.reason).toBe('stopped')
    expect(sent).toEqual([])
  })

  test('is carried once by two processes, and by the next where the one that had it is gone', async () => {
    await begin()
    await begin()
    const ids = Array.from({ length: 30 }, (_, n) => `many-${n}`)
    for (const id of ids) await write(id, [2])
    await until(async () => (await Promise.all(ids.map((id) => isOver(id, 2, 'sent')()))).every(Boolean))
    expect(sent.map(({ id }) => id).sort()).toEqual(ids.map((id) => `${id}.2.1`).sort())
    // One that dies says nothing: its job is had by others once its time is over.
    let answered = (_: Handed): void => undefined
    answers.push(() => new Promise((resolve) => (answered = resolve)))
    await write('left', [2])
    await until(() => sent.some(({ id }) => id === 'left.2.1'))
    await owner.$client.query(`update jobs.job set started_on = now() - interval '1 hour' where state = 'active'`)
    await until(isOver('left', 2, 'sent'))
    answered({ taken: true })
    expect(sent.filter(({ id }) => id === 'left.2.1')).toHaveLength(2)
  })

  test('that was handed over by one who died before it was told is told, not sent again, and the next of its thread goes', async () => {
    await write('told', [2, 3])
    const key = { interactionId: 'told', number: 2, round: 1 }
    await owner.$client.query(`update text_out set state = 'sent' where interaction_id = 'told' and number = 2`)
    await owner.$client.query('update follower_place set seq = $1', [seq])
    const client = await owner.$client.connect()
    await askFor(client, 'carryText', [key]).finally(() => client.release())
    await begin()
    await until(async () => (await toldOf('told')).length === 2)
    const told = [2, 3].map((number) => ({ interactionId: 'told', number, state: 'sent' }))
    expect(await toldOf('told')).toEqual(expect.arrayContaining(told))
    expect(sent.map(({ id }) => id)).toEqual(['told.3.1'])
  })

  test('that waited while nobody did jobs goes once somebody does', async () => {
    await write('late', [2])
    // As after a time before there were jobs: none was asked for.
    await owner.$client.query('update follower_place set seq = $1', [seq])
    await begin()
    await until(isOver('late', 2, 'sent'))
  })
})

test('an email goes out in the centre’s name, under its own subject, or as an answer to the one before', async () => {
  await begin()
  const thread = { lineId: 'mail', addressId: 'cleo' }
  await write('im', [1], { ...thread, subject: 'My bag' })
  await write('im', [2], thread)
  await write('im', [3], { ...thread, subject: 'Your ticket' })
  await until(isOver('im', 3, 'sent'))
  const said = { thread: 'im', from: 'lost@skerrow.example', name: 'Skerrow Ferries', to: 'cleo@mail.example' }
  expect(mailed).toEqual([
    { id: 'im.1.1', ...said, subject: 'My bag', text: 'words 1' },
    { id: 'im.2.1', ...said, subject: 'Re: My bag', text: 'words 2' },
    { id: 'im.3.1', ...said, subject: 'Your ticket', text: 'words 3' },
  ])
  expect(sent).toEqual([])
})

describe('a call that goes out', () => {
  const record = (id: string) => ({
    ...{
      id,
      customerId: 'c',
      channel: 'voice' as const,
      lineId: 'phone',
      queueId: 'sailings',
      test: false,
      arrivedAt: 1,
    },
    ...{ outcome: 'waiting' as never, messages: 0, offers: [], requeued: 0, addressId: 'mara' },
  })
  const dialled = (interactionId: string, number: number): Event =>
    happened('customerDialled', { interactionId, agentId: 'ana', number, dueAt: 9e12 })
  const ended = (interactionId: string): Event =>
    happened('dialEnded', { interactionId, agentId: 'ana', end: 'stopped' })

  test('is rung by its line’s number, and no longer once that is over', async () => {
    await owner.insert(schema.record).values(record('out'))
    await begin()
    await commit([dialled('out', 1)])
    await until(() => rung.length === 1)
    const ends = { callId: 'out', from: '+442079460100', to: '+61491570006', token: 'token of out' }
    expect(rung).toEqual([{ id: 'out.1', ...ends }])
    await commit([ended('out'), dialled('out', 2)])
    await until(() => rung.length === 2 && stopped.length === 1)
    expect([rung[1]?.id, stopped]).toEqual(['out.2', ['out.1']])
    expect(await toldOf('out')).toEqual([])
  })

  test('that began and ended before anybody looked is not rung; what no carrier takes is not to be reached', async () => {
    for (const id of ['over', 'none', 'away']) await owner.insert(schema.record).values(record(id))
    await commit([dialled('over', 1), ended('over')])
    answers.push(() => Promise.resolve({ taken: false, reason: 'networkDown', again: true }))
    await commit([dialled('none', 1)])
    await begin()
    await until(async () => (await toldOf('none')).length === 1)
    answers.push(() => Promise.reject(new Error('no carrier')))
    await commit([dialled('away', 4)])
    await until(async () => (await toldOf('away')).length === 1)
    expect(await toldOf('none')).toEqual([{ interactionId: 'none', number: 1, end: 'unreachable' }])
    expect(await toldOf('away')).toEqual([{ interactionId: 'away', number: 4, end: 'unreachable' }])
    expect([rung.map(({ id }) => id), stopped]).toEqual([['none.1', 'away.4'], []])
  })
})

test('recordings are let go after the days of the centre', async () => {
  const now = Date.now()
  const [old, young] = [6, 4].map((days) => now - days * 86_400_000) as [number, number]
  await beginRecording(owner, { id: 'old', interactionId: 'call', personId: 'ana', startedAt: old })
  await beginRecording(owner, { id: 'young', interactionId: 'call', personId: 'ana', startedAt: young })
  // As if nobody had asked within the minute.
  await owner.$client.query(`delete from jobs.job where name = 'dropRecordings'`)
  await begin()
  await until(async () => (await readRecordingMeta(owner, 'old'))?.gone === true)
  expect(await readRecordingMeta(owner, 'young')).toMatchObject({ gone: false })
})
