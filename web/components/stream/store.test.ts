/** @jest-environment jsdom */
import type { View, ViewChange } from '../../view/view.ts'
import { pulseOf, secondMs } from './pulse.ts'
import { StreamStore } from './store.ts'

class Source {
  static last: Source
  readyState = 1
  onopen: (() => void) | null = null
  onerror: (() => void) | null = null
  private readonly hearers = new Map<string, (event: { data: string }) => void>()
  constructor() {
    Source.last = this
  }
  addEventListener(kind: string, hear: (event: { data: string }) => void): void {
    this.hearers.set(kind, hear)
  }
  tell(kind: string, data: unknown): void {
    this.hearers.get(kind)?.({ data: JSON.stringify(data) })
  }
  close(): void {
    this.hearers.clear()
  }
}
Object.assign(globalThis, { EventSource: Object.assign(Source, { CLOSED: 2 }) })

const parts = { people: {}, queues: {}, interactions: {}, messages: {} }
const snapshot = { seq: 10, at: 0, plan: null, ...parts } as unknown as View
const change = (seq: number, id: string): ViewChange => ({
  ...parts,
  seq,
  at: seq,
  interactions: { [id]: { id } as never },
})

let seen: number[]
let drawn: number
function begun(paced: boolean): StreamStore {
  const store = new StreamStore('/x', paced)
  store.open()
  seen = []
  drawn = 0
  store.shown.subscribe(() => {
    drawn += 1
    seen.push(store.shown.getState().view?.seq ?? 0)
  })
  Source.last.tell('snapshot', snapshot)
  jest.advanceTimersByTime(20)
  return store
}

beforeEach(() => jest.useFakeTimers({ now: 1_000_000 }))
afterEach(() => jest.useRealTimers())

test('a paced stream is drawn once a second at most, with all that came; the first after a pause at once', () => {
  const store = begun(true)
  expect(seen).toEqual([10])
  for (let seq = 11; seq <= 40; seq += 1) {
    Source.last.tell('change', change(seq, `i${seq}`))
    jest.advanceTimersByTime(100)
  }
  expect(drawn).toBeLessThanOrEqual(5)
  jest.advanceTimersByTime(secondMs)
  expect(Object.keys(store.shown.getState().view?.interactions ?? {})).toHaveLength(30)
  jest.advanceTimersByTime(5 * secondMs)
  const before = drawn
  Source.last.tell('change', change(41, 'late'))
  jest.advanceTimersByTime(20)
  expect([drawn - before, seen.at(-1)]).toEqual([1, 41])
})

test('who waits for what they did sees it at once, whether it is there already or still comes', async () => {
  const store = begun(true)
  Source.last.tell('change', change(11, 'a'))
  const there = store.reached(11)
  jest.advanceTimersByTime(20)
  expect(seen.at(-1)).toBe(11)
  await there
  const coming = store.reached(12)
  Source.last.tell('change', change(12, 'b'))
  jest.advanceTimersByTime(20)
  expect(seen.at(-1)).toBe(12)
  await coming
})

test('a lost connection is seen at once, and so is why nothing is taken in; one that is not paced draws each burst', () => {
  const store = begun(true)
  Source.last.onerror?.()
  jest.advanceTimersByTime(20)
  expect(store.shown.getState().status).toBe('lost')
  Source.last.tell('trouble', 'diskFull')
  jest.advanceTimersByTime(20)
  expect(store.shown.getState().trouble).toBe('diskFull')
  Source.last.tell('trouble', null)
  jest.advanceTimersByTime(20)
  expect(store.shown.getState().trouble).toBeNull()
  begun(false)
  Source.last.tell('change', change(11, 'a'))
  Source.last.tell('queues', { q: { id: 'q' } })
  Source.last.tell('change', change(12, 'b'))
  jest.advanceTimersByTime(20)
  Source.last.tell('change', change(13, 'c'))
  jest.advanceTimersByTime(20)
  expect(seen).toEqual([10, 12, 13])
})

test('where the browser gives a stream up it is opened anew, unless it was closed in the meantime', async () => {
  const given = async (): Promise<void> => {
    Source.last.readyState = 2
    Source.last.onerror?.()
    await jest.advanceTimersByTimeAsync(2500)
  }
  const store = new StreamStore('/x')
  const close = store.open()
  const first = Source.last
  await given()
  expect(Source.last).not.toBe(first)
  Source.last.tell('snapshot', snapshot)
  await jest.advanceTimersByTimeAsync(100)
  expect(store.shown.getState()).toMatchObject({ status: 'open', view: { seq: 10 } })
  const second = Source.last
  const end = given()
  close()
  await end
  expect(Source.last).toBe(second)
})

test('one that is closed with something to be drawn draws again once it is opened', () => {
  const store = new StreamStore('/x', true)
  const close = store.open()
  Source.last.tell('snapshot', snapshot)
  jest.advanceTimersByTime(20)
  Source.last.tell('change', change(11, 'a'))
  close()
  jest.advanceTimersByTime(2 * secondMs)
  store.open()
  Source.last.tell('snapshot', { ...snapshot, seq: 12 })
  jest.advanceTimersByTime(2 * secondMs)
  expect(store.shown.getState().view?.seq).toBe(12)
})

test('a pulse beats for all who hear it, and stops with the last', () => {
  const pulse = pulseOf(secondMs)
  const heard: number[] = []
  const stops = [1, 2].map((n) => pulse.subscribe(() => heard.push(n)))
  jest.advanceTimersByTime(2 * secondMs)
  expect(heard).toEqual([1, 2, 1, 2])
  for (const stop of stops) stop()
  expect(jest.getTimerCount()).toBe(0)
})
