import type { Span } from '@eudromos/core/hours'

export type Shown = 'today' | 'weeks'

export const hourMarks = [0, 3, 6, 9, 12, 15, 18, 21, 24]

/** Person, what they do, the day; or person and a column for each day. */
export const columnsOf = (shown: Shown): string =>
  shown === 'today' ? '210px 330px minmax(0, 1fr)' : '210px repeat(28, minmax(0, 1fr))'

/** Where a span lies within another, as CSS. */
export const placeIn = ({ from, to }: Span, whole: Span) => ({
  left: `${((100 * (from - whole.from)) / (whole.to - whole.from)).toFixed(2)}%`,
  width: `${((100 * (to - from)) / (whole.to - whole.from)).toFixed(2)}%`,
})

/** Away is hatched: told by form, not by colour. */
export const hatching = 'repeating-linear-gradient(135deg, currentColor 0 1.5px, transparent 1.5px 6px)'
