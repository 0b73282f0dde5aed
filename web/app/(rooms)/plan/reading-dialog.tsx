'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'
import type { ReactNode } from 'react'
import { fileWords as t } from '../../../messages/people.ts'
import type { Reading } from './reading.ts'

interface FileDialogProps {
  readonly reading: Reading<{ readonly id: string; readonly name: string }> | null
  /** How many are new, changed, and as they were, as a sentence. */
  readonly sums: (fresh: number, changed: number, same: number) => string
  readonly busy: boolean
  /** Why it was not published; what was read stays. */
  readonly trouble: ReactNode
  readonly onClose: () => void
  readonly onPublish: () => void
}

const most = 100

/** What a file of people or teams would change, row by row, and what in it cannot be read, before anything is published. */
export function FileDialog({ reading, sums, busy, trouble, onClose, onPublish }: FileDialogProps) {
  const { changes, faults, same } = reading ?? { changes: [], faults: [], same: 0 }
  const fresh = changes.filter(({ before }) => before === null).length
  return (
    <Dialog open={reading !== null} onClose={onClose} fullWidth maxWidth="md">
      <DialogTitle>{t.title}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1.5 }}>
        {trouble}
        <Typography>{sums(fresh, changes.length - fresh, same)}</Typography>
        {faults.length > 0 && (
          <Alert severity="warning">
            {t.faulty(faults.length)}
            <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2.5 }}>
              {faults.slice(0, most).map(({ row, text }, n) => (
                <li key={n}>{t.fault(row, text)}</li>
              ))}
            </Box>
            {faults.length > most && t.more(faults.length - most)}
          </Alert>
        )}
        {changes.slice(0, most).map(({ before, after, fields }) => (
          <div key={after.id}>
            <Typography sx={{ fontWeight: 650 }}>{before === null ? t.fresh(after.name) : before.name}</Typography>
            <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2.5 }}>
              {fields.map(({ column, from, to }) => (
                <Typography component="li" key={column} variant="body2">
                  {t.field(column, from, to)}
                </Typography>
              ))}
            </Box>
          </div>
        ))}
        {changes.length > most && <Typography>{t.more(changes.length - most)}</Typography>}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{t.leave}</Button>
        <Button variant="contained" disabled={busy || changes.length === 0} onClick={onPublish}>
          {t.publish(changes.length)}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
