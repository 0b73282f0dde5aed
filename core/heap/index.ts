// Ordered stores for what waits: deadlines, interactions, free agents. Imports nothing.
export { Heap, heapNode, type HeapNode } from './heap.ts'
export { Ring } from './ring.ts'
