'use client'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { stopgapReasons, type StopgapReason } from '@eudromos/core/plan'
import { en } from '../../../messages/en.ts'

interface ReasonFieldProps<T> {
  readonly value: T
  readonly onChange: (reason: StopgapReason) => void
}

/** Why something is closed, or kept open: one of the list. */
export const ReasonField = <T extends StopgapReason | ''>({ value, onChange }: ReasonFieldProps<T>) => (
  <TextField
    select
    label={en.stopgap.reason}
    value={value}
    onChange={({ target }) => onChange(target.value as StopgapReason)}
  >
    {stopgapReasons.map((one) => (
      <MenuItem key={one} value={one}>
        {en.stopgap.reasons[one]}
      </MenuItem>
    ))}
  </TextField>
)
