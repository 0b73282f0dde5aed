import { pino } from 'pino'
import { State, type Command, type Refusal } from '@eudromos/core/routing'
import { plannedLine } from '@eudromos/core/testing'
import {
  commitBatch,
  connect,
  connectAlone,
  readAttachment,
  readStops,
  noteText,
  readTexts,
  takeLead,
  type Connection,
  type Database,
  type Submission,
} from '@eudromos/database'
import { insertContent, testDatabase, type TestDatabase } from '../../../database/testing/index.ts'
import { ProblemError } from '../edge/problem.ts'
import { receivedMailShape, receiveMail } from './mails.ts'
import type { Runtime } from '../runtime/runtime.ts'
import { orderOf, receivedShape, receiveText, reportText } from './texts.ts'

jest.mock('server-only', () => ({}))

const log = pino({ level: 'silent' })
const [mara, centre] = ['+61491570006', '+442079460101']
let place: TestDatabase
let web: Database
let router: Connection
let epoch: number
let submitted: Submission[]
const refusals: Refusal[] = []
let runtime: Runtime

beforeAll(async () => {
  place = await testDatabase()
  web = connect(place.webUrl)
  router = await connectAlone(place.routerUrl)
  epoch = (await takeLead(router, 'r', false))?.epoch ?? 0
})

afterAll(async () => {
  await web.$client.end()
  await router.end()
  await place.drop()
})

const texts = { ...plannedLine(['sailings'], 'texts'), channel: 'sms' as const, address: centre }
const mail = { ...plannedLine(['sailings'], 'mail'), channel: 'email' as const, address: 'lost@skerrow.example' }

beforeEach(async () => {
  submitted = []
  const follower = {
    document: { lines: [texts, mail], centre: { zone: 'UTC', name: 'Skerrow Ferries' } },
    state: new State(),
    watch: () => () => undefined,
  }
  const sender = {
    submit: (submission: Submission) => {
      submitted.push(submission)
      return Promise.resolve({ seq: submitted.length, refusal: refusals.shift() ?? null })
    },
  }
  const clock = { now: () => 1_000_000 }
  runtime = { database: web, clock, follower, sender, log } as unknown as Runtime
})

interface Given {
  readonly name: string
  readonly data: string
}
const received = (id: string, text: string, from = mara, pictures: Given[] = []) =>
  receiveText(runtime, { id, from, to: centre, text, pictures })
const commandsOf = (type: string): Command[] =>
  submitted.map(({ command }) => command).filter((one) => one.type === type)

/** A text of the centre, as the router writes it with its message. */
async function write(interactionId: string, number: number, addressId: string): Promise<void> {
  const row = { interactionId, number, lineId: 'texts', addressId, contentId: `${interactionId}-${number}` }
  await commitBatch(router, { epoch, rows: [], answers: [], texts: [row] })
}

/** The texts that are to be carried, by what they say. */
const toCarry = async (): Promise<string[]> => {
  const { rows } = await web.$client.query<{ body: string }>(
    `select c.body from jobs.job j join text_out o on o.interaction_id = j.data->>'interactionId' join content c on c.id = o.content_id
     where j.name = 'carryText' order by c.body`,
  )
  return rows.map(({ body }) => body)
}

const isStopped = async (addressId: string): Promise<boolean> =>
  (await readStops(web, [{ lineId: 'texts', addressId }])).size > 0

test.each([
  ['STOP', 'stop'],
  [' stop. ', 'stop'],
  ['Unsubscribe', 'stop'],
  ['start', 'start'],
  ['Please stop the 14:10', null],
  ['', null],
] as const)('"%s" asks for %s', (text, order) => {
  expect(orderOf(text)).toBe(order)
})

test('while the queue is closed an answer of the line goes along, with the next opening; within a thread none does', async () => {
  const bodies = () => submitted.map(({ command }) => command.body as { closedAnswerId?: string | null })
  await received('open', 'Hello?')
  expect(bodies().at(-1)?.closedAnswerId).toBeNull()
  const state = new State()
  jest.spyOn(state, 'queueDay').mockReturnValue({ open: false } as never)
  jest.spyOn(state, 'nextChange').mockReturnValue(Date.parse('2027-03-15T08:00:00Z'))
  Object.assign(runtime.follower, { state })
  Object.assign(texts, { closedAnswer: 'We answer from {opens}.' })
  await received('shut', 'Hello?')
  const id = bodies().at(-1)?.closedAnswerId ?? ''
  const answers = submitted.at(-1)?.contents?.filter((one) => one.id === id)
  expect(answers).toMatchObject([{ interactionId: 'text-shut', body: 'We answer from Mon 15 March, 08:00.' }])
  // Brought again later, when other words would be found, it is the same message.
  jest.spyOn(state, 'nextChange').mockReturnValue(Date.parse('2027-03-16T08:00:00Z'))
  await received('shut', 'Hello?')
  expect(bodies().at(-1)?.closedAnswerId).toBe(id)
  Object.assign(texts, { language: 'fr', closedAnswer: 'Réponse : {opens}.' })
  await received('shut-fr', 'Bonjour ?')
  expect(submitted.at(-1)?.contents?.at(-1)).toMatchObject({ body: 'Réponse : mar. 16 mars, 08:00.' })
  Object.assign(texts, { language: null, closedAnswer: '' })
})

test('a text makes its customer known by the number, once, and a second copy is the same command', async () => {
  await received('t1', 'Is it running?')
  await received('t1', 'Is it running?')
  await received('t2', 'And the next?')
  const [first, copy, next] = submitted
  expect(first?.command).toMatchObject({ type: 'receiveText', id: 'text-t1', actor: { kind: 'system' } })
  expect(copy).toEqual(first)
  expect(first?.contents).toMatchObject([{ interactionId: 'text-t1', body: 'Is it running?' }])
  const body = (one: Submission | undefined) => one?.command.body as { customerId: string; addressId: string }
  expect(body(next).customerId).toBe(body(first).customerId)
  const { rows } = await web.$client.query<{ name: string }>('select name from customer where id = $1', [
    body(first).customerId,
  ])
  expect(rows).toEqual([{ name: '+61 491 570 006' }])
})

test('of many who meet a number at once all meet the same customer', async () => {
  await Promise.all(Array.from({ length: 8 }, (_, n) => received(`many-${n}`, 'Hello', '+61491570156')))
  const ids = commandsOf('receiveText').map(({ body }) => (body as { customerId: string }).customerId)
  expect(new Set(ids).size).toBe(1)
})

const gif = Buffer.from('GIF89a a ship, 40 signs of bytes or so, ok')
const picture = (name: string, bytes: Buffer = gif): Given => ({ name, data: bytes.toString('base64') })

test('a text has as many messages as pictures, in order; what is not taken is told, and the rest is not lost for it', async () => {
  const pictures = [picture('bag.gif'), picture('clip.mp4', Buffer.from('a film')), picture('../../tag.gif')]
  await received('mms', 'My bag', mara, pictures)
  expect(submitted.map(({ contents }) => contents)).toMatchObject([
    [
      {
        interactionId: 'text-mms',
        body: 'My bag\n[clip.mp4: not accepted. Only pictures (PNG, JPEG, GIF, WebP) of at most 1 MB are, with nothing harmful in them.]',
        attachment: { fileName: 'bag.gif', mediaType: 'image/gif', bytes: gif },
      },
    ],
    [{ interactionId: 'text-mms', body: '', attachment: { fileName: 'tag.gif' } }],
  ])
  const ids = submitted.map(({ command }) => (command.body as { contentId: string }).contentId)
  expect(ids).toEqual(submitted.map(({ contents }) => contents?.[0]?.id))
})

test('a picture belongs to the conversation in which it was said, whichever it was taken to begin', async () => {
  await received('early', '', mara, [picture('a.gif')])
  const [early] = submitted[0]?.contents ?? []
  if (early === undefined) throw new Error('no picture')
  await insertContent(web, early)
  const message = { interactionId: 'thread', number: 4, at: 1, side: 'customer' as const, personId: null }
  const messages = [{ ...message, contentId: early.id }]
  await commitBatch(router, { epoch, rows: [], answers: [], messages })
  expect((await readAttachment(web, early.id))?.interactionId).toBe('thread')
})

test.each([
  [{ text: 'x', pictures: Array.from({ length: 11 }, () => picture('a.gif')) }, 'at most 10'],
  [{ text: 'x', pictures: [{ name: 'a.gif' }] }, 'give the bytes as base64'],
])('what carriers give wrongly is refused by name', async (wrong, words) => {
  const asked = receivedShape.validate({ id: 'w', from: mara, to: centre, ...wrong })
  await expect(asked).rejects.toThrow(words)
})

test('a text to a number that is nobody’s is refused', async () => {
  const asked = receiveText(runtime, { id: 't9', from: mara, to: '+442079460111', text: 'Hello', pictures: [] })
  await expect(asked).rejects.toThrow(ProblemError)
})

test('STOP is obeyed and answered, without anybody being offered it, until START; a copy of it changes nothing', async () => {
  await received('s0', 'Hello')
  const { addressId } = submitted[0]?.command.body as { addressId: string }
  await received('s1', 'STOP')
  expect(commandsOf('receiveText')).toHaveLength(1)
  expect(await isStopped(addressId)).toBe(true)
  expect(await toCarry()).toEqual([expect.stringContaining('no more texts')])
  await received('s2', 'Start')
  expect(await isStopped(addressId)).toBe(false)
  await received('s1', 'STOP')
  expect(await isStopped(addressId)).toBe(false)
  Object.assign(texts, { language: 'pt-PT' })
  for (const order of ['STOP', 'START']) await received(`pt-${order}`, order)
  Object.assign(texts, { language: null })
  // The copy of the first asked for nothing more.
  const all = await toCarry()
  expect(all).toHaveLength(4)
  for (const words of ['Não receberá mais', 'Voltará a receber']) expect(all.join()).toContain(words)
})

test('what became of a text is told once, and what is said of an earlier round counts no more', async () => {
  await received('hello', 'Hello')
  const { addressId } = submitted.pop()?.command.body as { addressId: string }
  await write('i2', 2, addressId)
  expect(await reportText(runtime, { id: 'i2.2.1', state: 'delivered', reason: null })).toEqual({ news: true })
  expect(await reportText(runtime, { id: 'i2.2.1', state: 'failed', reason: 'late' })).toEqual({ news: false })
  expect((await readTexts(web, 'i2')).get(2)).toEqual({ state: 'delivered', reason: null, round: 1 })
  expect(commandsOf('reportText').at(-1)?.body).toEqual({ interactionId: 'i2', number: 2, state: 'delivered' })
  await write('i2', 3, addressId)
  await reportText(runtime, { id: 'i2.3.1', state: 'failed', reason: 'unreachable' })
  expect(await noteText(web, { interactionId: 'i2', number: 3, round: 1 }, 'queued')).toBe(true)
  expect(await reportText(runtime, { id: 'i2.3.1', state: 'failed', reason: 'late' })).toEqual({ news: false })
  expect(await reportText(runtime, { id: 'i2.3.2', state: 'delivered', reason: null })).toEqual({ news: true })
})

test('a number that the router knows of no line any more is told like one that never had one', async () => {
  refusals.push({ code: 'unknownLine', params: {} })
  await expect(received('late', 'Hello?')).rejects.toThrow(`No line of the centre has the number ${centre}.`)
  refusals.push({ code: 'customerBlocked', params: { until: 1 } })
  await expect(received('blocked', 'Hello?')).rejects.toThrow('accepts no calls or messages from you')
})

describe('email', () => {
  const writes = async (id: string, rest: object = {}) =>
    receiveMail(
      runtime,
      await receivedMailShape.validate({
        id,
        from: 'Cleo@Mail.example',
        name: 'Cleo Marsh',
        to: 'lost@skerrow.example',
        subject: 'My\nbag',
        text: 'It is blue.',
        ...rest,
      }),
    )

  test('comes in with its subject, in as many messages as it has files, from a customer of the name given', async () => {
    const pdf = { name: 'ticket.pdf', data: Buffer.from('%PDF-1.7').toString('base64') }
    await writes('m1', { files: [pdf, { name: 'run.sh', data: 'aGVsbG8=' }, picture('bag.gif')] })
    expect(submitted[0]?.command.body).toMatchObject({ lineId: 'mail' })
    expect(submitted.map(({ contents }) => contents?.[0])).toMatchObject([
      {
        body: 'It is blue.\n[run.sh: not accepted. Only pictures and PDF files of at most 5 MB are, with nothing harmful in them.]',
        subject: 'My bag',
        attachment: { fileName: 'ticket.pdf' },
      },
      { body: '', subject: undefined, attachment: { fileName: 'bag.gif' } },
    ])
    const { customerId } = submitted[0]?.command.body as { customerId: string }
    expect((await web.$client.query('select name from customer where id = $1', [customerId])).rows).toEqual([
      { name: 'Cleo Marsh' },
    ])
  })

  test('is answered by itself while nobody answers, but not where a program has sent it', async () => {
    const state = new State()
    jest.spyOn(state, 'queueDay').mockReturnValue({ open: false } as never)
    jest.spyOn(state, 'nextChange').mockReturnValue(null)
    Object.assign(runtime.follower, { state })
    Object.assign(mail, { closedAnswer: 'We answer from {opens}.' })
    await writes('m2')
    await writes('m3', { automatic: true })
    Object.assign(mail, { closedAnswer: '' })
    const answers = commandsOf('receiveText').map(({ body }) => (body as { closedAnswerId: unknown }).closedAnswerId)
    expect(answers).toEqual([submitted[0]?.contents?.[1]?.id, null])
    // STOP is a word like any other here.
    expect(await writes('m4', { text: 'STOP' })).toEqual({ taken: true, seq: 3 })
  })

  test.each([
    [{ from: 'cleo' }, 'From: give an address'],
    [{ to: '+442079460101' }, 'To: give an address'],
    [{ subject: 'x'.repeat(999) }, 'Subject: at most 998'],
    [{ text: 'x'.repeat(20_001) }, 'Text: at most 20,000'],
    [{ files: Array.from({ length: 11 }, () => picture('a.gif')) }, 'Files: at most 10'],
  ])('that is not as it should be is refused: %#', async (rest, words) => {
    await expect(writes('m9', rest)).rejects.toThrow(words)
  })

  test('to a mailbox that is no line’s is refused', async () => {
    await expect(writes('m8', { to: 'nobody@skerrow.example' })).rejects.toThrow('has the address nobody@skerrow')
  })
})
