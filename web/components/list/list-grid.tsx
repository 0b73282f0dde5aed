'use client'
import Paper from '@mui/material/Paper'
import type { DataGridProps, GridValidRowModel } from '@mui/x-data-grid'
import { useRouter } from 'next/navigation'
import { lazy, Suspense, type ComponentType } from 'react'
import { useInBrowser } from '../fetched.ts'
import { FirstRows } from './first-rows.tsx'

/** Brought after the first rows have been shown: it is larger than all the rest of a page. */
const Grid = lazy(() => import('./grid.tsx'))

interface ListGridProps<R extends GridValidRowModel> extends DataGridProps<R> {
  /** Where a row leads, by a click or Enter. */
  readonly hrefOf: (id: string) => string
}

/** A long list. Its first rows stand in the page as the server sends it, and the grid takes their place. */
export function ListGrid<R extends GridValidRowModel>({ hrefOf, sx, ...rest }: ListGridProps<R>) {
  const router = useRouter()
  // Rows that another question found are about to go: nobody means the one that is under the pointer.
  const stale = rest.loading === true
  const open = (id: string | number): void => {
    if (!stale) router.push(hrefOf(String(id)))
  }
  const first = (
    <FirstRows
      label={rest['aria-label']}
      rows={rest.rows ?? []}
      columns={rest.columns.filter(({ field }) => rest.columnVisibilityModel?.[field] !== false)}
      ticks={rest.checkboxSelection === true}
      hrefOf={hrefOf}
    />
  )
  // The type of a component that is brought later has forgotten of which rows it is.
  const GridOf = Grid as ComponentType<DataGridProps<R>>
  return (
    <Paper
      sx={{
        ...{ flex: 1, minHeight: 240, border: 1, borderColor: 'divider', overflow: 'hidden' },
        ...(stale && { '& [data-id]': { opacity: 0.5, pointerEvents: 'none' } }),
        ...sx,
      }}
    >
      <Suspense fallback={first}>
        {useInBrowser() ? (
          <GridOf
            density="compact"
            disableColumnFilter
            disableRowSelectionOnClick
            pageSizeOptions={[25, 50, 100]}
            onRowClick={({ id }) => open(id)}
            onCellKeyDown={({ id, field }, event) => {
              if (event.key === 'Enter' && field !== '__check__') open(id)
            }}
            sx={{
              border: 0,
              '& .figure': { fontFamily: "'Spline Sans Mono Variable', monospace" },
              '& .MuiDataGrid-row': { cursor: 'pointer' },
            }}
            {...rest}
          />
        ) : (
          first
        )}
      </Suspense>
    </Paper>
  )
}
