import { beginsWith, CallRoom, isGone, type CallLink, type CallSound } from './call-room.ts'
import type { CallSignal } from './peer.ts'
import { FakeConnection, FakeStream } from './testing/fake-calls.ts'

const open = new Map<string, { readonly room: CallRoom; sound: CallSound }>()
let microphones: FakeStream[] = []
let mail: (() => void)[] = []

beforeEach(() => {
  jest.useFakeTimers()
  FakeConnection.all = []
  FakeStream.copies = []
  microphones = []
  mail = []
  open.clear()
  Object.assign(globalThis, { RTCPeerConnection: FakeConnection, MediaStream: FakeStream })
  Object.assign(globalThis, {
    navigator: {
      mediaDevices: {
        getUserMedia: () => {
          const stream = new FakeStream()
          microphones.push(stream)
          return Promise.resolve(stream)
        },
      },
    },
  })
})
afterEach(() => jest.useRealTimers())

/** One end opens its microphone and keeps a line of sound to these. */
function enter(self: string, others: readonly string[]): CallRoom {
  const send = (to: string, signal: CallSignal): Promise<void> => {
    mail.push(() => open.get(to)?.room.hear(self, signal))
    return Promise.resolve()
  }
  const room = new CallRoom(self, send, (sound) => {
    const one = open.get(self)
    if (one !== undefined) one.sound = sound
  })
  open.set(self, { room, sound: { made: false, local: null, links: new Map(), keysHeard: '', press: () => undefined } })
  room.link(others)
  void room.open(300)
  return room
}

async function deliver(): Promise<void> {
  await jest.advanceTimersByTimeAsync(0)
  for (let next = mail.shift(); next !== undefined; next = mail.shift()) {
    next()
    await jest.advanceTimersByTimeAsync(0)
  }
}

const states = (self: string): string[] =>
  [...(open.get(self)?.sound.links ?? [])].map(([party, { state }]) => `${party} ${state}`).sort()

test.each([
  ['nothing known of it', undefined, true],
  ['another state than connected', { state: 'lost', stats: null }, true],
  ['connected, and nothing measured yet', { state: 'connected', stats: null }, false],
  ['something that came just now', { state: 'connected', stats: { nothingForMs: 400 } }, false],
  ['nothing for more than a second', { state: 'connected', stats: { nothingForMs: 1100 } }, true],
])('an end with %s is gone: %j %s', (_, link, gone) => {
  expect(isGone(link as unknown as CallLink | undefined)).toBe(gone)
})

test('of two ends one begins, never the customer’s, and never both', () => {
  expect(beginsWith('ana', 'customer')).toBe(true)
  expect(beginsWith('customer', 'ana')).toBe(false)
  expect([beginsWith('ana', 'ben'), beginsWith('ben', 'ana')]).toEqual([true, false])
})

test('three are connected each with each, whoever comes first', async () => {
  enter('customer', ['ana', 'ben'])
  await deliver()
  enter('ben', ['customer', 'ana'])
  await deliver()
  enter('ana', ['customer', 'ben'])
  await deliver()
  expect(states('ana')).toEqual(['ben connected', 'customer connected'])
  expect(states('ben')).toEqual(['ana connected', 'customer connected'])
  expect(states('customer')).toEqual(['ana connected', 'ben connected'])
})

test('what one who is not known to be in the call says waits until they are', async () => {
  enter('ana', [])
  await deliver()
  enter('customer', ['ana'])
  await deliver()
  expect(states('ana')).toEqual([])
  open.get('ana')?.room.link(['customer'])
  await deliver()
  expect(states('ana')).toEqual(['customer connected'])
})

test('each hears a copy of its own: one can be silent to some and not to others', async () => {
  const room = enter('ana', ['customer', 'ben'])
  await deliver()
  room.speak((party) => party === 'ben')
  expect(FakeStream.copies.map(({ track }) => track.enabled)).toEqual([false, true])
  expect(microphones[0]?.track.enabled).toBe(true)
})

test('who leaves is let go, and closing lets go of all and of the microphone', async () => {
  const room = enter('ana', ['customer', 'ben'])
  await deliver()
  room.link(['customer'])
  expect(states('ana')).toEqual(['customer connecting'])
  expect(FakeStream.copies.map(({ track }) => track.stopped)).toEqual([false, true])
  room.close()
  expect(FakeStream.copies.every(({ track }) => track.stopped)).toBe(true)
  expect(microphones[0]?.track.stopped).toBe(true)
})

test('keys go out as tones to whoever hears this end, and are told to be read; what is no key is not', async () => {
  enter('ana', ['customer', 'ben'])
  enter('customer', ['ana'])
  enter('ben', ['ana'])
  await deliver()
  const ana = open.get('ana')
  ana?.room.speak((party) => party === 'customer')
  ana?.sound.press('4')
  ana?.sound.press('#')
  await deliver()
  expect(open.get('customer')?.sound.keysHeard).toBe('4#')
  expect(open.get('ben')?.sound.keysHeard).toBe('')
  expect(FakeConnection.all.flatMap(({ keys }) => keys)).toEqual(['4', '#'])
  open.get('customer')?.room.hear('ana', { kind: 'tones', keys: '<b>' })
  expect(open.get('customer')?.sound.keysHeard).toBe('4#')
})
