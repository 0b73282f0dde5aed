'use client'
import TextField from '@mui/material/TextField'

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
