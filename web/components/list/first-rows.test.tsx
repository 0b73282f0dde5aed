/** @jest-environment jsdom */
import type { GridColDef } from '@mui/x-data-grid'
import { render, screen, within } from '@testing-library/react'
import { FirstRows } from './first-rows.tsx'

interface Row {
  readonly id: string
  readonly name: string
  readonly waitMs: number | null
  readonly queue: { readonly name: string }
}

const columns: GridColDef<Row>[] = [
  { field: 'name', headerName: 'Name', flex: 1.5, minWidth: 120 },
  { field: 'queue', headerName: 'Queue', flex: 1, valueGetter: (_, row) => row.queue.name },
  {
    field: 'waitMs',
    headerName: 'Wait',
    width: 84,
    align: 'right',
    cellClassName: 'figure',
    valueFormatter: (ms: number | null) => (ms === null ? '' : `${ms / 1000} s`),
  },
]
const rowsOf = (n: number): Row[] =>
  Array.from({ length: n }, (_, k) => ({
    ...{ id: `r${k}`, name: `Person ${k}` },
    ...{ waitMs: k === 1 ? null : 2000, queue: { name: 'Boats' } },
  }))
const shown = (n: number) =>
  render(<FirstRows label="All" rows={rowsOf(n)} columns={columns} ticks={false} hrefOf={(id) => `/one/${id}`} />)

test('each row says what the grid says, and leads where the grid leads', () => {
  shown(2)
  const [head, first, second] = within(screen.getByRole('table', { name: 'All' })).getAllByRole('row')
  const textsOf = (row: HTMLElement | undefined) => [...(row?.children ?? [])].map(({ textContent }) => textContent)
  expect(textsOf(head)).toEqual(['Name', 'Queue', 'Wait'])
  expect(textsOf(first)).toEqual(['Person 0', 'Boats', '2 s'])
  expect(textsOf(second)).toEqual(['Person 1', 'Boats', ''])
  expect(screen.getByRole('link', { name: 'Person 1' }).getAttribute('href')).toBe('/one/r1')
  expect(first?.lastElementChild?.className).toBe('end figure')
})

test('no more of ten thousand than a screen shows', () => {
  shown(10_000)
  expect(screen.getAllByRole('link')).toHaveLength(40)
})
