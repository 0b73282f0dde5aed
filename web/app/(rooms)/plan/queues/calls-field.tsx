'use client'
import Box from '@mui/material/Box'
import FormControl from '@mui/material/FormControl'
import FormControlLabel from '@mui/material/FormControlLabel'
import FormHelperText from '@mui/material/FormHelperText'
import MenuItem from '@mui/material/MenuItem'
import Switch from '@mui/material/Switch'
import TextField from '@mui/material/TextField'
import { useController, type Control } from 'react-hook-form'
import { recordingPolicies, type QueueEdit } from '@eudromos/core/plan'
import { callbacks as c } from '../../../../messages/callbacks.ts'
import { recording as t } from '../../../../messages/recording.ts'
import { NumberField } from '../form/fields.tsx'

interface CallersProps {
  readonly control: Control<QueueEdit>
  readonly mayEdit: boolean
}

/** What callers can do who do not want to wait: be called back, or leave a message. */
export function CallersField({ control, mayEdit }: CallersProps) {
  const { field: voicemail } = useController({ control, name: 'voicemail' })
  const { field: after } = useController({ control, name: 'callbackAfterSeconds' })
  const { field: text, fieldState } = useController({ control, name: 'notReachedText' })
  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '3fr 2fr 2fr' },
          gap: 2,
          alignItems: 'start',
        }}
      >
        <NumberField control={control} name="callbackAfterSeconds" label={c.after} optional />
        {after.value !== null && (
          <>
            <NumberField control={control} name="callbackTries" label={c.tries} />
            <NumberField control={control} name="callbackRetrySeconds" label={c.retry} />
          </>
        )}
      </Box>
      <FormHelperText sx={{ marginBlockStart: -1.5 }}>{c.afterHelp}</FormHelperText>
      {after.value !== null && (
        <TextField
          multiline
          maxRows={4}
          label={c.notReached}
          value={text.value}
          disabled={!mayEdit}
          error={fieldState.error !== undefined}
          helperText={fieldState.error?.message ?? c.notReachedHelp}
          onBlur={text.onBlur}
          onChange={({ target }) => text.onChange(target.value)}
          slotProps={{ htmlInput: { maxLength: 600 } }}
        />
      )}
      <FormControl>
        <FormControlLabel
          control={
            <Switch
              checked={voicemail.value}
              disabled={!mayEdit}
              onBlur={voicemail.onBlur}
              onChange={({ target }) => voicemail.onChange(target.checked)}
            />
          }
          label={c.voicemail}
        />
        <FormHelperText>{c.voicemailHelp}</FormHelperText>
      </FormControl>
    </Box>
  )
}

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
