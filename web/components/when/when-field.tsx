'use client'
import TextField from '@mui/material/TextField'
import { lazy, Suspense } from 'react'
import type { WhenFieldProps } from './when.ts'

const Picker = lazy(() => import('./pickers.tsx'))

/**
 * A field for a date or a time of day. What it is picked with is fetched when the first one is shown; on a page that has
 * something else to show first, not before that is there (`ready`).
 */
export function WhenField({ ready = true, ...props }: WhenFieldProps & { readonly ready?: boolean }) {
  const { label, value, sx } = props
  const instead = <TextField disabled fullWidth label={label} value={value.replace('T', ' ')} sx={sx} />
  return ready ? (
    <Suspense fallback={instead}>
      <Picker {...props} />
    </Suspense>
  ) : (
    instead
  )
}
