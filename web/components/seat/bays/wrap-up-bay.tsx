'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useEffect, useRef, useState } from 'react'
import { traitsOf, isCall, moods } from '@eudromos/core/plan'
import { abuse } from '../../../messages/abuse.ts'
import { en } from '../../../messages/en.ts'
import { wrapUpOf as t } from '../../../messages/templates.ts'
import { seatWords } from '../../../messages/steering.ts'
import type { InteractionView, View } from '../../../view/view.ts'
import { attachmentHref } from '../../chat/sent-file.tsx'
import { Transcript } from '../../chat/transcript.tsx'
import { clockText, firstName } from '../../format.ts'
import { forgetKept } from '../../kept.ts'
import { queueName } from '../../frame/headline.tsx'
import { useNotice } from '../../frame/notice.tsx'
import { useSeatActions } from '../act.ts'
import { BayHead } from './bay-head.tsx'
import { ScriptPanel } from '../conversation/script-panel.tsx'
import { useTexts } from '../saying/texts.tsx'
import { useNotes } from './use-notes.ts'
import { shownMessages } from './conversation-bay.tsx'

interface WrapUpBayProps {
  readonly interaction: InteractionView
  readonly view: View
  readonly now: number
}

const saveAfterMs = 600
const againAfterMs = 2000
/** Before the wrap-up ends by itself. */
const lastMomentMs = 2000
const longerSeconds = 120

/** After the conversation: notes and a disposition, kept as one types, while the wrap-up time runs. */
export function WrapUpBay({ interaction, view, now }: WrapUpBayProps) {
  const { act, attempt } = useSeatActions()
  const notice = useNotice()
  const { id } = interaction
  const { text: notes, set: setNotes, before } = useNotes(id)
  const [dispositionId, setDispositionId] = useState(interaction.dispositionId ?? '')
  const [mood, setMood] = useState(interaction.mood)
  const [sent, setSent] = useState<string | null>(null)
  const [saved, setSaved] = useState({ dispositionId: interaction.dispositionId ?? '', mood })
  const [tries, setTries] = useState(0)
  const changed =
    before !== null && (notes !== (sent ?? before) || dispositionId !== saved.dispositionId || mood !== saved.mood)
  const queue = view.plan?.queues.find((one) => one.id === interaction.queueId)
  const offered = (view.plan?.dispositions ?? []).filter(
    (one) => queue === undefined || queue.dispositionIds.length === 0 || queue.dispositionIds.includes(one.id),
  )
  const missing = queue?.dispositionRequired === true && dispositionId === ''
  const save = async (): Promise<void> => {
    await act('saveWrapUp', {
      interactionId: id,
      notes,
      mood,
      dispositionId: dispositionId === '' ? null : dispositionId,
    })
    setSent(notes)
    setSaved({ dispositionId, mood })
  }
  const messages = view.messages[id] ?? []
  const texted = useTexts(interaction, messages)
  const written =
    traitsOf(interaction.channel).address === null
      ? shownMessages(messages, 'agent', interaction.receipts.customer)
      : texted
  const left = Math.max(0, (interaction.wrapUp?.dueAt ?? now) - now)
  const latest = useRef(save)
  useEffect(() => {
    latest.current = save
  })
  // Whatever else is drawn anew meanwhile; and at once where it would come too late.
  const waitMs = tries > 0 ? againAfterMs : left < lastMomentMs ? 0 : saveAfterMs
  useEffect(() => {
    if (!changed) return
    const timer = setTimeout(
      () =>
        void latest.current().then(
          () => setTries(0),
          () => setTries((n) => n + 1),
        ),
      waitMs,
    )
    return () => clearTimeout(timer)
  }, [changed, notes, dispositionId, mood, waitMs, tries])
  const { wrapUp } = interaction
  const most = (view.plan?.longestWrapUpSeconds ?? 0) * 1000
  const mayExtend = wrapUp !== null && wrapUp.dueAt + longerSeconds * 1000 - wrapUp.since <= most
  const finish = async (): Promise<void> => {
    if (changed) await save().catch(() => undefined)
    await act('finishWrapUp', { interactionId: id }).then(
      () => forgetKept(`notes ${id}`),
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
      <Box sx={{ flex: 1, minHeight: 0, overflowY: 'auto', display: 'flex', flexDirection: 'column' }}>
        {isCall(interaction.channel) && (
          <Box sx={{ padding: 1.75, paddingBlockEnd: 0 }}>
            <ScriptPanel interaction={interaction} view={view} />
          </Box>
        )}
        {written.length > 0 && (
          <Transcript
            messages={written}
            own="agent"
            otherName={interaction.customerName}
            zone={view.plan?.zone ?? 'UTC'}
            fileHref={attachmentHref}
          />
        )}
      </Box>
      <Box sx={{ padding: 1.5, borderTop: 1, borderColor: 'divider', display: 'grid', gap: 1.25 }}>
        <Typography variant="body2">{en.seat.wrapUpLeft(clockText(left))}</Typography>
        <TextField
          select
          label={en.seat.disposition}
          value={dispositionId}
          onChange={(event) => setDispositionId(event.target.value)}
          helperText={missing ? t.missing : undefined}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        >
          <MenuItem value="">{en.seat.noDisposition}</MenuItem>
          {offered.map((disposition) => (
            <MenuItem key={disposition.id} value={disposition.id}>
              {disposition.name}
            </MenuItem>
          ))}
        </TextField>
        <Box role="group" aria-label={t.mood} sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap' }}>
          <Typography variant="body2">{t.mood}</Typography>
          {moods.map((one) => (
            <Button
              key={one}
              size="small"
              aria-pressed={mood === one}
              onClick={() => setMood(mood === one ? null : one)}
              sx={{ bgcolor: mood === one ? 'action.selected' : undefined }}
            >
              {mood === one && '✓ '}
              {t.moods[one]}
            </Button>
          ))}
        </Box>
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
        {interaction.blockAsked && <Typography role="status">{abuse.blockAsked(interaction.customerName)}</Typography>}
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          {interaction.warnings > 0 && !interaction.blockAsked && (
            <Button onClick={() => void attempt('askForBlock', { interactionId: id })}>
              {abuse.askToBlock(firstName(interaction.customerName))}
            </Button>
          )}
          {mayExtend && (
            <Button onClick={() => void attempt('extendWrapUp', { interactionId: id, seconds: longerSeconds })}>
              {seatWords.longer}
            </Button>
          )}
          <Button
            variant="contained"
            disabled={missing || before === null}
            onClick={() => void finish()}
            sx={{ marginInlineStart: 'auto' }}
          >
            {en.seat.finish}
          </Button>
        </Box>
      </Box>
    </>
  )
}
