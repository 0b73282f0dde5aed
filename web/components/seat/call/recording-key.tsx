'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { recording as t } from '../../../messages/recording.ts'
import type { InteractionView, View } from '../../../view/view.ts'
import { firstName } from '../../format.ts'
import type { RecordingChoice } from '../../../view/recording.ts'
import { useFetched } from '../../fetched.ts'
import { useKept } from '../../kept.ts'

/**
 * Whether the call is recorded now, as its queue, its customer and the agent will have it: kept when the page is loaded anew, and
 * asked for where it is opened in another window. Before that is known nothing is recorded: card numbers may be read just then. `own`: who has the call,
 * not a colleague who was asked into it.
 */
export function useRecordingChoice(interaction: InteractionView, view: View, own: boolean) {
  const [kept, set] = useKept(`recording ${interaction.id}`)
  const policy = view.plan?.queues.find(({ id }) => id === interaction.queueId)?.recording ?? 'never'
  const asks = own && kept === '' && policy !== 'never'
  const before = useFetched<{ choice: RecordingChoice }>(
    asks ? `/api/recordings?${new URLSearchParams({ interaction: interaction.id })}` : null,
  )
  const known = !asks || !before.busy
  const choice = kept === '' ? (before.value?.choice ?? '') : (kept as RecordingChoice)
  const may = own && known && policy !== 'never' && !interaction.recordingRefused
  const on = may && (choice === '' ? policy === 'always' : choice === 'on')
  return { policy, known, on, paused: may && choice === 'off', set: (next: Exclude<RecordingChoice, ''>) => set(next) }
}

/** Says that the call is recorded, and lets its agent pause that while card numbers are read. */
export function RecordingKey({
  interaction,
  recording: { policy, known, on, paused, set },
}: {
  interaction: InteractionView
  recording: ReturnType<typeof useRecordingChoice>
}) {
  if (policy === 'never' || !known) return null
  if (interaction.recordingRefused)
    return <Typography role="status">{t.refused(firstName(interaction.customerName))}</Typography>
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
      {on && (
        <Box
          component="span"
          aria-hidden="true"
          sx={{ width: 12, height: 12, borderRadius: '50%', bgcolor: 'error.main', flexShrink: 0 }}
        />
      )}
      <Typography role="status">{on ? t.runs : paused ? t.paused : t.off}</Typography>
      <Button size="small" onClick={() => set(on ? 'off' : 'on')}>
        {policy === 'always' ? (on ? t.pause : t.goOn) : on ? t.end : t.begin}
      </Button>
    </Box>
  )
}
