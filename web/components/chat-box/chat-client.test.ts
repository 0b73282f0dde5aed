/** @jest-environment jsdom */
import type { ChatView, MessageView } from '../../view/view.ts'
import { request, requestJson } from '../stream/send.ts'
import { beginChat, ChatClient, readLines } from './chat-client.ts'

jest.mock('../stream/send.ts', () => ({
  request: jest.fn(() => Promise.resolve({})),
  requestJson: jest.fn(() => Promise.resolve({})),
}))

/** A stream of the centre, as a browser has it. */
class MadeSource {
  static readonly CLOSED = 2
  static last: MadeSource
  readyState = 1
  onerror: () => void = () => undefined
  private readonly hearers = new Map<string, (event: { data: string }) => void>()

  constructor(readonly url: string) {
    MadeSource.last = this
  }

  addEventListener(type: string, hear: (event: { data: string }) => void): void {
    this.hearers.set(type, hear)
  }

  tell(type: string, data: unknown): void {
    this.hearers.get(type)?.({ data: JSON.stringify(data) })
  }

  close(): void {
    this.readyState = MadeSource.CLOSED
  }
}

const message = (number: number): MessageView => ({ number, text: `word ${number}` }) as unknown as MessageView
const view = (phase: ChatView['phase'], ...numbers: number[]): ChatView =>
  ({ phase, messages: numbers.map(message) }) as unknown as ChatView
let client: ChatClient
const numbers = (): number[] => client.get().messages.map(({ number }) => number)

beforeEach(() => {
  jest.useFakeTimers()
  jest.clearAllMocks()
  Object.assign(globalThis, { EventSource: MadeSource })
  client = new ChatClient('c1')
})
afterEach(() => jest.useRealTimers())

test('what the stream tells is gathered: each message once, whatever is told again after a break', () => {
  const told = jest.fn()
  const end = client.subscribe(told)
  client.open()
  expect(MadeSource.last.url).toBe('/api/gateway/chats/c1/live')
  MadeSource.last.tell('chat', view('waiting', 1))
  MadeSource.last.tell('chat', view('connected', 2))
  MadeSource.last.onerror()
  expect(client.get().connected).toBe(false)
  MadeSource.last.tell('chat', view('connected', 1, 2, 3))
  expect(numbers()).toEqual([1, 2, 3])
  expect(client.get()).toMatchObject({ connected: true, view: { phase: 'connected' } })
  expect(told).toHaveBeenCalledTimes(4)
  end()
  MadeSource.last.tell('chat', view('connected', 4))
  expect(told).toHaveBeenCalledTimes(4)
})

test('once it is over nothing is listened to any more', () => {
  client.open()
  MadeSource.last.tell('chat', view('over', 1))
  expect(MadeSource.last.readyState).toBe(MadeSource.CLOSED)
})

test('a chat that is unknown here is over; where only the centre is away it is asked for again, and what was seen stays', async () => {
  const answers = async (status: number | null): Promise<void> => {
    Object.assign(globalThis, {
      fetch: jest.fn(() => (status === null ? Promise.reject(new Error('nobody there')) : Promise.resolve({ status }))),
    })
    const source = MadeSource.last
    source.readyState = MadeSource.CLOSED
    source.onerror()
    await jest.advanceTimersByTimeAsync(2500)
    expect(MadeSource.last === source).toBe(status === 404)
  }
  client.open()
  await answers(null)
  await answers(503)
  expect(client.get().view).toBeNull()
  MadeSource.last.tell('chat', view('connected'))
  await answers(500)
  expect(client.get()).toMatchObject({ connected: false, view: { phase: 'connected' } })
  MadeSource.last.tell('chat', view('connected', 1))
  expect(client.get()).toMatchObject({ connected: true, messages: [{ number: 1 }] })
  await answers(404)
  expect(client.get()).toMatchObject({ connected: false, view: { phase: 'connected' } })
  client = new ChatClient('c2')
  const close = client.open()
  await answers(404)
  expect(client.get().view?.phase).toBe('over')
  close()
  expect(jest.getTimerCount()).toBe(0)
})

test('the agent is writing for as long as that is told, and 4 seconds more', () => {
  client.open()
  MadeSource.last.tell('typing', {})
  jest.advanceTimersByTime(3000)
  MadeSource.last.tell('typing', {})
  jest.advanceTimersByTime(3000)
  expect(client.get().typing).toBe(true)
  jest.advanceTimersByTime(1000)
  expect(client.get().typing).toBe(false)
})

test('what another end of a call says is heard until hearing ends', async () => {
  client = new ChatClient('k1', 'calls')
  const heard = jest.fn()
  const end = client.onSignal(heard)
  client.open()
  expect(MadeSource.last.url).toBe('/api/gateway/calls/k1/live')
  MadeSource.last.tell('signal', { from: 'ana', data: { sdp: 'x' } })
  end()
  MadeSource.last.tell('signal', { from: 'ana', data: { sdp: 'y' } })
  expect(heard.mock.calls).toEqual([['ana', { sdp: 'x' }]])
  await client.signal('ana', { sdp: 'z' })
  expect(requestJson).toHaveBeenLastCalledWith('/api/gateway/calls/k1/signals', 'POST', {
    to: 'ana',
    data: { sdp: 'z' },
  })
})

test('what the customer does is asked of the gateway', async () => {
  await client.say('m1', 'Hello')
  await client.received(3, 2)
  await client.typing()
  await client.refuseRecording()
  await client.callback(true)
  await client.callback(false)
  await client.leave()
  expect(jest.mocked(requestJson).mock.calls).toEqual([
    ['/api/gateway/chats/c1/messages', 'POST', { id: 'm1', text: 'Hello' }],
    ['/api/gateway/chats/c1/receipts', 'POST', { delivered: 3, seen: 2 }],
    ['/api/gateway/chats/c1/typing', 'POST', {}],
    ['/api/gateway/chats/c1/refuse-recording', 'POST', {}],
    ['/api/gateway/chats/c1/callback', 'POST', {}],
    ['/api/gateway/chats/c1/callback', 'DELETE', {}],
    ['/api/gateway/chats/c1/leave', 'POST', {}],
  ])
  const file = new File(['x'], 'a picture & more.png')
  await client.attach(file)
  const [url, options] = jest.mocked(request).mock.lastCall ?? []
  expect(url).toMatch(/^\/api\/gateway\/chats\/c1\/attachments\?name=a\+picture\+%26\+more.png&id=[0-9a-f-]{36}$/)
  expect(options).toEqual({ method: 'POST', body: file })
  expect(client.fileHref('a/b')).toBe('/api/gateway/chats/c1/attachments/a%2Fb')
})

test('lines are read for whoever asks; a chat begun a second time has the same id', async () => {
  await readLines(null)
  await readLines('Ilse & co')
  expect(jest.mocked(request).mock.calls.map(([url]) => url)).toEqual([
    '/api/gateway/lines',
    '/api/gateway/lines?customer=Ilse%20%26%20co',
  ])
  const begun = { lineId: 'l', queueId: 'q', name: 'Ilse', text: 'Hello', customerId: null, leaveMessage: false }
  await beginChat('c9', begun)
  expect(requestJson).toHaveBeenLastCalledWith('/api/gateway/chats', 'POST', { id: 'c9', ...begun })
})
