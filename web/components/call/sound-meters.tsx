'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useEffect, useRef } from 'react'
import { calls as t } from '../../messages/calls.ts'
import type { CallSound } from './use-call-sound.ts'

/** How loud both ends are, and how well the sound comes over; plays what is heard unless `silenced`. */
export function SoundMeters({
  sound,
  here,
  there,
  silenced = false,
}: {
  sound: CallSound
  here: string
  there: string
  silenced?: boolean
}) {
  const player = useRef<HTMLAudioElement>(null)
  const { remote, stats, state, made } = sound
  useEffect(() => {
    if (player.current !== null) player.current.srcObject = remote
  }, [remote])
  return (
    <Box role="group" aria-label={t.sound} sx={{ display: 'grid', gap: 1 }}>
      <audio ref={player} autoPlay muted={silenced} />
      <Level name={there} level={stats?.levelThere ?? 0} />
      <Level name={here} level={stats?.levelHere ?? 0} />
      <Typography
        variant="body2"
        role="status"
        sx={{ color: state === 'lost' ? 'error.main' : 'text.secondary' }}
        data-sent={stats?.bytesHere ?? 0}
        data-heard={stats?.bytesThere ?? 0}
      >
        {t.states[state]}
        {state === 'connected' &&
          stats !== null &&
          ` · ${t.quality(t.grades[gradeOf(stats.roundTripMs ?? 0, stats.lostPercent)], stats.roundTripMs, stats.lostPercent)}`}
      </Typography>
      {made && <Typography variant="body2">{t.made}</Typography>}
    </Box>
  )
}

const gradeOf = (roundTripMs: number, lostPercent: number): keyof typeof t.grades =>
  lostPercent > 5 || roundTripMs > 400 ? 'poor' : lostPercent > 1 || roundTripMs > 200 ? 'fair' : 'good'

/** Loudness is heard by its logarithm: silence at 0, full at 1. */
const shown = (level: number): number => (level <= 0 ? 0 : Math.max(0, Math.min(1, 1 + Math.log10(level) / 2.5)))

function Level({ name, level }: { name: string; level: number }) {
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '88px 1fr', gap: 1, alignItems: 'center' }}>
      <Typography variant="body2" noWrap>
        {name}
      </Typography>
      <Box
        role="meter"
        aria-label={t.level(name)}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(100 * shown(level))}
        sx={{ height: 8, borderRadius: 1, bgcolor: 'action.hover', overflow: 'hidden' }}
      >
        <Box sx={{ height: '100%', width: `${100 * shown(level)}%`, bgcolor: 'text.primary' }} />
      </Box>
    </Box>
  )
}
