/** A stretch of time, half open: `from` belongs to it, `to` does not. Epoch milliseconds. */
export interface Span {
  readonly from: number
  readonly to: number
}

/** The union, in order; spans that touch or overlap join. */
export function union(spans: readonly Span[]): Span[] {
  const joined: { from: number; to: number }[] = []
  for (const { from, to } of [...spans].sort((a, b) => a.from - b.from)) {
    const last = joined.at(-1)
    if (to <= from) continue
    if (last !== undefined && from <= last.to) last.to = Math.max(last.to, to)
    else joined.push({ from, to })
  }
  return joined
}

/** What of `spans` no span of `closed` covers; both as `union` gives them. */
export function without(spans: readonly Span[], closed: readonly Span[]): Span[] {
  const left: Span[] = []
  let first = 0
  for (const { from, to } of spans) {
    while ((closed[first]?.to ?? Infinity) <= from) first += 1
    let begin = from
    for (let n = first; (closed[n]?.from ?? Infinity) < to; n += 1) {
      const shut = closed[n] as Span
      if (shut.from > begin) left.push({ from: begin, to: shut.from })
      begin = Math.max(begin, shut.to)
    }
    if (begin < to) left.push({ from: begin, to })
  }
  return left
}
