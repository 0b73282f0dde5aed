'use client'
import Alert from '@mui/material/Alert'
import type { ReactNode } from 'react'

/** A warning that stands on a page among other things: told by its sign and its edge, its words in plain ink. */
export function OutlinedWarning({ action, children }: { readonly action?: ReactNode; readonly children: ReactNode }) {
  return (
    <Alert
      severity="warning"
      variant="outlined"
      sx={{ bgcolor: 'background.paper', '.MuiAlert-message': { color: 'text.primary' } }}
      action={action}
    >
      {children}
    </Alert>
  )
}
