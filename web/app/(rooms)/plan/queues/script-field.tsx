'use client'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useController, type Control } from 'react-hook-form'
import type { PlanDocument, QueueEdit } from '@eudromos/core/plan'
import { script as t } from '../../../../messages/scripts.ts'

interface ScriptFieldProps {
  readonly control: Control<QueueEdit>
  readonly document: PlanDocument
  readonly mayEdit: boolean
}

/** What agents of the queue say and ask in calls. */
export function ScriptField({ control, document, mayEdit }: ScriptFieldProps) {
  const { field } = useController({ control, name: 'scriptId' })
  const known = document.scripts.some(({ id }) => id === field.value)
  return (
    <TextField
      select
      fullWidth
      label={t.field}
      helperText={t.fieldHelp}
      value={known ? field.value : ''}
      disabled={!mayEdit}
      onBlur={field.onBlur}
      onChange={({ target }) => field.onChange(target.value === '' ? null : target.value)}
      slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
    >
      <MenuItem value="">{t.noScript}</MenuItem>
      {document.scripts.map(({ id, name }) => (
        <MenuItem key={id} value={id}>
          {name}
        </MenuItem>
      ))}
    </TextField>
  )
}
