// What the tables of the plan share: finding rows, reading and writing a spreadsheet's file.
import Papa from 'papaparse'
import { request } from '../../../../components/stream/send.ts'

/** The rows in which every word stands, in whatever column. */
export function matching<R extends object>(rows: readonly R[], words: string): R[] {
  const wanted = words.trim().toLowerCase().split(/\s+/)
  return rows.filter((row) => {
    const text = Object.values(row).join(' ').toLowerCase()
    return wanted.every((word) => text.includes(word))
  })
}

/** The cells of a CSV file, read by the server beside its work. Throws Refused where it is too large. */
export const readCsv = (file: File): Promise<string[][]> =>
  request<string[][]>('/api/plan/rows', { method: 'POST', headers: { 'content-type': 'text/csv' }, body: file })

/** For spreadsheets: nothing in it counts as a formula. */
export const writeCsv = (rows: readonly (readonly string[])[]): string =>
  `${Papa.unparse(
    rows.map((row) => [...row]),
    { newline: '\r\n', escapeFormulae: true },
  )}\r\n`
