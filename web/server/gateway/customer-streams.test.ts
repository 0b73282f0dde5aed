import { CustomerStreams } from './customer-streams.ts'

let streams: CustomerStreams
let closed: string[]

/** Opens one that ends as a stream does: once, however it is closed. */
function open(interactionId: string, name: string, place = 'here'): () => void {
  let over = false
  let end = (): void => undefined
  const close = (): void => {
    if (over) return
    over = true
    closed.push(name)
    end()
  }
  end = streams.begin(interactionId, place, close)
  return close
}

beforeEach(() => {
  streams = new CustomerStreams()
  closed = []
})

test('of five in one conversation the oldest gives way, and no other conversation’s does', () => {
  open('another', 'other')
  for (let n = 1; n <= 4; n += 1) open('chat', `w${n}`)
  expect(closed).toEqual([])
  open('chat', 'w5')
  open('chat', 'w6')
  expect(closed).toEqual(['w1', 'w2'])
  expect(streams.size).toBe(5)
})

test('one that has ended makes room', () => {
  const [first] = [1, 2, 3, 4].map((n) => open('chat', `w${n}`))
  first?.()
  open('chat', 'w5')
  expect(closed).toEqual(['w1'])
})

test('one place has so many, and others are let in', () => {
  const all = Array.from({ length: 200 }, (_, n) => open(`chat ${n}`, `c${n}`))
  expect(() => open('one more', 'late')).toThrow('Too many requests')
  open('one more', 'elsewhere', 'there')
  all[0]?.()
  open('one more', 'later')
  expect(streams.size).toBe(201)
  for (const close of all) close()
  expect(streams.size).toBe(2)
})
