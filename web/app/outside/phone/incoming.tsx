'use client'
import type { InteractionId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect, useState } from 'react'
import { shownNumber } from '@eudromos/core/numbers'
import { useFetched } from '../../../components/fetched.ts'
import { playRing } from '../../../components/call/local-sound.ts'
import { requestJson } from '../../../components/stream/send.ts'
import { callbacks as t } from '../../../messages/callbacks.ts'
import type { Call } from './calls.tsx'

interface IncomingProps {
  readonly own: string
  /** The telephone is in a call: it is busy. */
  readonly busy: boolean
  readonly nameOf: (number: string) => string
  readonly onAnswered: (call: Call) => void
}

interface Ringing {
  readonly id: string
  readonly from: string
}

/** A call of the centre that rings here. */
export function Incoming({ own, busy, nameOf, onAnswered }: IncomingProps) {
  const url = `/api/outside/phones/${encodeURIComponent(own)}/calls`
  const { value } = useFetched<{ calls: readonly Ringing[] }>(url, { everyMs: 1000, keep: true })
  const [error, setError] = useState<string | null>(null)
  const [done, setDone] = useState<string | null>(null)
  const ringing = value?.calls.find(({ id }) => id !== done) ?? null
  const id = ringing?.id ?? null
  useEffect(() => {
    if (id !== null && busy)
      void requestJson(`${url}/${encodeURIComponent(id)}/refuse`, 'POST', { busy: true }).catch(() => undefined)
  }, [id, busy, url])
  const rings = id !== null && !busy
  useEffect(() => (rings ? playRing() : undefined), [rings])
  if (ringing === null || busy) return error === null ? null : <Alert severity="error">{error}</Alert>
  const fail = (caught: Error): void => setError(caught.message)
  const path = `${url}/${encodeURIComponent(ringing.id)}`
  const answer = (): void => {
    setDone(ringing.id)
    setError(null)
    requestJson<{ id: InteractionId; from: string }>(`${path}/answer`, 'POST', {}).then(
      (call) => onAnswered({ id: call.id, to: call.from }),
      fail,
    )
  }
  const refuse = (): void => {
    setDone(ringing.id)
    requestJson(`${path}/refuse`, 'POST', { busy: false }).catch(fail)
  }
  return (
    <Box
      role="alert"
      sx={{ padding: 2, display: 'grid', gap: 1.5, borderBottom: '2px dashed', borderColor: 'secondary.main' }}
    >
      <Typography sx={{ fontWeight: 650 }}>{t.incoming(nameOf(ringing.from), shownNumber(ringing.from))}</Typography>
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button variant="contained" onClick={answer}>
          {t.answer}
        </Button>
        <Button onClick={refuse}>{t.refuse}</Button>
      </Box>
    </Box>
  )
}
