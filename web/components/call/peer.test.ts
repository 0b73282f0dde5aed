import { FakeConnection, FakeStream, FakeTrack } from './testing/fake-calls.ts'
import { CallPeer, type CallSignal, type PeerState } from './peer.ts'

const stream = new FakeStream() as unknown as MediaStream

interface End {
  readonly peer: CallPeer
  readonly states: PeerState[]
}

let ends: { agent: End | null; customer: End | null }
let said: string[]
/** Signals on their way, so that a test says when they come. */
let mail: (() => Promise<void>)[]

beforeEach(() => {
  jest.useFakeTimers()
  FakeConnection.all = []
  Object.assign(globalThis, { RTCPeerConnection: FakeConnection, MediaStream: FakeStream })
  ends = { agent: null, customer: null }
  said = []
  mail = []
})

afterEach(() => jest.useRealTimers())

function open(role: 'agent' | 'customer'): End {
  const other = role === 'agent' ? 'customer' : 'agent'
  const states: PeerState[] = []
  const send = (signal: CallSignal): Promise<void> => {
    said.push(`${role} ${signal.kind}`)
    mail.push(async () => ends[other]?.peer.hear(signal))
    return Promise.resolve()
  }
  const end = { peer: new CallPeer(role === 'agent', stream, send, (state) => states.push(state)), states }
  ends[role] = end
  end.peer.begin()
  return end
}

async function deliver(): Promise<void> {
  for (let next = mail.shift(); next !== undefined; next = mail.shift()) {
    await next()
    await jest.advanceTimersByTimeAsync(0)
  }
}

const living = (): number => FakeConnection.all.filter(({ connectionState }) => connectionState === 'connected').length

test.each([
  ['agent', 'customer'],
  ['customer', 'agent'],
] as const)('whether the %s or the %s is there first, they are connected once', async (first, second) => {
  const one = open(first)
  await deliver()
  const two = open(second)
  await deliver()
  expect(one.states.at(-1)).toBe('connected')
  expect(two.states.at(-1)).toBe('connected')
  expect(living()).toBe(2)
  expect(said.filter((word) => word.endsWith('offer'))).toEqual(['agent offer'])
})

test('what is heard comes in another stream each time: one that is played already would stay silent', async () => {
  const { peer } = open('agent')
  open('customer')
  await deliver()
  const heard = [peer.remote]
  for (let n = 0; n < 2; n += 1) {
    FakeConnection.all[0]?.ontrack?.({ track: new FakeTrack() })
    heard.push(peer.remote)
  }
  expect(new Set(heard).size).toBe(3)
})

test.each([
  ['as the browser tells it', [{ type: 'media-source', audioLevel: 0.2 }], 0.2],
  ['measured where it does not', [{ type: 'outbound-rtp', bytesSent: 40 }], 0.5],
])('how loud it is here is %s', async (_, stats, level) => {
  const analyser = { fftSize: 2, getFloatTimeDomainData: (into: Float32Array) => into.set([0.25, -0.5]) }
  const audio = { state: 'running', createAnalyser: () => analyser, createMediaStreamSource: () => ({ connect() {} }) }
  Object.assign(globalThis, { AudioContext: jest.fn(() => audio) })
  const { peer } = open('agent')
  open('customer')
  await deliver()
  Object.assign(FakeConnection.all[0] ?? {}, { stats })
  expect((await peer.stats()).levelHere).toBe(level)
})

test('a candidate that comes before the description waits for it', async () => {
  open('agent')
  open('customer')
  await deliver()
  // Each has the other's, though an offer's candidate is on its way before the offer.
  for (const { candidates } of FakeConnection.all) expect(candidates).toEqual([{ candidate: 'here' }])
})

test.each(['agent', 'customer'] as const)('the %s’s page is loaded anew: the sound is taken up again', async (role) => {
  open('agent')
  open('customer')
  await deliver()
  ends[role]?.peer.close()
  const again = open(role)
  await deliver()
  expect(again.states.at(-1)).toBe('connected')
  expect(living()).toBe(2)
})

test('what is lost for four seconds is begun anew by the agent’s end, whichever notices', async () => {
  open('agent')
  const customer = open('customer')
  await deliver()
  FakeConnection.all.at(-1)?.become('disconnected')
  expect(customer.states.at(-1)).toBe('lost')
  await jest.advanceTimersByTimeAsync(3900)
  expect(said.filter((word) => word === 'agent offer')).toHaveLength(1)
  await jest.advanceTimersByTimeAsync(200)
  await deliver()
  expect(said.filter((word) => word === 'agent offer')).toHaveLength(2)
  expect(customer.states.at(-1)).toBe('connected')
})

test.each([
  ['the customer’s word that they are there', 'customer here'],
  ['the offer', 'agent offer'],
  ['the answer', 'customer answer'],
])('where %s is lost on the way, the sound is begun anew', async (_, lost) => {
  open('agent')
  await deliver()
  const customer = open('customer')
  for (let next = mail.shift(); next !== undefined; next = mail.shift()) {
    const word = said[said.length - mail.length - 1]
    if (word === lost) break
    await next()
    await jest.advanceTimersByTimeAsync(0)
  }
  mail = []
  await jest.advanceTimersByTimeAsync(7000)
  expect(living()).toBeLessThan(2)
  await jest.advanceTimersByTimeAsync(2000)
  await deliver()
  expect([customer.states.at(-1), ends.agent?.states.at(-1)]).toEqual(['connected', 'connected'])
  expect(customer.states).not.toContain('lost')
})

test('who never comes is called ever more seldom', async () => {
  open('agent')
  await jest.advanceTimersByTimeAsync(300_000)
  const offers = said.filter((word) => word === 'agent offer').length
  expect(offers).toBeGreaterThan(5)
  expect(offers).toBeLessThan(14)
})

test('one that is closed says and hears nothing more', async () => {
  const agent = open('agent')
  agent.peer.close()
  open('customer')
  await deliver()
  expect(said.filter((word) => word.startsWith('agent'))).toEqual(['agent here'])
  expect(FakeConnection.all).toEqual([])
})
