import fc from 'fast-check'
import { Heap, heapNode, type HeapNode } from './index.ts'

const inOrder = (nodes: HeapNode<string>[]): string[] =>
  [...nodes].sort((a, b) => a.key - b.key || (a.tie < b.tie ? -1 : 1)).map(({ item }) => item)

test('gives what was added and not removed, in order, like a sorted list', () => {
  const change = fc.record({ remove: fc.boolean(), key: fc.integer({ min: 0, max: 9 }), pick: fc.nat() })
  fc.assert(
    fc.property(fc.array(change, { maxLength: 200 }), (changes) => {
      const heap = new Heap<string>()
      const nodes: HeapNode<string>[] = []
      changes.forEach(({ remove, key, pick }, n) => {
        const victim = nodes[pick % Math.max(1, nodes.length)]
        if (remove && victim !== undefined) {
          heap.remove(victim)
          nodes.splice(nodes.indexOf(victim), 1)
        } else {
          const node = heapNode(`n${n}`, key, String(n).padStart(4, '0'))
          heap.add(node)
          nodes.push(node)
        }
        expect(heap.size).toBe(nodes.length)
        expect([...heap.inOrder()]).toEqual(inOrder(nodes))
      })
    }),
  )
})

test('a node cannot be in a heap twice, and removing one that is in none does nothing', () => {
  const heap = new Heap<string>()
  const node = heapNode('a', 1, 'a')
  heap.remove(node)
  heap.add(node)
  expect(() => heap.add(node)).toThrow('in a heap already')
})
