'use client'
import CloseIcon from '@mui/icons-material/Close'
import Box from '@mui/material/Box'
import Drawer from '@mui/material/Drawer'
import IconButton from '@mui/material/IconButton'
import Typography from '@mui/material/Typography'
import { useId, type ReactNode } from 'react'
import { en } from '../messages/en.ts'

/** A panel from the right with a heading; Escape or its button closes it. */
export function SidePanel({
  open,
  title,
  onClose,
  children,
}: {
  open: boolean
  title: string
  onClose: () => void
  children: ReactNode
}) {
  const titleId = useId()
  return (
    <Drawer
      anchor="right"
      open={open}
      onClose={onClose}
      slotProps={{ paper: { 'aria-labelledby': titleId, role: 'dialog', sx: { width: 520, maxWidth: '100vw' } } }}
    >
      <Box sx={{ padding: 2.5, display: 'grid', gap: 1.5, alignContent: 'start' }}>
        <Box sx={{ display: 'flex', alignItems: 'start', gap: 1 }}>
          <Typography variant="h2" id={titleId} sx={{ flex: 1 }}>
            {title}
          </Typography>
          <IconButton aria-label={en.grounds.close} onClick={onClose} edge="end" size="small">
            <CloseIcon />
          </IconButton>
        </Box>
        {children}
      </Box>
    </Drawer>
  )
}
