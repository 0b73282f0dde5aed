// An ordered store for what waits: deadlines, interactions, free agents. Imports nothing.
export { Heap, heapNode, type HeapNode } from './heap.ts'
