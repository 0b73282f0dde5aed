'use client'
import type { InteractionId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Slider from '@mui/material/Slider'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useTheme } from '@mui/material/styles'
import { useEffect, useRef, useState } from 'react'
import { clockText } from '../../../../components/format.ts'
import { recording as t } from '../../../../messages/recording.ts'
import type { RecordDetails } from '../../../../server/records/records.ts'
import { joinedSound, type JoinedSound } from './joined-sound.ts'
import { RecordingMarks } from './recording-marks.tsx'

type Stretches = RecordDetails['recordings']

const speeds = [0.75, 1, 1.25, 1.5, 2] as const

interface RecordingPlayerProps {
  readonly stretches: Stretches
  readonly heardBy: readonly string[]
  readonly interactionId: InteractionId
  readonly marks: RecordDetails['marks']
  readonly mayMark: boolean
}

/** The recording of a call: its stretches one after the other, drawn, with what was not recorded between them. */
export function RecordingPlayer({ stretches, heardBy, ...marking }: RecordingPlayerProps) {
  const [sound, setSound] = useState<JoinedSound | 'loading' | null>(null)
  const [error, setError] = useState<string | null>(null)
  const there = stretches.filter(({ gone }) => !gone)
  const load = (): void => {
    setSound('loading')
    setError(null)
    joinedSound(there).then(setSound, (caught: Error) => {
      setError(caught.message)
      setSound(null)
    })
  }
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      {there.length === 0 && <Typography>{t.gone}</Typography>}
      {error !== null && <Alert severity="error">{error}</Alert>}
      {there.length > 0 && sound === null && (
        <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
          <Button variant="contained" onClick={load}>
            {t.load}
          </Button>
          <Typography variant="body2">{t.noted}</Typography>
        </Box>
      )}
      {sound === 'loading' && <Typography role="status">{t.loading}</Typography>}
      {sound !== null && sound !== 'loading' && <Player sound={sound} {...marking} />}
      {heardBy.length > 0 && <Typography variant="body2">{t.heardBy(heardBy)}</Typography>}
    </Box>
  )
}

type PlayerProps = Pick<RecordingPlayerProps, 'interactionId' | 'marks' | 'mayMark'> & { readonly sound: JoinedSound }

function Player({ sound, interactionId, marks, mayMark }: PlayerProps) {
  const player = useRef<HTMLAudioElement>(null)
  const [at, setAt] = useState(0)
  const [playing, setPlaying] = useState(false)
  const [speed, setSpeed] = useState(1)
  useEffect(() => () => URL.revokeObjectURL(sound.url), [sound])
  const seek = (seconds: number): void => {
    if (player.current !== null) player.current.currentTime = seconds
    setAt(seconds)
  }
  if (sound.seconds === 0) return <Typography>{t.none}</Typography>
  return (
    <Box role="group" aria-label={t.recordings} sx={{ display: 'grid', gap: 1 }}>
      <audio
        ref={player}
        src={sound.url}
        onTimeUpdate={({ currentTarget }) => setAt(currentTarget.currentTime)}
        onPlay={() => setPlaying(true)}
        onPause={() => setPlaying(false)}
        onEnded={() => setPlaying(false)}
      />
      <Waveform sound={sound} marks={marks} at={at} onSeek={seek} />
      <Slider
        size="small"
        aria-label={t.place}
        value={at}
        max={sound.seconds}
        step={1}
        getAriaValueText={(value) => t.at(clockText(value * 1000), clockText(sound.seconds * 1000))}
        onChange={(_, value) => seek(value as number)}
      />
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
        <Button
          variant="contained"
          onClick={() => void (playing ? player.current?.pause() : player.current?.play().catch(() => undefined))}
        >
          {playing ? t.stop : t.play}
        </Button>
        <TextField
          select
          size="small"
          label={t.speed}
          value={String(speed)}
          onChange={({ target }) => {
            const next = Number(target.value)
            setSpeed(next)
            if (player.current !== null) player.current.playbackRate = next
          }}
          sx={{ width: 100 }}
        >
          {speeds.map((one) => (
            <MenuItem key={one} value={String(one)}>
              {one}×
            </MenuItem>
          ))}
        </TextField>
        <Typography variant="figure">{t.at(clockText(at * 1000), clockText(sound.seconds * 1000))}</Typography>
      </Box>
      {sound.gaps.map(({ at: from, why, ms }) => (
        <Typography key={from} variant="body2">
          <Typography component="span" variant="figure">
            {clockText(from * 1000)}
          </Typography>{' '}
          {t.gaps[why](clockText(ms))}
        </Typography>
      ))}
      <RecordingMarks interactionId={interactionId} marks={marks} mayMark={mayMark} at={at} onSeek={seek} />
    </Box>
  )
}

interface WaveformProps extends Pick<PlayerProps, 'sound' | 'marks'> {
  readonly at: number
  readonly onSeek: (seconds: number) => void
}

/** How loud it is along the time, with a notch where something was not recorded, or was marked. */
function Waveform({ sound, marks, at, onSeek }: WaveformProps) {
  const canvas = useRef<HTMLCanvasElement>(null)
  const { palette } = useTheme()
  useEffect(() => {
    const [element, context] = [canvas.current, canvas.current?.getContext('2d')]
    if (element === null || context == null) return
    const { width, height } = element
    context.clearRect(0, 0, width, height)
    const { peaks, seconds, gaps } = sound
    peaks.forEach((peak, n) => {
      const x = (n / peaks.length) * width
      const tall = Math.max(1, peak * height)
      context.fillStyle = (n / peaks.length) * seconds < at ? palette.secondary.main : palette.text.secondary
      context.fillRect(x, (height - tall) / 2, Math.max(1, width / peaks.length - 1), tall)
    })
    context.fillStyle = palette.warning.main
    for (const gap of gaps) context.fillRect((gap.at / seconds) * width - 1, 0, 3, height)
    context.fillStyle = palette.primary.main
    for (const { atMs } of marks) context.fillRect((atMs / 1000 / seconds) * width - 1, 0, 2, 14)
  }, [sound, marks, at, palette])
  return (
    <Box
      component="canvas"
      ref={canvas}
      width={560}
      height={64}
      aria-hidden="true"
      onClick={({ nativeEvent, currentTarget }) =>
        onSeek((nativeEvent.offsetX / currentTarget.clientWidth) * sound.seconds)
      }
      sx={{ width: '100%', height: 64, cursor: 'pointer' }}
    />
  )
}
