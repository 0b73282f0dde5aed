// What the tables of the plan share: finding rows, reading and writing a spreadsheet's file.
import Papa from 'papaparse'

const mostBytes = 5 * 1024 * 1024

/** The rows in which every word stands, in whatever column. */
export function matching<R extends object>(rows: readonly R[], words: string): R[] {
  const wanted = words.trim().toLowerCase().split(/\s+/)
  return rows.filter((row) => {
    const text = Object.values(row).join(' ').toLowerCase()
    return wanted.every((word) => text.includes(word))
  })
}

/** The cells of a CSV file, or null where it is larger than 5 MB. */
export async function readCsv(file: File): Promise<string[][] | null> {
  if (file.size > mostBytes) return null
  return Papa.parse<string[]>((await file.text()).replace(/^\uFEFF/, '')).data
}

/** For spreadsheets: nothing in it counts as a formula. */
export const writeCsv = (rows: readonly (readonly string[])[]): string =>
  `${Papa.unparse(
    rows.map((row) => [...row]),
    { newline: '\r\n', escapeFormulae: true },
  )}\r\n`
