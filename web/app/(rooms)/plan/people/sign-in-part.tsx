'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { useNotice } from '../../../../components/frame/notice.tsx'
import { Refused } from '../../../../components/stream/send.ts'
import { en } from '../../../../messages/en.ts'
import { person as t } from '../../../../messages/people.ts'
import type { PlanState } from '../../../../server/plan/plan.ts'
import { makePasswords } from './passwords.ts'

interface SignInPartProps {
  readonly person: PlanState['people'][number]
  readonly mayEdit: boolean
  readonly onMade: () => Promise<void>
}

/** Whether they can sign in, and a new password for them, told once. */
export function SignInPart({ person, mayEdit, onMade }: SignInPartProps) {
  const [made, setMade] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const notice = useNotice()
  const make = async (): Promise<void> => {
    setBusy(true)
    try {
      const [one] = await makePasswords([person.id])
      setMade(one?.password ?? null)
    } catch (error) {
      notice(error instanceof Refused ? error.message : en.failed)
    } finally {
      setBusy(false)
    }
  }
  const close = (): void => {
    setMade(null)
    void onMade()
  }
  return (
    <Box component="section" aria-label={t.signIn} sx={{ display: 'flex', gap: 2, alignItems: 'center' }}>
      <Typography variant="body2" sx={{ flex: 1 }}>
        {person.simulated ? t.simulated : person.signsIn ? t.signsIn : t.signsInNot}
      </Typography>
      {mayEdit && !person.simulated && (
        <Button disabled={busy} onClick={() => void make()}>
          {t.makePassword}
        </Button>
      )}
      <Dialog open={made !== null} onClose={close}>
        <DialogTitle>{t.passwordFor(person.name)}</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 2 }}>
          <Typography variant="figure" sx={{ fontSize: 20, userSelect: 'all' }}>
            {made}
          </Typography>
          <Typography>{t.passwordOnce}</Typography>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => void navigator.clipboard.writeText(made ?? '').then(() => notice(t.copied, 'done'))}>
            {t.copy}
          </Button>
          <Button variant="contained" onClick={close}>
            {t.close}
          </Button>
        </DialogActions>
      </Dialog>
    </Box>
  )
}
