'use client'
import Box from '@mui/material/Box'
import type { GridColDef, GridValidRowModel } from '@mui/x-data-grid'

interface FirstRowsProps<R extends GridValidRowModel> {
  readonly label: string | undefined
  readonly rows: readonly R[]
  readonly columns: readonly GridColDef<R>[]
  readonly ticks: boolean
  readonly hrefOf: (id: string) => string
}

/** More than a screen shows. */
const most = 40

/** What a cell says, as the grid says it. Of a column both functions look at the value and the row alone. */
function cellText<R extends GridValidRowModel>(column: GridColDef<R>, row: R): string {
  const valueOf = column.valueGetter as ((value: unknown, row: R) => unknown) | undefined
  const textOf = column.valueFormatter as ((value: unknown, row: R) => unknown) | undefined
  const plain = (row as Readonly<Record<string, unknown>>)[column.field]
  const value = valueOf === undefined ? plain : valueOf(plain, row)
  return String((textOf === undefined ? value : textOf(value, row)) ?? '')
}

/** As wide as in the grid. */
const trackOf = ({ flex, minWidth = 50, width = 100 }: GridColDef): string =>
  flex === undefined ? `${width}px` : `minmax(${minWidth}px, ${flex}fr)`

/** The first rows of a list as plain lines, each a link, until the grid is there to sort, page and choose columns. */
export function FirstRows<R extends GridValidRowModel>({ label, rows, columns, ticks, hrefOf }: FirstRowsProps<R>) {
  const plain = columns as readonly GridColDef[]
  const ends = new Set(plain.filter(({ align }) => align === 'right').map(({ field }) => field))
  return (
    <Box
      component="table"
      aria-label={label}
      sx={{
        '&, & thead, & tbody': { display: 'block' },
        '& tr': {
          display: 'grid',
          gridTemplateColumns: [...(ticks ? ['50px'] : []), ...plain.map(trackOf)].join(' '),
          position: 'relative',
          height: 36,
          alignItems: 'center',
          borderBottom: 1,
          borderColor: 'color-mix(in srgb, currentColor 5%, transparent)',
        },
        '& thead tr': { height: 39 },
        '& th, & td': {
          padding: '0 10px',
          textAlign: 'start',
          whiteSpace: 'nowrap',
          overflow: 'hidden',
          textOverflow: 'ellipsis',
          typography: 'body2',
        },
        '& th': { fontWeight: 600 },
        '& .end': { textAlign: 'end' },
        '& .figure': { fontFamily: "'Spline Sans Mono Variable', monospace" },
        '& a': {
          color: 'inherit',
          textDecoration: 'none',
          '&::after': { content: '""', position: 'absolute', inset: 0 },
          '&:focus-visible::after': { outline: '2px solid', outlineOffset: -2 },
        },
      }}
    >
      <thead>
        <tr>
          {ticks && <td />}
          {plain.map(({ field, headerName }) => (
            <th key={field} scope="col" className={ends.has(field) ? 'end' : undefined}>
              {headerName}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.slice(0, most).map((row) => {
          const id = String((row as { id?: unknown }).id)
          return (
            <tr key={id} data-id={id}>
              {ticks && <td />}
              {columns.map((column, n) => (
                <td
                  key={column.field}
                  className={[ends.has(column.field) ? 'end' : '', String(column.cellClassName ?? '')].join(' ')}
                >
                  {n === 0 ? <a href={hrefOf(id)}>{cellText(column, row)}</a> : cellText(column, row)}
                </td>
              ))}
            </tr>
          )
        })}
      </tbody>
    </Box>
  )
}
