'use client'
import Box from '@mui/material/Box'
import Link from '@mui/material/Link'
import Typography from '@mui/material/Typography'
import type { GridValidRowModel } from '@mui/x-data-grid'
import NextLink from 'next/link'
import type { ComponentProps, ReactNode } from 'react'
import { ListGrid } from '../../../../components/list/list-grid.tsx'

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

/** Everything of one kind, a hundred to a page. */
export const PlanGrid = <R extends GridValidRowModel>({
  initialState,
  ...props
}: ComponentProps<typeof ListGrid<R>>) => (
  <ListGrid<R> initialState={{ pagination: { paginationModel: { pageSize: 100 } }, ...initialState }} {...props} />
)
