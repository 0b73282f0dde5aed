'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { timeText } from '../../../components/format.ts'
import { emergencyPlace } from '../../../components/frame/headline.tsx'
import { useLiveStore } from '../../../components/stream/context.tsx'
import { sendCommand } from '../../../components/stream/send.ts'
import { useSending } from '../../../components/stream/sending.ts'
import { en } from '../../../messages/en.ts'
import type { EmergencyView, View } from '../../../view/view.ts'

const t = en.emergency

interface EmergencyBannerProps {
  readonly emergency: EmergencyView
  readonly view: View
  readonly now: number
  readonly mayEnd: boolean
}

/** An emergency closing that lasts: what is closed, what became of whom, and the way to open it again. */
export function EmergencyBanner({ emergency, view, now, mayEnd }: EmergencyBannerProps) {
  const store = useLiveStore()
  const [asking, setAsking] = useState(false)
  const { error, send } = useSending()
  const { id, queueIds, evacuatedIds, waiting, reason, announcement, byName, from } = emergency
  const where = emergencyPlace(view, emergency)
  const zone = view.plan?.zone ?? 'UTC'
  const reopen = (): void => {
    setAsking(false)
    void send(() => sendCommand(store, 'endEmergency', { emergencyId: id }))
  }
  return (
    <Alert
      severity="error"
      variant="outlined"
      sx={{ bgcolor: 'background.paper', marginBlockEnd: 1, '.MuiAlert-message': { color: 'text.primary' } }}
      action={
        mayEnd ? (
          <Button onClick={() => setAsking(true)} sx={{ whiteSpace: 'nowrap' }}>
            {t.open}
          </Button>
        ) : undefined
      }
    >
      <Typography sx={{ fontWeight: 650 }}>
        {t.running(where, timeText(from, zone, now), en.stopgap.reasons[reason], byName)}
      </Typography>
      <Typography variant="body2">
        {t.sums(queueIds.length, evacuatedIds.length)} {queueIds.length > 0 && t.thoseWaiting(waiting)}{' '}
        {announcement !== null && t.customersRead(announcement)}
      </Typography>
      {error !== null && <Typography role="alert">{error}</Typography>}
      <Dialog open={asking} onClose={() => setAsking(false)} fullWidth maxWidth="xs" aria-labelledby={`open-${id}`}>
        <DialogTitle id={`open-${id}`}>{t.openSure(where)}</DialogTitle>
        <DialogContent>
          <Typography>{t.openHelp(evacuatedIds.length)}</Typography>
        </DialogContent>
        <DialogActions>
          <Button onClick={() => setAsking(false)}>{t.keepClosed}</Button>
          <Button variant="contained" onClick={reopen}>
            {t.open}
          </Button>
        </DialogActions>
      </Dialog>
    </Alert>
  )
}
