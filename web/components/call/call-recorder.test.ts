import { atAgent, atCustomer, CallRecorder } from './call-recorder.ts'

let asked: string[]
let bodies: string[]
/** What the centre answers, first things first; 204 where nothing is said. */
let answers: (number | 'away')[]

class FakeRecorder {
  static last: FakeRecorder | null = null
  static isTypeSupported = () => true
  state = 'inactive'
  ondataavailable: ((event: { data: Blob }) => void) | null = null
  onstop: (() => void) | null = null
  private ended: (() => void)[] = []
  constructor() {
    FakeRecorder.last = this
  }
  start(): void {
    this.state = 'recording'
  }
  give(text: string): void {
    this.ondataavailable?.({ data: new Blob([text]) })
  }
  addEventListener(_: string, listener: () => void): void {
    this.ended.push(listener)
  }
  stop(): void {
    this.give('last')
    this.onstop?.()
    for (const listener of this.ended) listener()
  }
}

class FakeAudio {
  static sources: { stream: unknown; connected: boolean }[] = []
  static closed = 0
  static state = 'running'
  static woken: (() => void)[] = []
  state = FakeAudio.state
  createMediaStreamDestination = () => ({ stream: {} })
  createMediaStreamSource = (stream: unknown) => {
    const source = { stream, connected: false }
    FakeAudio.sources.push(source)
    return { connect: () => (source.connected = true), disconnect: () => (source.connected = false) }
  }
  resume = () => Promise.resolve()
  addEventListener(_: string, woken: () => void): void {
    FakeAudio.woken.push(() => {
      this.state = 'running'
      woken()
    })
  }
  close = () => {
    FakeAudio.closed += 1
    return Promise.resolve()
  }
}

beforeEach(() => {
  jest.useFakeTimers()
  asked = []
  bodies = []
  answers = []
  FakeAudio.sources = []
  FakeAudio.closed = 0
  FakeAudio.state = 'running'
  FakeAudio.woken = []
  Object.assign(globalThis, { MediaRecorder: FakeRecorder, AudioContext: FakeAudio })
  globalThis.fetch = ((url: string, init: RequestInit) => {
    asked.push(`${init.method} ${url.replace(/[0-9a-f-]{36}/, 'id')}`)
    bodies.push(typeof init.body === 'string' ? init.body : '')
    const answer = answers.shift() ?? 204
    if (answer === 'away') return Promise.reject(new Error('away'))
    return Promise.resolve(new Response(answer === 204 ? null : '{}', { status: answer }))
  }) as unknown as typeof fetch
})
afterEach(() => jest.useRealTimers())

const settle = (ms = 0): Promise<void> => jest.advanceTimersByTimeAsync(ms)
const stream = () => ({ getAudioTracks: () => [{}] }) as unknown as MediaStream

test('a stretch is begun, brought in parts in order, and ended', async () => {
  const recorder = new CallRecorder(atAgent('call'))
  recorder.start()
  recorder.start()
  FakeRecorder.last?.give('one')
  FakeRecorder.last?.give('')
  recorder.stop('paused')
  await settle()
  expect(asked).toEqual([
    'POST /api/recordings',
    'PUT /api/recordings/id/parts/1',
    'PUT /api/recordings/id/parts/2',
    'POST /api/recordings/id/end',
  ])
  expect(bodies.at(-1)).toBe('{"how":"paused"}')
})

test('at the customer’s end it goes to the call’s own place, with nothing about it', async () => {
  const recorder = new CallRecorder(atCustomer('call'))
  recorder.start()
  recorder.stop('ended')
  await settle()
  const place = '/api/gateway/calls/call/recordings'
  expect(asked).toEqual([`POST ${place}`, `PUT ${place}/id/parts/1`, `POST ${place}/id/end`])
  expect(Object.keys(JSON.parse(bodies[0] ?? '{}') as object)).toEqual(['id'])
})

test('going on after a pause is another stretch', async () => {
  const recorder = new CallRecorder(atAgent('call'))
  recorder.start()
  recorder.stop('paused')
  recorder.start()
  await settle()
  const ids = bodies
    .filter((body) => body.includes('interactionId'))
    .map((body) => (JSON.parse(body) as { id: string }).id)
  expect(new Set(ids).size).toBe(2)
})

test('a part that does not come through is brought again before the next', async () => {
  answers = [204, 'away', 503, 204]
  const recorder = new CallRecorder(atAgent('call'))
  recorder.start()
  FakeRecorder.last?.give('one')
  FakeRecorder.last?.give('two')
  await settle(10_000)
  expect(asked.slice(1)).toEqual([
    'PUT /api/recordings/id/parts/1',
    'PUT /api/recordings/id/parts/1',
    'PUT /api/recordings/id/parts/1',
    'PUT /api/recordings/id/parts/2',
  ])
})

test('where the centre wants no recording nothing more is brought', async () => {
  answers = [409]
  const recorder = new CallRecorder(atAgent('call'))
  recorder.start()
  FakeRecorder.last?.give('one')
  recorder.stop('ended')
  await settle(10_000)
  expect(asked).toEqual(['POST /api/recordings'])
})

test('each stream is mixed once; who is left out is not recorded any more', () => {
  const recorder = new CallRecorder(atAgent('call'))
  const [ana, mara] = [stream(), stream()]
  const both = new Map([
    ['self', ana],
    ['customer', mara],
  ])
  recorder.mix(both)
  recorder.mix(both)
  expect(FakeAudio.sources).toEqual([
    { stream: ana, connected: true },
    { stream: mara, connected: true },
  ])
  recorder.mix(new Map([['self', ana]]))
  expect(FakeAudio.sources.map(({ connected }) => connected)).toEqual([true, false])
})

test('closing ends the stretch first, and then the sound', async () => {
  const recorder = new CallRecorder(atAgent('call'))
  recorder.start()
  recorder.close()
  await settle()
  expect(bodies.at(-1)).toBe('{"how":"ended"}')
  expect(FakeAudio.closed).toBe(1)
})

test('nothing is recorded before the browser lets the page hear: silence would look like a recording', async () => {
  FakeAudio.state = 'suspended'
  FakeRecorder.last = null
  Object.assign(globalThis, { window: new EventTarget() })
  const recorder = new CallRecorder(atAgent('call'))
  recorder.start()
  await settle()
  expect(FakeRecorder.last).toBeNull()
  for (const wake of FakeAudio.woken) wake()
  await settle()
  expect(asked).toEqual(['POST /api/recordings'])
})
