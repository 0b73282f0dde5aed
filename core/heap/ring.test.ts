import fc from 'fast-check'
import { Ring } from './index.ts'

test('goes round from any place like a sorted list', () => {
  const change = fc.record({ add: fc.boolean(), place: fc.nat({ max: 2999 }) })
  fc.assert(
    fc.property(fc.array(change, { maxLength: 80 }), fc.nat({ max: 2999 }), (changes, from) => {
      const ring = new Ring(3000)
      const places = new Set<number>()
      for (const { add, place } of changes) {
        if (add) ring.add(place)
        else ring.remove(place)
        if (add) places.add(place)
        else places.delete(place)
      }
      const sorted = [...places].sort((a, b) => a - b)
      expect(ring.size).toBe(sorted.length)
      expect([...ring.from(from)]).toEqual([...sorted.filter((p) => p >= from), ...sorted.filter((p) => p < from)])
    }),
  )
})

test.each([0, 1, 31, 32, 33, 1023, 1024, 1025, 40_000])('the last of %i places is found', (size) => {
  const ring = new Ring(size + 1)
  ring.add(size)
  expect([...ring.from(0)]).toEqual([size])
  expect(ring.has(size)).toBe(true)
  ring.remove(size)
  expect([...ring.from(0)]).toEqual([])
})
