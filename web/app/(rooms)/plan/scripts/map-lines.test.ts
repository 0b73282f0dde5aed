import fc from 'fast-check'
import type { CallScript, ScriptStep } from '@eudromos/core/plan'
import { mapOf } from './map-lines.ts'

const step = (id: string, to: string): ScriptStep => ({
  id,
  title: id,
  say: '',
  asks: 'nothing',
  question: '',
  answers: [],
  to,
})
const choice = (id: string, ...to: readonly string[]): ScriptStep => ({
  ...step(id, 'next'),
  asks: 'choice',
  answers: to.map((one, n) => ({ text: `answer ${n}`, to: one })),
})
const script = (...steps: readonly ScriptStep[]): CallScript => ({ id: 's', name: 'S', steps })

test('a way to the next box goes straight down, others by lanes, the shortest nearest', () => {
  const { boxes, lines } = mapOf(script(choice('a', 'c', 'next', 'end'), step('b', 'next'), step('c', 'next')))
  expect(boxes[0]?.ways).toEqual([
    { answer: 'answer 0', to: 3 },
    { answer: 'answer 1', to: 2 },
    { answer: 'answer 2', to: null },
  ])
  // The last step leads nowhere, whatever comes next.
  expect(boxes[2]?.ways).toEqual([{ answer: null, to: null }])
  expect(lines.map(({ lane }) => lane)).toEqual([1, 0, null])
})

test('a way to a step that is gone is drawn nowhere', () => {
  const { boxes, lines } = mapOf(script(step('a', 'gone')))
  expect(boxes[0]?.ways).toEqual([{ answer: null, to: 0 }])
  expect(lines).toEqual([])
})

const anyScript = fc.integer({ min: 1, max: 7 }).chain((n) => {
  const way = fc.constantFrom('next', 'end', ...Array.from({ length: n }, (_, i) => `s${i}`))
  const one = (i: number) =>
    fc
      .array(way, { minLength: 1, maxLength: 4 })
      .map(([first = 'end', ...more]) => (more.length === 0 ? step(`s${i}`, first) : choice(`s${i}`, first, ...more)))
  return fc.tuple(...Array.from({ length: n }, (_, i) => one(i))).map((steps) => script(...steps))
})

test('lines that share a lane never overlap, and boxes stand below one another', () => {
  fc.assert(
    fc.property(anyScript, (one) => {
      const { boxes, lines, height } = mapOf(one)
      for (const [n, box] of boxes.entries())
        expect(box.top + box.height).toBeLessThanOrEqual(boxes[n + 1]?.top ?? height)
      const inLanes = lines.filter(({ lane }) => lane !== null)
      for (const [n, a] of inLanes.entries())
        for (const b of inLanes.slice(n + 1)) {
          if (a.lane !== b.lane) continue
          const apart =
            Math.max(a.from, a.to) < Math.min(b.from, b.to) || Math.max(b.from, b.to) < Math.min(a.from, a.to)
          expect(apart).toBe(true)
        }
    }),
  )
})
