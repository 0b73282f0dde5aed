'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import { en } from '../../messages/en.ts'
import { seatWords } from '../../messages/steering.ts'
import type { InteractionView, View } from '../../view/view.ts'
import { Transcript } from '../chat/transcript.tsx'
import { clockText } from '../format.ts'
import { forgetTyped, useTyped } from '../typed.ts'
import { queueName } from '../frame/headline.tsx'
import { useNotice } from '../frame/notice.tsx'
import { useSeatActions } from './act.ts'
import { BayHead } from './bay-head.tsx'
import { shownMessages } from './conversation-bay.tsx'

interface WrapUpBayProps {
  readonly interaction: InteractionView
  readonly view: View
  readonly now: number
}

const saveAfterMs = 600
const longerSeconds = 120

/** After the conversation: notes and a disposition, kept as one types, while the wrap-up time runs. */
export function WrapUpBay({ interaction, view, now }: WrapUpBayProps) {
  const { act, attempt } = useSeatActions()
  const notice = useNotice()
  const { id } = interaction
  const [notes, setNotes] = useTyped(`notes ${id}`)
  const [dispositionId, setDispositionId] = useState(interaction.dispositionId ?? '')
  const [saved, setSaved] = useState({ notes: '', dispositionId: interaction.dispositionId ?? '' })
  const changed = notes !== saved.notes || dispositionId !== saved.dispositionId
  const save = async (): Promise<void> => {
    const next = { notes, dispositionId }
    await act('saveWrapUp', { interactionId: id, notes, dispositionId: dispositionId === '' ? null : dispositionId })
    setSaved(next)
  }
  useEffect(() => {
    if (!changed) return
    const timer = setTimeout(() => void save().catch(() => undefined), saveAfterMs)
    return () => clearTimeout(timer)
  })
  const left = Math.max(0, (interaction.wrapUp?.dueAt ?? now) - now)
  const { wrapUp } = interaction
  const most = (view.plan?.longestWrapUpSeconds ?? 0) * 1000
  const mayExtend = wrapUp !== null && wrapUp.dueAt + longerSeconds * 1000 - wrapUp.since <= most
  const finish = async (): Promise<void> => {
    if (changed) await save().catch(() => undefined)
    await act('finishWrapUp', { interactionId: id }).then(
      () => forgetTyped(`notes ${id}`),
      (error: Error) => notice(error.message),
    )
  }
  return (
    <>
      <BayHead
        interaction={interaction}
        under={`${queueName(view, interaction.queueId)} · ${en.seat.ended}`}
        time={clockText(left)}
        pressing={left < 10_000}
      />
      <Transcript
        messages={shownMessages(view.messages[id] ?? [], 'agent', interaction.receipts.customer)}
        own="agent"
        otherName={interaction.customerName}
        zone={view.plan?.zone ?? 'UTC'}
        fileHref={(contentId) => `/api/attachments/${encodeURIComponent(contentId)}`}
      />
      <Box sx={{ padding: 1.5, borderTop: 1, borderColor: 'divider', display: 'grid', gap: 1.25 }}>
        <Typography variant="body2">{en.seat.wrapUpLeft(clockText(left))}</Typography>
        <TextField
          select
          label={en.seat.disposition}
          value={dispositionId}
          onChange={(event) => setDispositionId(event.target.value)}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        >
          <MenuItem value="">{en.seat.noDisposition}</MenuItem>
          {(view.plan?.dispositions ?? []).map((disposition) => (
            <MenuItem key={disposition.id} value={disposition.id}>
              {disposition.name}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          multiline
          minRows={2}
          maxRows={6}
          label={en.seat.notes}
          helperText={en.seat.notesHint}
          value={notes}
          onChange={(event) => setNotes(event.target.value)}
          slotProps={{ htmlInput: { maxLength: 20_000 } }}
        />
        <Box sx={{ display: 'flex', gap: 1 }}>
          {mayExtend && (
            <Button onClick={() => void attempt('extendWrapUp', { interactionId: id, seconds: longerSeconds })}>
              {seatWords.longer}
            </Button>
          )}
          <Button variant="contained" onClick={() => void finish()} sx={{ marginInlineStart: 'auto' }}>
            {en.seat.finish}
          </Button>
        </Box>
      </Box>
    </>
  )
}
