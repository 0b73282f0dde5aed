'use client'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import Checkbox from '@mui/material/Checkbox'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import DialogTitle from '@mui/material/DialogTitle'
import FormControlLabel from '@mui/material/FormControlLabel'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useId, useState } from 'react'
import { isCall, abuseReasons, type AbuseReason } from '@eudromos/core/plan'
import { abuse as t } from '../../../messages/abuse.ts'
import type { InteractionView, View } from '../../../view/view.ts'
import { firstName } from '../../format.ts'
import { stateName } from '../../frame/presence.tsx'
import { useSeatActions } from '../act.ts'

interface AbuseProps {
  readonly interaction: InteractionView
  readonly view: View
}

/** What an agent can do about an abusive customer: warn them, end it with a reason, and have them blocked. */
export function Abuse({ interaction, view }: AbuseProps) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button aria-haspopup="dialog" onClick={() => setOpen(true)}>
        {t.open}
      </Button>
      {open && <AbuseDialog interaction={interaction} view={view} onClose={() => setOpen(false)} />}
    </>
  )
}

function AbuseDialog({ interaction, view, onClose }: AbuseProps & { readonly onClose: () => void }) {
  const { act } = useSeatActions()
  const title = useId()
  const { id, channel, customerName, warnings } = interaction
  const [words, setWords] = useState(view.plan?.abuseWarning ?? '')
  const [reason, setReason] = useState<AbuseReason>('insults')
  const [block, setBlock] = useState(false)
  const [error, setError] = useState<string | null>(null)
  const spoken = isCall(channel)
  const { recoverStateId = null, recoverMinutes = 0 } = view.plan ?? {}
  const send = (type: string, body: Record<string, unknown>, then: () => void): void =>
    void act(type, { interactionId: id, ...body }).then(
      () => {
        setError(null)
        then()
      },
      (caught: Error) => setError(caught.message),
    )
  return (
    <Dialog open onClose={onClose} aria-labelledby={title} fullWidth maxWidth="sm">
      <DialogTitle id={title}>{t.title(firstName(customerName))}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 2, alignContent: 'start' }}>
        <Typography role="status">{warnings === 0 ? t.notWarned : t.warned(warnings)}</Typography>
        {spoken ? (
          <div>
            <Typography variant="body2">{t.readOut}</Typography>
            <Typography component="blockquote" sx={{ margin: 0, fontWeight: 650 }}>
              {words}
            </Typography>
          </div>
        ) : (
          <TextField
            label={t.words}
            value={words}
            multiline
            minRows={2}
            onChange={({ target }) => setWords(target.value)}
            slotProps={{ htmlInput: { maxLength: 1000 } }}
          />
        )}
        <Button
          variant="outlined"
          sx={{ justifySelf: 'start' }}
          disabled={!spoken && words.trim() === ''}
          onClick={() => send('warnCustomer', { text: spoken ? null : words }, () => undefined)}
        >
          {spoken ? t.said : t.send}
        </Button>
        <TextField
          select
          label={t.why}
          value={reason}
          onChange={({ target }) => setReason(target.value as AbuseReason)}
        >
          {abuseReasons.map((one) => (
            <MenuItem key={one} value={one}>
              {t.reasons[one]}
            </MenuItem>
          ))}
        </TextField>
        <FormControlLabel
          control={<Checkbox checked={block} onChange={({ target }) => setBlock(target.checked)} />}
          label={t.block}
        />
        {recoverStateId !== null && recoverMinutes > 0 && (
          <Typography variant="body2">{t.then(stateName(view.plan, recoverStateId), recoverMinutes)}</Typography>
        )}
        {error !== null && <Alert severity="error">{error}</Alert>}
      </DialogContent>
      <DialogActions>
        <Button onClick={onClose}>{t.close}</Button>
        <Button variant="contained" onClick={() => send('endForAbuse', { reason, block }, onClose)}>
          {t.end}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
