import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import { NetworkPanel } from './network-panel.tsx'

interface DeviceRoomProps {
  readonly title: string
  /** Of the device, and of the network beside it. */
  readonly columns: string
  readonly maySet: boolean
  readonly children: ReactNode
}

/** A customer's device that networks reach; beside it how these do. */
export function DeviceRoom({ title, columns, maySet, children }: DeviceRoomProps) {
  return (
    <Box
      component="main"
      sx={{
        minHeight: '100vh',
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: columns },
        justifyContent: 'center',
        gap: 4,
        padding: { xs: 1.5, md: 4 },
        alignItems: 'start',
      }}
    >
      <Box sx={{ display: 'grid', gap: 2 }}>
        <Typography variant="h1">{title}</Typography>
        {children}
      </Box>
      {maySet && <NetworkPanel />}
    </Box>
  )
}
