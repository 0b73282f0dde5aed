// The heap of the textbooks, as a yardstick: nothing of ours in it, no ties, no places kept.
export interface Keyed {
  key: number
}

export class PlainHeap {
  private readonly items: Keyed[] = []

  push(item: Keyed): void {
    const { items } = this
    let at = items.length
    items.push(item)
    while (at > 0) {
      const up = (at - 1) >> 1
      const parent = items[up] as Keyed
      if (parent.key <= item.key) break
      items[at] = parent
      at = up
    }
    items[at] = item
  }

  /** The item with the smallest key. Throws when there is none. */
  pop(): Keyed {
    const { items } = this
    const [first] = items
    const last = items.pop()
    if (first === undefined || last === undefined) throw new Error('the heap is empty')
    const size = items.length
    if (size === 0) return first
    let at = 0
    for (;;) {
      let down = 2 * at + 1
      if (down >= size) break
      if (down + 1 < size && (items[down + 1] as Keyed).key < (items[down] as Keyed).key) down += 1
      const child = items[down] as Keyed
      if (child.key >= last.key) break
      items[at] = child
      at = down
    }
    items[at] = last
    return first
  }
}
