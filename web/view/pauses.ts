// What is planned within a shift, as it is edited: the same pause on several days is one row.
import type { Shift } from '@eudromos/core/plan'

export type Pause = Shift['pauses'][number]

export interface PauseRow {
  readonly kind: Pause['kind']
  readonly from: string
  readonly to: string
  /** ISO, in order. */
  readonly weekdays: readonly number[]
}

/** Pauses as rows, in the order of their times. */
export function pauseRows(pauses: readonly Pause[]): PauseRow[] {
  const rows = new Map<string, PauseRow>()
  for (const { kind, from, to, weekday } of pauses) {
    const key = `${from} ${to} ${kind}`
    const weekdays = [...new Set([...(rows.get(key)?.weekdays ?? []), weekday])].sort((a, b) => a - b)
    rows.set(key, { kind, from, to, weekdays })
  }
  return [...rows.entries()].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, row]) => row)
}

/** The pauses of a row, one for each of its days. */
export const pausesOf = ({ weekdays, ...pause }: PauseRow): Pause[] =>
  weekdays.map((weekday) => ({ weekday, ...pause }))

/** The row with a day put in or taken out. */
export const withDay = (row: PauseRow, weekday: number): PauseRow => ({
  ...row,
  weekdays: row.weekdays.includes(weekday)
    ? row.weekdays.filter((day) => day !== weekday)
    : [...row.weekdays, weekday].sort((a, b) => a - b),
})
