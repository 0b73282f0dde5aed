'use client'
import Box from '@mui/material/Box'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useController, useWatch, type Control } from 'react-hook-form'
import type { PlanDocument, QueueEdit, QueueId } from '@eudromos/core/plan'
import { en } from '../../../../messages/en.ts'
import { ways as t } from '../../../../messages/skills.ts'
import { NumberField } from '../form/fields.tsx'

type Queue = QueueEdit

interface WaysFieldProps {
  readonly control: Control<Queue>
  readonly queueId: QueueId
  readonly document: PlanDocument
  readonly mayEdit: boolean
}

/** How many may wait and how long, and where those beyond it go. */
export function WaysField({ control, queueId, document, mayEdit }: WaysFieldProps) {
  const most = useWatch({ control, name: 'mostWaiting' })
  const longest = useWatch({ control, name: 'longestWaitSeconds' })
  const others = document.queues.filter(({ id, service }) => id !== queueId && service !== 'retired')
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '1fr 1fr' },
        gap: 2,
        alignItems: 'start',
      }}
    >
      <NumberField control={control} name="mostWaiting" label={en.plan.mostWaiting} help={t.mostHelp} optional />
      <Way
        control={control}
        name="whenFullTo"
        label={t.whenFull}
        others={others}
        disabled={!mayEdit || most === null}
      />
      <NumberField control={control} name="longestWaitSeconds" label={t.longest} help={t.longestHelp} optional />
      <Way
        control={control}
        name="longestWaitTo"
        label={t.afterLongest}
        others={others}
        disabled={!mayEdit || longest === null}
      />
    </Box>
  )
}

const away = ' '

interface WayProps {
  readonly control: Control<Queue>
  readonly name: 'whenFullTo' | 'longestWaitTo'
  readonly label: string
  readonly others: readonly { readonly id: string; readonly name: string }[]
  readonly disabled: boolean
}

function Way({ control, name, label, others, disabled }: WayProps) {
  const { field, fieldState } = useController({ control, name })
  return (
    <TextField
      select
      label={label}
      value={field.value ?? away}
      disabled={disabled}
      error={fieldState.error !== undefined}
      helperText={fieldState.error?.message}
      onBlur={field.onBlur}
      onChange={({ target: { value } }) => field.onChange(value === away ? null : value)}
    >
      <MenuItem value={away}>{t.away}</MenuItem>
      {others.map((one) => (
        <MenuItem key={one.id} value={one.id}>
          {t.goesTo(one.name)}
        </MenuItem>
      ))}
    </TextField>
  )
}
