import fc from 'fast-check'
import { PlainHeap } from './plain-heap.ts'

test('gives back what was put in, smallest first, then says that it is empty', () => {
  fc.assert(
    fc.property(fc.array(fc.double({ noNaN: true })), (given) => {
      // Zero is the same with either sign.
      const keys = given.map((key) => key + 0)
      const heap = new PlainHeap()
      for (const key of keys) heap.push({ key })
      expect(keys.map(() => heap.pop().key)).toEqual(keys.toSorted((a, b) => a - b))
      expect(() => heap.pop()).toThrow('empty')
    }),
  )
})
