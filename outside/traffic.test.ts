import { pino } from 'pino'
import type { CallNetwork } from './calls.ts'
import type { LineInfo, News } from './carrier.ts'
import type { PhoneText, TextNetwork } from './texts.ts'
import { Traffic, type TrafficSettings } from './traffic.ts'

interface Asked {
  readonly second: number
  readonly path: string
  readonly body: Record<string, unknown>
}

const encoder = new TextEncoder()
const queue = (id: string, rest: object = {}) => ({ id, name: id, open: true, byHand: false, ...rest })
const lines: LineInfo[] = [
  {
    channel: 'chat',
    id: 'site',
    address: null,
    queues: [queue('sailings'), queue('bookings'), queue('closed', { open: false }), queue('groups', { byHand: true })],
  },
  { channel: 'sms', id: 'texts', address: '+442079460101', queues: [queue('sailings')] },
  { channel: 'voice', id: 'calls', address: '+442079460100', queues: [queue('sailings')] },
  { channel: 'email', id: 'mailbox', address: 'bookings@skerrow.example', queues: [queue('bookings')] },
]

let asked: Asked[]
let startedAt: number
let tell: (event: string, data: unknown) => void
/** What the gateway says to commands of this type instead of taking them. */
let refuses: Record<string, number>
let running: Traffic[]

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['nextTick', 'setImmediate', 'queueMicrotask'] })
  asked = []
  called = []
  refuses = {}
  running = []
  startedAt = Date.now()
  globalThis.fetch = ((url: string, init: RequestInit = {}) => {
    const { pathname: path } = new URL(url)
    if (path.endsWith('/lines')) return Promise.resolve(Response.json({ lines }))
    if (path.endsWith('/live')) {
      const stream = new ReadableStream<Uint8Array>({
        start: (controller) => {
          tell = (event, data) =>
            controller.enqueue(encoder.encode(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`))
          init.signal?.addEventListener('abort', () => controller.error(new Error('aborted')))
        },
      })
      return Promise.resolve(new Response(stream))
    }
    const body = JSON.parse(String(init.body)) as Record<string, unknown>
    asked.push({ second: Math.round((Date.now() - startedAt) / 1000), path, body })
    const status = refuses[String(body.type)] ?? 200
    return Promise.resolve(Response.json({ token: 'token' }, { status }))
  }) as typeof fetch
})

afterEach(async () => {
  for (const one of running) await one.stop()
  jest.useRealTimers()
})

const usual: TrafficSettings = {
  chatsPerMinute: 30,
  callPercent: 0,
  textPercent: 0,
  mailPercent: 0,
  agents: 1,
  handleSeconds: 60,
  seed: 7,
  queueIds: [],
  mood: 'even',
}

let called: { from: string; to: string }[] = []
const calls = {
  call: (from: string, to: string, id: string) => {
    called.push({ from, to })
    return Promise.resolve({ status: 201, body: { id, token: 'token', voicemail: false } })
  },
} as unknown as CallNetwork

async function begin(
  settings: Partial<TrafficSettings> = {},
  networks: ConstructorParameters<typeof Traffic>[4] = null,
): Promise<Traffic> {
  const log = pino({ level: 'silent' })
  const traffic = new Traffic({ ...usual, ...settings }, 'http://centre.example', 'key', log, networks)
  running.push(traffic)
  traffic.start()
  await pass(0)
  tell('ready', { agents: ['ana'] })
  await pass(0)
  return traffic
}

async function pass(seconds: number): Promise<void> {
  await jest.advanceTimersByTimeAsync(seconds * 1000)
  // What was read from the stream is taken in turns of the loop that no timer counts.
  for (let n = 0; n < 5; n += 1) await new Promise((resolve) => setImmediate(resolve))
}

const chats = () => asked.filter(({ path }) => path === '/api/gateway/chats')
const commands = () => asked.flatMap(({ body }) => (typeof body.type === 'string' ? [body.type] : []))
const news = (rest: Partial<News>): News => ({
  interactionId: 'i1',
  channel: 'chat',
  toDial: false,
  phase: 'waiting',
  offer: null,
  agentId: null,
  turn: null,
  messages: 1,
  here: true,
  onList: false,
  ...rest,
})

async function customersOf(seed: number): Promise<unknown[]> {
  asked = []
  startedAt = Date.now()
  const traffic = await begin({ seed })
  await pass(120)
  await traffic.stop()
  return chats().map(({ second, body: { name, text, queueId } }) => ({ second, name, text, queueId }))
}

test('a seed settles who comes when, what they say and what they want', async () => {
  const first = await customersOf(7)
  expect(await customersOf(7)).toEqual(first)
  expect(await customersOf(8)).not.toEqual(first)
  // Sixty are wanted in two minutes; fewer than half or more than twice as many would not be that rate.
  expect(first.length).toBeGreaterThan(30)
  expect(first.length).toBeLessThan(120)
})

test('customers come to queues that are open and not given out by hand, unless they are asked for', async () => {
  const all = await begin()
  await pass(120)
  await all.stop()
  expect(new Set(chats().map(({ body }) => body.queueId))).toEqual(new Set(['sailings', 'bookings']))
  asked = []
  await begin({ queueIds: ['groups'] })
  await pass(30)
  expect(chats().at(-1)?.body.queueId).toBe('groups')
})

test('some text and some write email, and answer what they get for a while', async () => {
  const sent: { by: string; from: string; to: string }[] = []
  let heard: (one: PhoneText) => void = () => undefined
  const network = (by: string) =>
    ({
      write: (from: string, to: string) => sent.push({ by, from, to }),
      watch: (told: typeof heard) => {
        if (by === 'sms') heard = told
        return () => undefined
      },
    }) as unknown as TextNetwork
  await begin({ textPercent: 50, mailPercent: 50 }, { texts: network('sms'), mails: network('email'), calls })
  await pass(60)
  expect(chats()).toEqual([])
  expect(new Set(sent.map(({ by, to }) => `${by} ${to}`))).toEqual(
    new Set(['sms +442079460101', 'email bookings@skerrow.example']),
  )
  const texter = sent.find(({ by }) => by === 'sms')?.from ?? ''
  const written = () => sent.filter(({ from }) => from === texter).length
  const before = written()
  for (let n = 0; n < 6; n += 1) {
    heard({ from: '+442079460101', to: texter } as PhoneText)
    await pass(30)
  }
  expect(written()).toBeGreaterThan(before)
  expect(written()).toBeLessThan(before + 6)
})

test('a day does not begin empty: within seconds some are there, by each of the ways', async () => {
  const sent: string[] = []
  const network = (by: string) =>
    ({ write: () => sent.push(by), watch: () => () => undefined }) as unknown as TextNetwork
  await begin(
    { chatsPerMinute: 12, callPercent: 1, textPercent: 1, mailPercent: 1 },
    { texts: network('sms'), mails: network('email'), calls },
  )
  await pass(9)
  expect(new Set(sent)).toEqual(new Set(['sms', 'email']))
  expect(called.map(({ to }) => to)).toEqual(['+442079460100'])
  expect(chats().length).toBeGreaterThanOrEqual(3)
})

test('a simulated agent ends a call after a while, and calls once who is to be called back', async () => {
  await begin({ chatsPerMinute: 0 })
  await pass(4)
  const call = (rest: Partial<News>) => tell('news', news({ channel: 'voice', agentId: 'ana', ...rest }))
  call({ phase: 'connected', turn: 'agent' })
  await pass(30)
  expect(commands()).toEqual(['setPresence'])
  await pass(90)
  expect(commands()).toEqual(['setPresence', 'endInteraction'])
  const back = { interactionId: 'i2', phase: 'connected', toDial: true } as const
  call(back)
  await pass(6)
  expect(commands().at(-1)).toBe('dialCustomer')
  // It rings, and nobody answers.
  call({ ...back, toDial: false })
  call(back)
  await pass(120)
  expect(commands().filter((type) => type === 'dialCustomer')).toHaveLength(1)
  expect(commands().at(-1)).toBe('endInteraction')
})

test('a simulated agent ends what a customer who has no page says nothing more in, and no chat whose page is open', async () => {
  await begin({ chatsPerMinute: 0 })
  await pass(4)
  const owed = { phase: 'connected', agentId: 'ana', turn: 'customer' } as const
  tell('news', news({ ...owed, interactionId: 'open', channel: 'chat', here: true }))
  tell('news', news({ ...owed, interactionId: 'answered', channel: 'sms', here: false }))
  await pass(25)
  tell('news', news({ ...owed, interactionId: 'answered', channel: 'sms', here: false, messages: 2, turn: 'agent' }))
  await pass(1)
  tell('news', news({ ...owed, interactionId: 'silent', channel: 'sms', here: false }))
  tell('news', news({ ...owed, interactionId: 'closed', channel: 'chat', here: false }))
  await pass(80)
  const ended = asked.filter(({ body }) => body.type === 'endInteraction')
  expect(new Set(ended.map(({ body }) => (body.body as { interactionId: string }).interactionId))).toEqual(
    new Set(['silent', 'closed']),
  )
})

test('a simulated agent answers, speaks as long as there is something to say, ends and wraps up', async () => {
  await begin({ chatsPerMinute: 0 })
  await pass(4)
  expect(commands()).toEqual(['setPresence'])
  tell('news', news({ phase: 'offered', offer: { id: 'o1', agentId: 'ana' } }))
  await pass(10)
  expect(commands().at(-1)).toBe('answerOffer')
  tell('news', news({ phase: 'offered', offer: { id: 'o1', agentId: 'ana' } }))
  await pass(10)
  expect(commands().filter((type) => type === 'answerOffer')).toHaveLength(1)
  for (let n = 0; n < 6 && !commands().includes('endInteraction'); n += 1) {
    tell('news', news({ phase: 'connected', agentId: 'ana', turn: 'agent' }))
    await pass(30)
  }
  expect(commands()).toContain('sendMessage')
  expect(commands().at(-1)).toBe('endInteraction')
  tell('news', news({ phase: 'wrapUp', agentId: 'ana' }))
  await pass(20)
  expect(commands().slice(-2)).toEqual(['saveWrapUp', 'finishWrapUp'])
})

test('what others were quicker at is no trouble; anything else is told', async () => {
  const traffic = await begin({ chatsPerMinute: 0 })
  await pass(4)
  refuses = { answerOffer: 409 }
  tell('news', news({ phase: 'offered', offer: { id: 'o1', agentId: 'ana' } }))
  await pass(10)
  expect(traffic.report().trouble).toBeNull()
  refuses = { answerOffer: 500 }
  tell('news', news({ interactionId: 'i2', phase: 'offered', offer: { id: 'o2', agentId: 'ana' } }))
  await pass(10)
  expect(traffic.report().trouble).not.toBeNull()
})

test('when it stops its agents take a break, and nobody comes any more', async () => {
  const traffic = await begin()
  await pass(20)
  await traffic.stop()
  expect(asked.at(-1)?.body).toMatchObject({ type: 'setPresence', body: { stateId: 'break', agentId: 'ana' } })
  const before = asked.length
  await pass(60)
  expect(asked).toHaveLength(before)
  expect(traffic.report()).toMatchObject({ running: false, agentsConnected: 1 })
})
