'use client'
import Autocomplete from '@mui/material/Autocomplete'
import TextField from '@mui/material/TextField'
import { Controller, useWatch, type Control } from 'react-hook-form'
import { hasAddress, type PlanDocument, type QueueEdit, type QueueId } from '@eudromos/core/plan'
import { line as t } from '../../../../messages/lines.ts'

/** The lines by which customers come to the queue. */
export function LinesField({ control, document }: { control: Control<QueueEdit>; document: PlanDocument }) {
  const queueId = useWatch({ control, name: 'id' })
  /** A number leads to one queue: it leaves the one that it leads to now. */
  const leaving = (ids: readonly string[], queueId: QueueId): string[] =>
    document.lines
      .filter((line) => ids.includes(line.id) && hasAddress(line) && line.queueIds.some((id) => id !== queueId))
      .map(({ name }) => name)
  const named = (id: string): string => document.lines.find((one) => one.id === id)?.name ?? id
  return (
    <Controller
      control={control}
      name="lineIds"
      render={({ field: { value, onChange, disabled, ref }, fieldState }) => (
        <Autocomplete
          multiple
          size="small"
          options={document.lines.map(({ id }) => id)}
          value={[...value]}
          getOptionLabel={named}
          disabled={disabled}
          onChange={(_, ids) => onChange(ids)}
          renderInput={(params) => (
            <TextField
              {...params}
              inputRef={ref}
              label={t.field}
              error={fieldState.error !== undefined}
              helperText={fieldState.error?.message ?? t.leaves(leaving(value, queueId))}
            />
          )}
        />
      )}
    />
  )
}
