'use client'
import TextField from '@mui/material/TextField'
import { lazy, Suspense } from 'react'
import type { WhenFieldProps } from './when.ts'

const Picker = lazy(() => import('./pickers.tsx'))

/** A field for a date or a time of day. What it is picked with is fetched when the first one is shown. */
export function WhenField(props: WhenFieldProps) {
  const { label, value, sx } = props
  return (
    <Suspense fallback={<TextField disabled fullWidth label={label} value={value} sx={sx} />}>
      <Picker {...props} />
    </Suspense>
  )
}
