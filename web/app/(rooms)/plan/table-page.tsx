'use client'
import Box from '@mui/material/Box'
import Link from '@mui/material/Link'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import { DataGrid, type DataGridProps, type GridValidRowModel } from '@mui/x-data-grid'
import NextLink from 'next/link'
import type { ReactNode } from 'react'

interface TablePageProps {
  readonly title: string
  readonly back: string
  /** Beside the way back, and the actions after it. */
  readonly under?: string
  readonly actions: ReactNode
  readonly children: ReactNode
}

/** A page of the plan with everything of one kind: its title, the way back, what can be done, and the table. */
export const TablePage = ({ title, back, under, actions, children }: TablePageProps) => (
  <Box
    component="main"
    id="contents"
    sx={{ display: 'flex', flexDirection: 'column', gap: 1.5, padding: 1.5, height: 'calc(100dvh - 96px)' }}
  >
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1.5, alignItems: 'center' }}>
      <Typography component="h1" variant="h1">
        {title}
      </Typography>
      <Link component={NextLink} href="/plan" variant="body2">
        {back}
      </Link>
      <Typography variant="body2" sx={{ color: 'text.secondary', flex: 1 }}>
        {under}
      </Typography>
      {actions}
    </Box>
    {children}
  </Box>
)

interface PlanGridProps<R extends GridValidRowModel> extends DataGridProps<R> {
  readonly onOpen: (id: string) => void
}

/** Rows that open by a click or Enter, a hundred to a page. */
export const PlanGrid = <R extends GridValidRowModel>({ onOpen, ...rest }: PlanGridProps<R>) => (
  <Paper sx={{ flex: 1, minHeight: 240, border: 1, borderColor: 'divider', overflow: 'hidden' }}>
    <DataGrid<R>
      density="compact"
      disableColumnFilter
      disableRowSelectionOnClick
      pageSizeOptions={[25, 50, 100]}
      initialState={{ pagination: { paginationModel: { pageSize: 100 } } }}
      onRowClick={({ id }) => onOpen(String(id))}
      onCellKeyDown={({ id, field }, event) => {
        if (event.key === 'Enter' && field !== '__check__') onOpen(String(id))
      }}
      sx={{
        border: 0,
        '& .figure': { fontFamily: "'Spline Sans Mono Variable', monospace" },
        '& .MuiDataGrid-row': { cursor: 'pointer' },
      }}
      {...rest}
    />
  </Paper>
)
