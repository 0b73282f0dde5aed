'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect, useRef, useState } from 'react'
import { openLocalSound, playTone, type LocalSound } from '../../../components/call/local-sound.ts'
import { clockText } from '../../../components/format.ts'
import { request } from '../../../components/stream/send.ts'
import { useLanguage, useTold } from '../../../components/told.tsx'
import { refusalIn } from '../../../messages/told/say.ts'

interface VoicemailScreenProps {
  readonly own: string
  readonly to: string
  /** Of the call that the message stands for. */
  readonly callId: string
  readonly onDone: () => void
}

const mediaType = 'audio/webm;codecs=opus'
const mostMs = 120_000
const customerTone = 440

/** What the caller says after the tone, brought to the centre when they end it. */
export function VoicemailScreen({ own, to, callId, onDone }: VoicemailScreenProps) {
  const t = useTold()
  const language = useLanguage()
  const [sinceMs, setSinceMs] = useState<number | null>(null)
  const [nowMs, setNowMs] = useState(0)
  const [error, setError] = useState<Error | null>(null)
  const [state, setState] = useState<'speaking' | 'bringing' | 'there'>('speaking')
  const recorder = useRef<MediaRecorder | null>(null)
  const done = useRef(onDone)
  useEffect(() => {
    done.current = onDone
  })
  useEffect(() => {
    let current = true
    let sound: LocalSound | null = null
    const bring = async (said: Blob): Promise<void> => {
      setState('bringing')
      const query = new URLSearchParams({ id: callId, to })
      await request(`/api/outside/phones/${encodeURIComponent(own)}/messages?${query}`, { method: 'POST', body: said })
      setState('there')
      done.current()
    }
    const begin = async (): Promise<void> => {
      await playTone()
      sound = await openLocalSound(customerTone)
      if (!current) return sound.stop()
      const parts: Blob[] = []
      const one = new MediaRecorder(sound.stream, { mimeType: mediaType, audioBitsPerSecond: 24_000 })
      one.ondataavailable = ({ data }) => parts.push(data)
      one.onstop = () => {
        sound?.stop()
        if (current) bring(new Blob(parts, { type: mediaType })).catch(setError)
      }
      one.start(1000)
      recorder.current = one
      setSinceMs(Date.now())
    }
    begin().catch(setError)
    return () => {
      current = false
      if (recorder.current?.state === 'recording') recorder.current.stop()
      sound?.stop()
    }
  }, [own, to, callId])
  const spoken = sinceMs === null ? 0 : Math.max(0, nowMs - sinceMs)
  useEffect(() => {
    const timer = setInterval(() => setNowMs(Date.now()), 250)
    return () => clearInterval(timer)
  }, [])
  const end = (): void => {
    if (recorder.current?.state === 'recording') recorder.current.stop()
  }
  useEffect(() => {
    if (spoken > mostMs) end()
  }, [spoken])
  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      <Typography role="status">
        {state === 'there'
          ? t('voicemail.thanks')
          : sinceMs === null
            ? t('voicemail.tone')
            : t('voicemail.speaking', { length: clockText(spoken) })}
      </Typography>
      {error !== null && <Alert severity="error">{refusalIn(language, error)}</Alert>}
      {state === 'speaking' && (
        <Button variant="contained" disabled={sinceMs === null} onClick={end} sx={{ justifySelf: 'start' }}>
          {t('voicemail.done')}
        </Button>
      )}
    </Box>
  )
}
