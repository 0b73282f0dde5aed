import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import { PageTitle } from './page-title.tsx'

/** What stands where a page cannot be shown: what is the matter, and the ways out of here. */
export function DeadEnd({ title, why, children }: { title: string; why: string; children: ReactNode }) {
  return (
    <Box component="main" id="contents" sx={{ padding: 4, maxWidth: 640, display: 'grid', gap: 2 }}>
      <PageTitle of={title} />
      <Typography variant="h1">{title}</Typography>
      <Typography>{why}</Typography>
      <Box sx={{ display: 'flex', gap: 2 }}>{children}</Box>
    </Box>
  )
}
