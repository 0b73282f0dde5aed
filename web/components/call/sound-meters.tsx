'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useCallback, useEffect, useRef, useState } from 'react'
import type { Say } from '../../messages/told/say.ts'
import { useTold } from '../told.tsx'
import { atPresses } from './allowed-sound.ts'
import type { SoundStats } from './peer.ts'
import type { CallLink, CallSound } from './call-room.ts'

export interface MeteredParty {
  readonly id: string
  readonly name: string
  /** What they say is not played here now. */
  readonly silenced: boolean
}

/** How loud each end is, and how well the sound comes over; plays what is heard of those who are not silenced. */
export function SoundMeters({
  sound,
  here,
  parties,
}: {
  sound: CallSound
  here: string
  parties: readonly MeteredParty[]
}) {
  const t = useTold()
  const levels = [...sound.links.values()].map(({ stats }) => stats?.levelHere ?? 0)
  return (
    <Box role="group" aria-label={t('sound.group')} sx={{ display: 'grid', gap: 1 }}>
      {parties.map((party) => (
        <Party key={party.id} party={party} link={sound.links.get(party.id) ?? null} />
      ))}
      <Level name={here} level={Math.max(0, ...levels)} />
      {sound.made && <Typography variant="body2">{t('sound.made')}</Typography>}
    </Box>
  )
}

function Party({ party: { name, silenced }, link }: { party: MeteredParty; link: CallLink | null }) {
  const t = useTold()
  const player = useRef<HTMLAudioElement>(null)
  const remote = link?.remote ?? null
  const [kept, setKept] = useState(false)
  const play = useCallback(() => {
    player.current?.play().then(
      () => setKept(false),
      (error: unknown) => setKept(error instanceof DOMException && error.name === 'NotAllowedError'),
    )
  }, [])
  useEffect(() => {
    if (player.current !== null) player.current.srcObject = remote
    play()
  }, [remote, play])
  useEffect(() => (kept ? atPresses(play) : undefined), [kept, play])
  const state = link?.state ?? 'connecting'
  const stats = link?.stats ?? null
  return (
    <Box role="group" aria-label={name} sx={{ display: 'grid', gap: 0.5 }}>
      <audio ref={player} autoPlay muted={silenced} />
      <Level name={name} level={stats?.levelThere ?? 0} />
      <Typography
        variant="body2"
        role="status"
        sx={{ color: state === 'lost' ? 'error.main' : 'text.secondary' }}
        data-sent={stats?.bytesHere ?? 0}
        data-heard={stats?.bytesThere ?? 0}
      >
        {t(`sound.${state}`)}
        {state === 'connected' && stats !== null && ` · ${qualityText(t, stats)}`}
        {silenced && ` · ${t('sound.notPlayed')}`}
      </Typography>
      {kept && <Alert severity="warning">{t('sound.kept')}</Alert>}
    </Box>
  )
}

const gradeOf = (roundTripMs: number, lostPercent: number): 'good' | 'fair' | 'poor' =>
  lostPercent > 5 || roundTripMs > 400 ? 'poor' : lostPercent > 1 || roundTripMs > 200 ? 'fair' : 'good'

function qualityText(t: Say, { roundTripMs, lostPercent: lost }: SoundStats): string {
  const grade = t(`sound.${gradeOf(roundTripMs ?? 0, lost)}`)
  return roundTripMs === null
    ? t('sound.qualityOf', { grade, lost })
    : t('sound.quality', { grade, roundTrip: roundTripMs, lost })
}

/** Loudness is heard by its logarithm: silence at 0, full at 1. */
const shown = (level: number): number => (level <= 0 ? 0 : Math.max(0, Math.min(1, 1 + Math.log10(level) / 2.5)))

function Level({ name, level }: { name: string; level: number }) {
  const t = useTold()
  return (
    <Box sx={{ display: 'grid', gridTemplateColumns: '88px 1fr', gap: 1, alignItems: 'center' }}>
      <Typography variant="body2" noWrap>
        {name}
      </Typography>
      <Box
        role="meter"
        aria-label={t('sound.level', { name })}
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
