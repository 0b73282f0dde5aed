'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import FormControlLabel from '@mui/material/FormControlLabel'
import LinearProgress from '@mui/material/LinearProgress'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { download } from '../../../../../components/download.ts'
import { Refused } from '../../../../../components/stream/send.ts'
import { en } from '../../../../../messages/en.ts'
import { passwords as t, person as words } from '../../../../../messages/people.ts'
import type { PlanState } from '../../../../../server/plan/plan.ts'
import { writeCsv } from '../../table/rows.ts'
import { makePasswords, type MadePassword } from '../passwords.ts'

interface PasswordsDialogProps {
  /** Of those that the table shows. */
  readonly people: PlanState['people']
  readonly open: boolean
  readonly onClose: () => void
}

/** Passwords for everybody whom the table shows: for those who have none, or for all. They are shown once. */
export function PasswordsDialog({ people, open, onClose }: PasswordsDialogProps) {
  const [anew, setAnew] = useState(false)
  const [busy, setBusy] = useState(false)
  const [made, setMade] = useState<readonly MadePassword[]>([])
  const [trouble, setTrouble] = useState<string | null>(null)
  const signing = people.filter(({ simulated }) => !simulated)
  const without = signing.filter(({ signsIn }) => !signsIn)
  const chosen = anew ? signing : without
  const named = new Map(people.map((one) => [one.id, one]))
  const rows = made.map(({ personId, password }) => {
    const { name = personId, email = '' } = named.get(personId) ?? {}
    return { personId, name, email, password }
  })
  const make = async (): Promise<void> => {
    setBusy(true)
    setTrouble(null)
    try {
      await makePasswords(
        chosen.map(({ id }) => id),
        setMade,
      )
    } catch (error) {
      setTrouble(error instanceof Refused ? error.message : en.failed)
    } finally {
      setBusy(false)
    }
  }
  const close = (): void => {
    if (busy) return
    setMade([])
    setTrouble(null)
    setAnew(false)
    onClose()
  }
  const save = (): void =>
    download(
      'passwords.csv',
      'text/csv',
      writeCsv([[...t.columns], ...rows.map(({ name, email, password }) => [name, email, password])]),
    )
  return (
    <Dialog open={open} onClose={close} maxWidth="md" fullWidth aria-labelledby="passwords-title">
      <DialogTitle id="passwords-title">{t.title}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2 }}>
        {trouble !== null && <Alert severity="error">{trouble}</Alert>}
        {made.length === 0 && !busy && (
          <>
            <Typography>{t.without(without.length, signing.length)}</Typography>
            <FormControlLabel
              control={<Checkbox checked={anew} onChange={(_, on) => setAnew(on)} />}
              label={t.anew(signing.length - without.length)}
              disabled={signing.length === without.length}
            />
          </>
        )}
        {busy && (
          <>
            <LinearProgress
              variant="determinate"
              aria-label={t.title}
              value={(100 * made.length) / Math.max(1, chosen.length)}
            />
            <Typography role="status">{t.progress(made.length, chosen.length)}</Typography>
          </>
        )}
        {made.length > 0 && !busy && (
          <>
            <Alert severity="warning">{t.once(made.length)}</Alert>
            <Table size="small">
              <TableHead>
                <TableRow>
                  {t.columns.map((name) => (
                    <TableCell key={name}>{name}</TableCell>
                  ))}
                </TableRow>
              </TableHead>
              <TableBody>
                {rows.map(({ personId, name, email, password }) => (
                  <TableRow key={personId}>
                    <TableCell>{name}</TableCell>
                    <TableCell>{email}</TableCell>
                    <TableCell>
                      <Typography variant="figure" sx={{ userSelect: 'all' }}>
                        {password}
                      </Typography>
                    </TableCell>
                  </TableRow>
                ))}
              </TableBody>
            </Table>
          </>
        )}
      </DialogContent>
      <DialogActions>
        {made.length === 0 ? (
          <>
            <Button onClick={close} disabled={busy}>
              {words.close}
            </Button>
            <Button variant="contained" disabled={busy || chosen.length === 0} onClick={() => void make()}>
              {t.make(chosen.length)}
            </Button>
          </>
        ) : (
          <>
            <Button onClick={save} disabled={busy}>
              {t.save}
            </Button>
            <Button variant="contained" onClick={close} disabled={busy}>
              {words.close}
            </Button>
          </>
        )}
      </DialogActions>
    </Dialog>
  )
}
