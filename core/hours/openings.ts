import type { Span } from './spans.ts'

/** Openings in order, none touching another: each answer is a binary search. All times are epoch milliseconds. */
export class Openings {
  private readonly starts: Float64Array
  private readonly ends: Float64Array
  /** Open time before the start of each. */
  private readonly sums: Float64Array

  constructor(spans: readonly Span[]) {
    this.starts = Float64Array.from(spans, ({ from }) => from)
    this.ends = Float64Array.from(spans, ({ to }) => to)
    this.sums = new Float64Array(spans.length)
    for (let n = 1; n < spans.length; n += 1)
      this.sums[n] = (this.sums[n - 1] ?? 0) + ((this.ends[n - 1] ?? 0) - (this.starts[n - 1] ?? 0))
  }

  /** The last opening that starts at or before `at`, as its place; -1 where there is none. */
  private place(at: number): number {
    let [low, high] = [0, this.starts.length]
    while (low < high) {
      const middle = (low + high) >>> 1
      if ((this.starts[middle] ?? 0) <= at) low = middle + 1
      else high = middle
    }
    return low - 1
  }

  isOpen(at: number): boolean {
    return at < (this.ends[this.place(at)] ?? -Infinity)
  }

  /** The first opening strictly after `at` among these, or null. */
  nextOpening(at: number): number | null {
    return this.starts[this.place(at) + 1] ?? null
  }

  /** The first closing strictly after `at` among these, or null. */
  nextClosing(at: number): number | null {
    const n = this.place(at)
    return (this.ends[n] ?? -Infinity) > at ? (this.ends[n] ?? null) : (this.ends[n + 1] ?? null)
  }

  /** The first change, opening or closing, strictly after `at` among these, or null. */
  nextChange(at: number): number | null {
    const n = this.place(at)
    return (this.ends[n] ?? -Infinity) > at ? (this.ends[n] ?? null) : (this.starts[n + 1] ?? null)
  }

  /** Open milliseconds from the first opening up to `at`. */
  openBefore(at: number): number {
    const n = this.place(at)
    return n < 0 ? 0 : (this.sums[n] ?? 0) + Math.min(at, this.ends[n] ?? 0) - (this.starts[n] ?? 0)
  }

  /** The smallest instant with so many open milliseconds before it, or null where these openings have fewer. */
  whenOpenFor(ms: number): number | null {
    let [low, high] = [0, this.sums.length]
    while (low < high) {
      const middle = (low + high) >>> 1
      if ((this.sums[middle] ?? 0) < ms) low = middle + 1
      else high = middle
    }
    const n = low - 1
    const found = (this.starts[n] ?? Infinity) + ms - (this.sums[n] ?? 0)
    return n >= 0 && found <= (this.ends[n] ?? 0) ? found : null
  }

  /** Those within [from, to), cut at its ends. */
  within(from: number, to: number): Span[] {
    const found: Span[] = []
    for (let n = Math.max(0, this.place(from)); n < this.starts.length; n += 1) {
      const span = { from: Math.max(from, this.starts[n] ?? 0), to: Math.min(to, this.ends[n] ?? 0) }
      if (span.from >= to) break
      if (span.to > span.from) found.push(span)
    }
    return found
  }
}
