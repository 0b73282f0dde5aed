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
import { fileWords as t } from '../../messages/people.ts'
import type { Reading } from '../../view/reading.ts'

interface FileDialogProps {
  readonly reading: Pick<Reading<{ readonly id: string; readonly name: string }>, 'changes' | 'faults' | 'same'> | null
  /** How many are new, changed, and as they were, as a sentence. */
  readonly sums: (fresh: number, changed: number, same: number) => string
  /** How what is done with them is called; by default they are published. */
  readonly takeIn?: (changes: number) => string
  /** Where not all that was read is at hand: how many there are. */
  readonly totals?: { readonly fresh: number; readonly changed: number; readonly moreFaults: number }
  /** What is being done with it; null where nothing is. */
  readonly busy: string | null
  /** Why it was not published; what was read stays. */
  readonly trouble: ReactNode
  readonly onClose: () => void
  readonly onPublish: () => void
}

const most = 100

/** What a file of people or teams would change, row by row, and what in it cannot be read, before anything is published. */
export function FileDialog({
  reading,
  sums,
  takeIn = t.publish,
  totals,
  busy,
  trouble,
  onClose,
  onPublish,
}: FileDialogProps) {
  const { changes, faults, same } = reading ?? { changes: [], faults: [], same: 0 }
  const fresh = totals?.fresh ?? changes.filter(({ before }) => before === null).length
  const changed = totals?.changed ?? changes.length - fresh
  const allFaults = faults.length + (totals?.moreFaults ?? 0)
  return (
    <Dialog open={reading !== null} onClose={onClose} fullWidth maxWidth="md">
      <DialogTitle>{t.title}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1.5 }}>
        {trouble}
        <Typography>{sums(fresh, changed, same)}</Typography>
        {faults.length > 0 && (
          <Alert severity="warning">
            {t.faulty(allFaults)}
            <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2.5 }}>
              {faults.slice(0, most).map(({ row, text }, n) => (
                <li key={n}>{t.fault(row, text)}</li>
              ))}
            </Box>
            {allFaults > most && t.more(allFaults - most)}
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
        {fresh + changed > most && <Typography>{t.more(fresh + changed - most)}</Typography>}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{t.leave}</Button>
        <Button variant="contained" disabled={busy !== null || changes.length === 0} onClick={onPublish}>
          {busy ?? takeIn(fresh + changed)}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
