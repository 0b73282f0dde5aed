'use client'
import type { PersonId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import { useEffect, useRef } from 'react'
import { attendingWays } from '@eudromos/core/calls'
import { calls } from '../../messages/calls.ts'
import { joining as t } from '../../messages/joining.ts'
import type { InteractionView } from '../../view/view.ts'
import { SoundMeters } from '../call/sound-meters.tsx'
import { useCentreCall } from '../call/use-centre-call.ts'
import { firstName } from '../format.ts'
import { useKeptSwitch } from '../kept.ts'
import { useNotice } from '../frame/notice.tsx'
import { useOneWindow } from '../one-window.ts'
import { useLivePart, useLiveStore } from '../stream/context.tsx'
import { sendCommand } from '../stream/send.ts'

/** The call that a supervisor listens to, advises in or has joined, whatever room they are in meanwhile. */
export function AttendedCall({ personId }: { personId: PersonId }) {
  const attended = useLivePart(({ view }) =>
    Object.values(view?.interactions ?? {}).find((one) => partIn(one, personId) !== undefined),
  )
  return attended === undefined ? null : <Attended key={attended.id} interaction={attended} personId={personId} />
}

const partIn = ({ guests }: InteractionView, id: string): InteractionView['guests'][number] | undefined =>
  guests.find(({ personId, colleague }) => !colleague && personId === id)

function Attended({ interaction, personId }: { interaction: InteractionView; personId: PersonId }) {
  const store = useLiveStore()
  const status = useLivePart((state) => state.status)
  const notice = useNotice()
  const [muted, setMuted] = useKeptSwitch(`muted ${interaction.id}`)
  const { id, agentName, customerName } = interaction
  const way = partIn(interaction, personId)?.way
  const soundHere = useOneWindow(`attending ${personId}`)
  const { sound, parties } = useCentreCall(store, interaction, personId, { on: soundHere, muted })
  const send = (type: string, body: object): void =>
    void sendCommand(store, type, { interactionId: id, ...body }).catch((error: Error) => notice(error.message))
  useAttendAgain(status === 'open', way, (again) => send('attendCall', { way: again }))
  const first = firstName(agentName ?? '')
  return (
    <Paper
      component="aside"
      aria-label={t.attended(agentName ?? '', customerName)}
      elevation={6}
      sx={{
        position: 'fixed',
        right: 16,
        bottom: 16,
        width: 360,
        maxWidth: 'calc(100vw - 32px)',
        zIndex: 1150,
        padding: 2,
        display: 'grid',
        gap: 1.25,
        border: 2,
        borderColor: 'secondary.main',
      }}
    >
      <Typography variant="h2">{t.attended(agentName ?? '', customerName)}</Typography>
      <Typography variant="body2">{t.seen(first)}</Typography>
      {soundHere ? (
        <SoundMeters sound={sound} here={muted ? calls.muted : calls.you} parties={parties} />
      ) : (
        <Typography>{calls.elsewhere}</Typography>
      )}
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {attendingWays.map((one) => (
          <Button
            key={one}
            aria-pressed={way === one}
            sx={{ bgcolor: way === one ? 'action.selected' : undefined }}
            onClick={() => send('attendCall', { way: one })}
          >
            {way === one && '✓ '}
            {one === 'advising' ? t.ways.advising(first) : t.ways[one]}
          </Button>
        ))}
      </Box>
      <Box sx={{ display: 'flex', gap: 1 }}>
        {way !== 'listening' && (
          <Button aria-pressed={muted} onClick={() => setMuted(!muted)}>
            {muted ? calls.muted : calls.mute}
          </Button>
        )}
        <Button variant="contained" onClick={() => send('leaveCall', { personId })} sx={{ marginInlineStart: 'auto' }}>
          {t.leave}
        </Button>
      </Box>
    </Paper>
  )
}

/** After the stream was lost it may come by another process: the centre is told that whoever attends is there by it. */
function useAttendAgain(open: boolean, way: string | undefined, again: (way: string) => void): void {
  const wasOpen = useRef(open)
  useEffect(() => {
    if (open && !wasOpen.current && way !== undefined) again(way)
    wasOpen.current = open
  })
}
