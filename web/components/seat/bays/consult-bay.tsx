'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { joining as t } from '../../../messages/joining.ts'
import { en } from '../../../messages/en.ts'
import type { InteractionView, View } from '../../../view/view.ts'
import { clockText } from '../../format.ts'
import { queueName } from '../../frame/headline.tsx'
import { useSeatActions } from '../act.ts'
import { BayHead } from './bay-head.tsx'
import { Story } from '../conversation/story.tsx'

interface ConsultBayProps {
  readonly interaction: InteractionView
  readonly view: View
  readonly now: number
  readonly asked: InteractionView['guests'][number]
}

/** A colleague asks one into their call: who they are, whom it is about, and how long there is to answer. */
export function ConsultBay({ interaction, view, now, asked }: ConsultBayProps) {
  const { attempt } = useSeatActions()
  const { id, agentName, customerName } = interaction
  const dueAt = asked.dueAt ?? now
  const left = Math.max(0, dueAt - now)
  const share = Math.min(1, left / Math.max(1, dueAt - asked.since))
  return (
    <>
      <Box sx={{ height: 6, bgcolor: 'action.hover' }}>
        <Box
          role="timer"
          aria-label={clockText(left)}
          sx={{ height: '100%', width: `${share * 100}%`, bgcolor: 'secondary.main', transition: 'width 250ms linear' }}
        />
      </Box>
      <BayHead
        interaction={interaction}
        under={queueName(view, interaction.queueId)}
        time={clockText(left + 999)}
        pressing={left < 5000}
      />
      <Box sx={{ flex: 1, padding: 1.75, overflowY: 'auto', display: 'grid', gap: 2, alignContent: 'start' }}>
        <div>
          <Typography variant="h3">{t.asked(agentName ?? '', customerName)}</Typography>
          <Typography variant="body2">{t.askedUnder}</Typography>
        </div>
        <Story interaction={interaction} view={view} />
      </Box>
      <Box sx={{ display: 'flex', gap: 1, padding: 1.5 }}>
        <Button variant="contained" onClick={() => void attempt('answerConsult', { interactionId: id })}>
          {en.seat.answer}
          <Typography component="kbd" variant="figure" sx={{ marginInlineStart: 1 }}>
            {en.keys.answer}
          </Typography>
        </Button>
        <Button onClick={() => void attempt('declineConsult', { interactionId: id })}>{en.seat.decline}</Button>
      </Box>
    </>
  )
}
