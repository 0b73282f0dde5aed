'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { callbacks as t } from '../../../messages/callbacks.ts'
import type { InteractionView, View } from '../../../view/view.ts'
import { attachmentHref } from '../../chat/sent-file.tsx'
import { isSpoken, VoiceMessage } from '../../chat/voice-message.tsx'
import { clockText, firstName } from '../../format.ts'
import { useSeatActions } from '../act.ts'

/** Before the answer: what kind of call it is, where the caller is not on the line, or was cut off before. */
export function AwayNotice({
  interaction: { toCall, back, customerHere, customerName },
}: {
  interaction: InteractionView
}) {
  if (back)
    return (
      <Alert severity="info" sx={{ marginBlockEnd: 1.5 }}>
        {t.back(firstName(customerName))}
      </Alert>
    )
  if (customerHere || (toCall !== 'callback' && toCall !== 'voicemail')) return null
  const first = firstName(customerName)
  return (
    <Alert severity="info" sx={{ marginBlockEnd: 1.5 }}>
      {toCall === 'callback' ? t.offered(first) : t.message(first)}
    </Alert>
  )
}

/** What a caller has said for the centre. */
export function SpokenMessages({ interaction: { id }, view }: { interaction: InteractionView; view: View }) {
  return (view.messages[id] ?? [])
    .filter(({ attachment }) => isSpoken(attachment))
    .map(({ contentId }) => <VoiceMessage key={contentId} src={attachmentHref(contentId)} />)
}

/** A call at whose other end nobody is: it rings, or can be made to. */
export function Dialling({ interaction, now }: { interaction: InteractionView; now: number }) {
  const { attempt } = useSeatActions()
  const { id: interactionId, customerName, ringing, lastDial, dials } = interaction
  const first = firstName(customerName)
  if (ringing !== null)
    return (
      <Box role="status" sx={{ display: 'grid', gap: 1.5, justifyItems: 'start' }}>
        <Typography>
          {t.rings(first)} <Typography variant="figure">{clockText(now - ringing.since)}</Typography>
        </Typography>
        <Button onClick={() => void attempt('stopDialling', { interactionId })}>{t.stop}</Button>
      </Box>
    )
  return (
    <Box sx={{ display: 'grid', gap: 1.5, justifyItems: 'start' }}>
      {lastDial !== null && <Alert severity="warning">{t.ends[lastDial]}</Alert>}
      <Button onClick={() => void attempt('dialCustomer', { interactionId })}>
        {dials === 0 ? t.call(first) : t.callAgain(first)}
      </Button>
    </Box>
  )
}
