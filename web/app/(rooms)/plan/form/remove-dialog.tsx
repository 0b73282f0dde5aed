'use client'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { en } from '../../../../messages/en.ts'

const t = en.hours
const nothing = ' '

interface RemoveDialogProps {
  readonly open: boolean
  readonly name: string
  readonly users: readonly string[]
  /** What users have without a replacement, as a choice; null: they need one. */
  readonly none: string | null
  readonly note?: string
  readonly others: readonly { readonly id: string; readonly name: string }[]
  readonly onClose: () => void
  readonly onRemove: (replacementId: string | null | undefined) => void
}

/** Asks before something goes: by what it is used, and what takes its place there. */
export function RemoveDialog({ open, name, users, none, note, others, onClose, onRemove }: RemoveDialogProps) {
  const [chosen, setChosen] = useState('')
  const used = users.length > 0
  return (
    <Dialog open={open} onClose={onClose} fullWidth maxWidth="xs">
      <DialogTitle>{t.removeSure(name)}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        <Typography>{used ? t.removeUsed(users) : (note ?? t.removeUnused)}</Typography>
        {used && (
          <TextField
            select
            label={t.instead}
            value={chosen}
            onChange={({ target }) => setChosen(target.value)}
            sx={{ marginBlockStart: 1 }}
          >
            {none !== null && <MenuItem value={nothing}>{none}</MenuItem>}
            {others.map((other) => (
              <MenuItem key={other.id} value={other.id}>
                {other.name}
              </MenuItem>
            ))}
          </TextField>
        )}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{t.keep}</Button>
        <Button
          variant="contained"
          disabled={used && chosen === ''}
          onClick={() => onRemove(used ? (chosen === nothing ? null : chosen) : undefined)}
        >
          {t.remove}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
