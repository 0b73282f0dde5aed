/** A place in a heap. `position` is -1 while the node is in no heap. */
export interface HeapNode<T> {
  key: number
  tie: string
  readonly item: T
  position: number
}

export const heapNode = <T>(item: T, key: number, tie: string): HeapNode<T> => ({ key, tie, item, position: -1 })

const before = (a: HeapNode<unknown>, b: HeapNode<unknown>): boolean =>
  a.key < b.key || (a.key === b.key && a.tie < b.tie)

/**
 * A binary heap whose nodes know their place: smallest (key, tie) first, add and remove in O(log n). Keys change only
 * while a node is outside.
 */
export class Heap<T> {
  private readonly nodes: HeapNode<T>[] = []

  get size(): number {
    return this.nodes.length
  }

  peek(): HeapNode<T> | undefined {
    return this.nodes[0]
  }

  add(node: HeapNode<T>): void {
    if (node.position !== -1) throw new Error('heap: the node is in a heap already')
    this.nodes.push(node)
    this.rise(node, this.nodes.length - 1)
  }

  /** Takes the node out. A node that is in no heap is left as it is. */
  remove(node: HeapNode<T>): void {
    const at = node.position
    if (at === -1) return
    const last = this.nodes.pop()
    node.position = -1
    if (last === undefined || last === node) return
    const parent = this.nodes[(at - 1) >> 1]
    if (at > 0 && parent !== undefined && before(last, parent)) this.rise(last, at)
    else this.sink(last, at)
  }

  clear(): void {
    for (const node of this.nodes) node.position = -1
    this.nodes.length = 0
  }

  /** The items in order, lazily: k items cost O(k log k), whatever the size. The heap must not change meanwhile. */
  *inOrder(): Generator<T> {
    for (const { item } of this.nodesInOrder()) yield item
  }

  /** The items in order with their keys and ties, lazily. The heap must not change meanwhile. */
  *nodesInOrder(): Generator<HeapNode<T>> {
    const first = this.nodes[0]
    if (first === undefined) return
    yield first
    const frontier = new Heap<HeapNode<T>>()
    const open = (position: number): void => {
      for (const child of [2 * position + 1, 2 * position + 2]) {
        const node = this.nodes[child]
        if (node !== undefined) frontier.add(heapNode(node, node.key, node.tie))
      }
    }
    open(0)
    for (let next = frontier.peek(); next !== undefined; next = frontier.peek()) {
      frontier.remove(next)
      yield next.item
      open(next.item.position)
    }
  }

  private rise(node: HeapNode<T>, from: number): void {
    let at = from
    while (at > 0) {
      const up = (at - 1) >> 1
      const parent = this.nodes[up]
      if (parent === undefined || !before(node, parent)) break
      this.nodes[at] = parent
      parent.position = at
      at = up
    }
    this.nodes[at] = node
    node.position = at
  }

  private sink(node: HeapNode<T>, from: number): void {
    const size = this.nodes.length
    let at = from
    for (;;) {
      let down = 2 * at + 1
      if (down >= size) break
      let child = this.nodes[down]
      const right = this.nodes[down + 1]
      if (child !== undefined && right !== undefined && before(right, child)) {
        child = right
        down += 1
      }
      if (child === undefined || !before(child, node)) break
      this.nodes[at] = child
      child.position = at
      at = down
    }
    this.nodes[at] = node
    node.position = at
  }
}
