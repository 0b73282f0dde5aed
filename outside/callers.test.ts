import { Caller, type CallerPlan } from './callers.ts'
import { CallNetwork, type Ringing } from './calls.ts'

const plan: CallerPlan = {
  id: 'c1',
  from: '+12025550100',
  to: '+442079460100',
  patienceSeconds: 60,
  talkSeconds: 30,
  ratherCalledBack: false,
  seed: 3,
}

let asked: string[]
let tell: (view: object) => void
let told: number
let answers: { status: number; body: object }
let network: CallNetwork
let over: jest.Mock
let trouble: jest.Mock

beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['nextTick', 'setImmediate', 'queueMicrotask'] })
  asked = []
  answers = { status: 201, body: { id: 'c1', token: 'token', voicemail: false } }
  over = jest.fn()
  trouble = jest.fn()
  told = 0
  const tellCentre = () => Promise.resolve(Response.json(answers.body, { status: answers.status }))
  network = new CallNetwork({ settings: { up: true }, tell: tellCentre } as never, () => false)
  globalThis.fetch = ((url: string, init: RequestInit = {}) => {
    const path = new URL(url).pathname.replace('/api/gateway/calls/', '')
    asked.push(init.method === 'DELETE' ? `no ${path}` : path)
    if (!path.endsWith('/live')) return Promise.resolve(Response.json({ seq: 1 }))
    told += 1
    const stream = new ReadableStream<Uint8Array>({
      start: (controller) => {
        tell = (view) => controller.enqueue(new TextEncoder().encode(`event: chat\ndata: ${JSON.stringify(view)}\n\n`))
        init.signal?.addEventListener('abort', () => controller.error(new Error('aborted')))
      },
    })
    return Promise.resolve(new Response(stream))
  }) as typeof fetch
})

afterEach(() => {
  jest.useRealTimers()
})

async function pass(seconds: number): Promise<void> {
  await jest.advanceTimersByTimeAsync(seconds * 1000)
  for (let n = 0; n < 5; n += 1) await new Promise((resolve) => setImmediate(resolve))
}

async function begin(rest: Partial<CallerPlan> = {}): Promise<Caller> {
  const caller = new Caller('http://centre.example', { ...plan, ...rest }, network, over, trouble)
  await caller.call()
  await pass(0)
  return caller
}

test('who is not answered in time hangs up; who is answered talks as long as planned', async () => {
  await begin()
  tell({ phase: 'waiting', callback: null })
  await pass(59)
  expect(asked).toEqual(['c1/live'])
  await pass(2)
  expect(asked).toEqual(['c1/live', 'c1/leave'])
  expect(over).toHaveBeenCalledTimes(1)
  asked = []
  await begin()
  await pass(50)
  tell({ phase: 'connected', callback: null })
  await pass(29)
  expect(asked).toEqual(['c1/live'])
  await pass(2)
  expect(asked).toEqual(['c1/live', 'c1/leave'])
})

test('a call that the centre does not take, or ends, is over', async () => {
  answers = { status: 409, body: { code: 'queueFull' } }
  await begin()
  expect(over).toHaveBeenCalledTimes(1)
  expect(asked).toEqual([])
  answers = { status: 201, body: { id: 'c1', token: 'token', voicemail: false } }
  await begin()
  tell({ phase: 'over', callback: null })
  await pass(100)
  expect(over).toHaveBeenCalledTimes(2)
  expect(asked).toEqual(['c1/live'])
  expect(trouble).not.toHaveBeenCalled()
})

test('who would rather be called back asks for it, hangs up, and answers when it rings', async () => {
  await begin({ ratherCalledBack: true })
  tell({ phase: 'waiting', callback: 'may' })
  await pass(0)
  expect(asked).toEqual(['c1/live', 'c1/callback'])
  await pass(300)
  expect(over).not.toHaveBeenCalled()
  const ringing: Ringing = { id: 'c1.1', from: plan.to, to: plan.from, callId: 'c1', token: 'later' }
  network.ring(ringing)
  expect(network.at(plan.from)).toEqual([ringing])
  await pass(3)
  expect(network.at(plan.from)).toEqual([])
  expect(told).toBe(2)
  tell({ phase: 'connected', callback: null })
  await pass(31)
  expect(asked.at(-1)).toBe('c1/leave')
  expect(over).toHaveBeenCalledTimes(1)
})

test('where traffic stops, nobody is left on a line or waiting to be called back', async () => {
  const waiting = await begin()
  await waiting.hangUp()
  expect(asked).toEqual(['c1/live', 'c1/leave'])
  asked = []
  const away = await begin({ ratherCalledBack: true })
  tell({ phase: 'waiting', callback: 'may' })
  await pass(0)
  await away.hangUp()
  expect(asked).toEqual(['c1/live', 'c1/callback', 'no c1/callback'])
  expect(over).toHaveBeenCalledTimes(2)
})

test('who hangs up while the call is still being put through has left it', async () => {
  const caller = new Caller('http://centre.example', plan, network, over, trouble)
  const calling = caller.call()
  await caller.hangUp()
  expect(await calling).toBe(false)
  expect(asked).toEqual(['c1/leave'])
  await pass(100)
  expect(asked).toEqual(['c1/leave'])
})
