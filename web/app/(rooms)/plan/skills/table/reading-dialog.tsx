'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'
import { levelsTable as t } from '../../../../../messages/skills.ts'
import type { Change, Reading } from './levels.ts'

interface ReadingDialogProps {
  readonly reading: Reading | null
  readonly nameOf: (id: string) => string
  readonly before: (change: Change) => number
  readonly onClose: () => void
  readonly onTake: (changes: readonly Change[]) => void
}

const shown = 100

/** What a file, or what was pasted, would change, and what in it is wrong, before anything is taken. */
export function ReadingDialog({ reading, nameOf, before, onClose, onTake }: ReadingDialogProps) {
  const { changes, faults, same } = reading ?? { changes: [], faults: [], same: 0 }
  return (
    <Dialog open={reading !== null} onClose={onClose} fullWidth maxWidth="sm">
      <DialogTitle>{t.readingTitle}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1.5 }}>
        <Typography>{t.reading(changes.length, same)}</Typography>
        {faults.length > 0 && (
          <Alert severity="warning">
            {t.faulty(faults.length)}
            <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2.5 }}>
              {faults.slice(0, shown).map(({ row, code, value }, n) => (
                <li key={n}>{t.fault(row, code, value)}</li>
              ))}
            </Box>
            {faults.length > shown && t.more(faults.length - shown)}
          </Alert>
        )}
        <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2.5 }}>
          {changes.slice(0, shown).map((change) => (
            <li key={`${change.personId} ${change.skillId}`}>
              {t.change(nameOf(change.personId), nameOf(change.skillId), before(change), change.level)}
            </li>
          ))}
        </Box>
        {changes.length > shown && <Typography>{t.more(changes.length - shown)}</Typography>}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{t.leave}</Button>
        <Button variant="contained" disabled={changes.length === 0} onClick={() => onTake(changes)}>
          {t.take(changes.length)}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
