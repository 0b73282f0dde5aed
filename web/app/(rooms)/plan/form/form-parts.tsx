'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import type { Refused } from '../../../../components/stream/send.ts'
import { en } from '../../../../messages/en.ts'

/** What went wrong with saving; where somebody else has saved, the way to their version. */
export function Trouble({ trouble, onReload }: { trouble: Refused | null; onReload: () => Promise<void> }) {
  if (trouble === null) return null
  const moved = trouble.code === 'draftMoved'
  return (
    <Alert
      severity="error"
      action={moved ? <Button onClick={() => void onReload()}>{en.plan.loadCurrent}</Button> : undefined}
    >
      {trouble.message}
    </Alert>
  )
}

interface FormFootProps {
  readonly form: {
    readonly changed: boolean
    readonly dirty: boolean
    readonly busy: boolean
    readonly undo: () => void
  }
  readonly mayEdit: boolean
  /** Said while there is nothing to save. */
  readonly calm: string
}

/** The form's last line, always in sight: undo and save. */
export function FormFoot({ form, mayEdit, calm }: FormFootProps) {
  return (
    <Box
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        gap: 1,
        alignItems: 'center',
        justifyContent: 'flex-end',
        position: 'sticky',
        bottom: 0,
        bgcolor: 'background.paper',
        borderTop: 1,
        borderColor: 'divider',
        marginInline: -2.5,
        marginBlockEnd: -2.5,
        paddingInline: 2.5,
        paddingBlock: 1.5,
        zIndex: 2,
        borderRadius: 2,
      }}
    >
      <Typography variant="body2" sx={{ color: 'text.secondary', flex: '1 1 110px' }}>
        {form.dirty && mayEdit ? en.plan.unsaved : calm}
      </Typography>
      {mayEdit && (
        <>
          <Button disabled={!form.changed || form.busy} onClick={form.undo}>
            {en.plan.undo}
          </Button>
          <Button type="submit" variant="contained" disabled={form.busy || !form.dirty}>
            {form.busy ? en.plan.saving : en.plan.save}
          </Button>
        </>
      )}
    </Box>
  )
}
