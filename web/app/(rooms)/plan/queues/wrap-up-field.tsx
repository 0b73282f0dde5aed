'use client'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import FormControlLabel from '@mui/material/FormControlLabel'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import { useController, type Control } from 'react-hook-form'
import type { PlanDocument, QueueEdit } from '@eudromos/core/plan'
import { fewOptions } from '../../../../components/few-options.ts'
import { wrapUpOf as t } from '../../../../messages/templates.ts'

interface WrapUpFieldProps {
  readonly control: Control<QueueEdit>
  readonly document: PlanDocument
  readonly mayEdit: boolean
}

/** What conversations of the queue can be said to have come to, and whether that must be said. */
export function WrapUpField({ control, document, mayEdit }: WrapUpFieldProps) {
  const { field: ids, fieldState } = useController({ control, name: 'dispositionIds' })
  const { field: required } = useController({ control, name: 'dispositionRequired' })
  const named = (id: string): string => document.dispositions.find((one) => one.id === id)?.name ?? id
  return (
    <Box sx={{ display: 'grid', gap: 0.5 }}>
      <Autocomplete
        multiple
        size="small"
        disableCloseOnSelect
        filterOptions={fewOptions}
        options={document.dispositions.map(({ id }) => id)}
        value={[...ids.value]}
        getOptionLabel={named}
        disabled={!mayEdit}
        onChange={(_, next) => ids.onChange(next)}
        onBlur={ids.onBlur}
        renderInput={(params) => (
          <TextField
            {...params}
            label={t.dispositions}
            placeholder={ids.value.length === 0 ? t.all : undefined}
            error={fieldState.error !== undefined}
            helperText={fieldState.error?.message ?? t.help}
          />
        )}
      />
      <FormControlLabel
        sx={{ marginInlineStart: 0, gap: 1 }}
        control={
          <Switch
            size="small"
            checked={required.value}
            disabled={!mayEdit}
            onChange={(_, next) => required.onChange(next)}
          />
        }
        label={t.required}
      />
    </Box>
  )
}
