/**
 * Places 0 to size - 1, each taken or free; the next taken one from any place on, past the end to the beginning, in
 * O(log size). A tree of bits: each word of a level says which words below it hold something.
 */
export class Ring {
  private readonly levels: Uint32Array[] = []
  private taken = 0

  constructor(size: number) {
    for (let words = Math.max(1, Math.ceil(size / 32)); ; words = Math.ceil(words / 32)) {
      this.levels.push(new Uint32Array(words))
      if (words === 1) break
    }
  }

  get size(): number {
    return this.taken
  }

  has(place: number): boolean {
    return ((this.levels[0]?.[place >>> 5] ?? 0) & (1 << (place & 31))) !== 0
  }

  add(place: number): void {
    if (this.has(place)) return
    this.taken += 1
    let at = place
    for (const level of this.levels) {
      level[at >>> 5] = (level[at >>> 5] ?? 0) | (1 << (at & 31))
      at >>>= 5
    }
  }

  remove(place: number): void {
    if (!this.has(place)) return
    this.taken -= 1
    let at = place
    for (const level of this.levels) {
      const word = (level[at >>> 5] ?? 0) & ~(1 << (at & 31))
      level[at >>> 5] = word
      if (word !== 0) return
      at >>>= 5
    }
  }

  /** The first taken place at or after this one, or -1. */
  private next(place: number): number {
    let at = place
    for (let depth = 0; depth < this.levels.length; depth += 1) {
      const level = this.levels[depth]
      const word = level?.[at >>> 5] ?? 0
      const later = (word >>> (at & 31)) << (at & 31)
      if (level !== undefined && at >>> 5 < level.length && later !== 0) return this.descend(depth, at >>> 5, later)
      at = (at >>> 5) + 1
    }
    return -1
  }

  private descend(depth: number, index: number, bits: number): number {
    let at = index * 32 + lowest(bits)
    for (let below = depth - 1; below >= 0; below -= 1) at = at * 32 + lowest(this.levels[below]?.[at] ?? 0)
    return at
  }

  /** The first taken place from this one on and round, or -1. */
  first(place: number): number {
    const at = this.next(place)
    return at === -1 ? this.next(0) : at
  }

  /** All taken places, from this one on and round. Nothing may be added or removed meanwhile. */
  *from(place: number): Generator<number> {
    for (let at = this.next(place); at !== -1; at = this.next(at + 1)) yield at
    for (let at = this.next(0); at !== -1 && at < place; at = this.next(at + 1)) yield at
  }
}

const lowest = (bits: number): number => 31 - Math.clz32(bits & -bits)
