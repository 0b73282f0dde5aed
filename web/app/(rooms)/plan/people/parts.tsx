'use client'
import Alert from '@mui/material/Alert'
import Paper from '@mui/material/Paper'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import type { PeopleFinding } from '@eudromos/core/plan'
import { en } from '../../../../messages/en.ts'
import { peopleFindingText } from '../../../../messages/people.ts'

interface WholeProps {
  readonly label: string
  readonly value: number | null
  readonly disabled: boolean
  readonly fault?: string
  readonly help?: string
  readonly onChange: (value: number | null) => void
}

/** A whole number, or nothing. */
export function WholeField({ label, value, disabled, fault, help, onChange }: WholeProps) {
  return (
    <TextField
      type="number"
      size="small"
      label={label}
      value={value ?? ''}
      disabled={disabled}
      error={fault !== undefined}
      helperText={fault ?? help}
      onChange={({ target }) => onChange(target.value === '' ? null : Number(target.value))}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  )
}

/** What the thing being edited would do, the faults first. */
export function EffectsPane({ findings, children }: { findings: readonly PeopleFinding[]; children: ReactNode }) {
  return (
    <Paper
      component="section"
      aria-label={en.plan.effects}
      sx={{ padding: 2.5, border: 1, borderColor: 'divider', display: 'grid', gap: 1.5 }}
    >
      <Typography variant="h2">{en.plan.effects}</Typography>
      {findings.map((finding, n) => (
        <Alert key={`${finding.code} ${n}`} severity={finding.severity === 'fault' ? 'error' : 'warning'}>
          {peopleFindingText(finding)}
        </Alert>
      ))}
      {children}
    </Paper>
  )
}
