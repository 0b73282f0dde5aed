'use client'
import Box from '@mui/material/Box'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useController, type Control } from 'react-hook-form'
import { recordingPolicies, type QueueEdit } from '@eudromos/core/plan'
import { recording as t } from '../../../../messages/recording.ts'

/** What callers hear before they are connected, and whether their calls are recorded. */
export function CallsField({ control, mayEdit }: { control: Control<QueueEdit>; mayEdit: boolean }) {
  const { field: policy } = useController({ control, name: 'recording' })
  const { field: words, fieldState } = useController({ control, name: 'announcement' })
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '200px 1fr' },
        gap: 2,
        alignItems: 'start',
      }}
    >
      <TextField
        select
        label={t.policy}
        value={policy.value}
        disabled={!mayEdit}
        onBlur={policy.onBlur}
        onChange={({ target }) => policy.onChange(target.value)}
      >
        {recordingPolicies.map((one) => (
          <MenuItem key={one} value={one}>
            {t.policies[one]}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label={t.announcement}
        value={words.value}
        disabled={!mayEdit}
        error={fieldState.error !== undefined}
        helperText={fieldState.error?.message ?? t.announcementHelp}
        onBlur={words.onBlur}
        onChange={({ target }) => words.onChange(target.value)}
        slotProps={{ htmlInput: { maxLength: 300 } }}
      />
    </Box>
  )
}
