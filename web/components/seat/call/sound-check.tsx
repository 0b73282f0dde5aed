'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect, useState, type ReactNode } from 'react'
import { soundCheck as t } from '../../../messages/sound-check.ts'
import { useInBrowser } from '../../fetched.ts'
import { playChime } from '../../call/local-sound.ts'
import { Loudness } from '../../call/loudness.ts'
import { SidePanel } from '../../side-panel.tsx'
import { useKept } from '../../kept.ts'

/** Asks, until it is done once in this tab, to see that one hears and is heard before calls come. */
export function SoundCheck() {
  const [done, setDone] = useKept('sound checked')
  const [open, setOpen] = useState(false)
  const inBrowser = useInBrowser()
  if (!inBrowser || done !== '') return null
  return (
    <>
      <Alert
        severity="info"
        action={
          <Button aria-haspopup="dialog" onClick={() => setOpen(true)} sx={{ whiteSpace: 'nowrap' }}>
            {t.open}
          </Button>
        }
      >
        {t.strip}
      </Alert>
      <SidePanel open={open} title={t.title} onClose={() => setOpen(false)}>
        <Checks />
        <Box>
          <Button
            variant="contained"
            onClick={() => {
              setOpen(false)
              setDone('yes')
            }}
          >
            {t.done}
          </Button>
        </Box>
      </SidePanel>
    </>
  )
}

function Checks() {
  const [hears, setHears] = useState(false)
  const [played, setPlayed] = useState(false)
  const [permission, setPermission] = useState<NotificationPermission | 'none'>(() =>
    typeof Notification === 'undefined' ? 'none' : Notification.permission,
  )
  return (
    <>
      <Part title={t.microphone}>
        <MicrophoneCheck />
      </Part>
      <Part title={t.speaker}>
        <Typography variant="body2">{t.speakerHelp}</Typography>
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'center' }}>
          <Button
            onClick={() => {
              playChime()
              setPlayed(true)
            }}
          >
            {t.play}
          </Button>
          {played && !hears && <Button onClick={() => setHears(true)}>{t.hears}</Button>}
          {hears && <Typography role="status">✓ {t.heardTone}</Typography>}
        </Box>
      </Part>
      <Part title={t.notifications}>
        <Typography variant="body2">{t.states[permission]}</Typography>
        {permission === 'default' && (
          <Box>
            <Button onClick={() => void Notification.requestPermission().then(setPermission)}>{t.allow}</Button>
          </Box>
        )}
      </Part>
    </>
  )
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  return (
    <Box
      component="section"
      aria-label={title}
      sx={{ display: 'grid', gap: 1, borderTop: 1, borderColor: 'divider', paddingBlockStart: 1.5 }}
    >
      <Typography variant="h3">{title}</Typography>
      {children}
    </Box>
  )
}

/** Loud enough to be speech, of 1. */
const speech = 0.05

/** How loud the microphone is, while the panel is open. */
function MicrophoneCheck() {
  const [level, setLevel] = useState<number | 'none' | null>(null)
  const [heard, setHeard] = useState(false)
  useEffect(() => {
    let over = false
    let end = (): void => undefined
    navigator.mediaDevices
      .getUserMedia({ audio: true })
      .then((stream) => {
        const loudness = new Loudness(stream)
        const timer = setInterval(() => {
          const loud = loudness.now()
          setLevel(loud)
          if (loud > speech) setHeard(true)
        }, 100)
        end = () => {
          clearInterval(timer)
          for (const track of stream.getTracks()) track.stop()
          loudness.close()
        }
        if (over) end()
      })
      .catch(() => {
        if (!over) setLevel('none')
      })
    return () => {
      over = true
      end()
    }
  }, [])
  if (level === 'none') return <Alert severity="warning">{t.none}</Alert>
  const share = Math.min(1, level ?? 0)
  return (
    <>
      <Typography variant="body2">{t.hearing}</Typography>
      <Box
        role="meter"
        aria-label={t.level}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-valuenow={Math.round(100 * share)}
        sx={{ height: 10, borderRadius: 1, bgcolor: 'action.hover', overflow: 'hidden' }}
      >
        <Box sx={{ height: '100%', width: `${100 * share}%`, bgcolor: 'text.primary' }} />
      </Box>
      {heard && <Typography role="status">✓ {t.heard}</Typography>}
    </>
  )
}
