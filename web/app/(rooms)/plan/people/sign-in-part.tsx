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
import { Refused, requestJson } from '../../../../components/stream/send.ts'
import { en } from '../../../../messages/en.ts'
import { person as t } from '../../../../messages/people.ts'
import type { PlanState } from '../../../../server/plan/plan.ts'
import { makePasswords } from './passwords.ts'

const signsInBy = ({ simulated, signsIn, secondFactor }: PlanState['people'][number]): string =>
  simulated ? t.simulated : secondFactor ? t.signsInTwice : signsIn ? t.signsIn : t.signsInNot

interface SignInPartProps {
  readonly person: PlanState['people'][number]
  readonly mayEdit: boolean
  readonly onMade: () => Promise<void>
}

/** Whether they can sign in, and a new password for them, told once. */
export function SignInPart({ person, mayEdit, onMade }: SignInPartProps) {
  const [made, setMade] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const [dropping, setDropping] = useState(false)
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
  const drop = async (): Promise<void> => {
    setBusy(true)
    try {
      await requestJson('/api/plan/people/factor', 'DELETE', { personId: person.id })
      setDropping(false)
      notice(t.factorDropped, 'done')
      await onMade()
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
        {signsInBy(person)}
      </Typography>
      {mayEdit && !person.simulated && (
        <Button disabled={busy} onClick={() => void make()}>
          {t.makePassword}
        </Button>
      )}
      {mayEdit && person.secondFactor && (
        <Button disabled={busy} onClick={() => setDropping(true)}>
          {t.dropFactor}
        </Button>
      )}
      <Dialog open={dropping} onClose={() => setDropping(false)}>
        <DialogTitle>{t.dropFactorSure(person.name)}</DialogTitle>
        <DialogContent>
          <Typography>{t.dropFactorNote}</Typography>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setDropping(false)}>{t.keepFactor}</Button>
          <Button variant="contained" disabled={busy} onClick={() => void drop()}>
            {t.dropFactor}
          </Button>
        </DialogActions>
      </Dialog>
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
