// What was read from a file of people or teams.

/** What is wrong with one row, counted from 1, the header being row 1. */
export interface RowFault {
  readonly row: number
  readonly text: string
}

/** What one row would change; `before` null: something new. */
export interface RowChange<T> {
  readonly before: T | null
  readonly after: T
  readonly fields: readonly { readonly column: string; readonly from: string; readonly to: string }[]
}

export interface Reading<T> {
  readonly changes: readonly RowChange<T>[]
  readonly faults: readonly RowFault[]
  /** How many rows say what is so already. */
  readonly same: number
}

export const plain = (text: string): string => text.trim().toLowerCase()

/** The parts of a cell that holds several, set apart by semicolons. */
export const parts = (text: string): string[] =>
  text
    .split(';')
    .map((part) => part.trim())
    .filter((part) => part !== '')

/** Which known column each cell of the header names; a name that is none is told of. */
export const headerOf = <C extends string>(
  header: readonly string[],
  columns: readonly C[],
  tell: (cell: string) => void,
): (C | undefined)[] =>
  header.map((cell) => {
    const column = columns.find((one) => plain(one) === plain(cell))
    if (column === undefined && cell.trim() !== '') tell(cell.trim())
    return column
  })
