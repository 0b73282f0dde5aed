'use client'
import { isCall, type InteractionId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { newId } from '../../../view/new-id.ts'
import { e164, shownNumber } from '@eudromos/core/numbers'
import { useKept } from '../../../components/kept.ts'
import { Refused, requestJson } from '../../../components/stream/send.ts'
import { languageHere } from '../../../components/told.tsx'
import { phoneCall as c } from '../../../messages/calls.ts'
import { momentIn, refusalIn, sayIn, type Language } from '../../../messages/told/say.ts'
import type { PhoneLine } from '../../../view/outside-view.ts'

interface CallsProps {
  readonly own: string
  readonly lines: readonly PhoneLine[]
  readonly onCall: (call: Call) => void
}

export interface Call {
  readonly id: InteractionId
  readonly to: string
  /** Nobody answers, and a message can be left. */
  readonly voicemail?: boolean
}

/** The telephone's call, kept in this tab: a page that is loaded anew is in it still. */
export function useCall(own: string): [call: Call | null, set: (call: Call | null) => void] {
  const [kept, keep] = useKept(`call from ${own}`)
  const call = useMemo(() => (kept === '' ? null : (JSON.parse(kept) as Call)), [kept])
  return [call, (next) => keep(next === null ? '' : JSON.stringify(next))]
}

/** Why it was not taken, and when it would be. */
function toldBy(language: Language, caught: Error): string {
  const opensAt = caught instanceof Refused ? caught.params.opensAt : undefined
  return typeof opensAt === 'number'
    ? sayIn(language)('call.opens', { opens: momentIn(language, opensAt) })
    : refusalIn(language, caught)
}

/** A keypad for any number, and the centre's numbers to call. */
export function Calls({ own, lines, onCall }: CallsProps) {
  const [typed, setTyped] = useState('')
  const [error, setError] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const called = lines.filter(({ channel }) => isCall(channel))
  const begin = (text: string): void => {
    const to = e164(text)
    if (to === null) {
      setError(c.noNumber)
      return
    }
    setBusy(true)
    setError(null)
    const id = newId()
    requestJson<Pick<Call, 'id' | 'voicemail'>>(`/api/outside/phones/${encodeURIComponent(own)}/calls`, 'POST', {
      id,
      to,
    })
      .then(
        (begun) => onCall({ ...begun, to }),
        (caught: Error) =>
          setError(toldBy(languageHere(called.find(({ number }) => number === to)?.language ?? null), caught)),
      )
      .finally(() => setBusy(false))
  }
  return (
    <>
      <Typography variant="h2">{c.calls}</Typography>
      {error !== null && <Alert severity="error">{error}</Alert>}
      {called.map(({ name, number }) => (
        <Button
          key={number}
          disabled={busy}
          onClick={() => begin(number)}
          sx={{ justifyContent: 'start', textAlign: 'start' }}
        >
          {c.callTo(name, shownNumber(number))}
        </Button>
      ))}
      {called.length === 0 && <Typography>{c.none}</Typography>}
      <Box
        component="form"
        onSubmit={(event) => {
          event.preventDefault()
          begin(typed)
        }}
        sx={{ display: 'grid', gridTemplateColumns: '1fr auto', gap: 1 }}
      >
        <TextField
          size="small"
          label={c.number}
          placeholder="+44 20 7946 0100"
          value={typed}
          onChange={({ target }) => setTyped(target.value)}
          slotProps={{ htmlInput: { inputMode: 'tel' } }}
        />
        <Button type="submit" disabled={busy || typed.trim() === ''}>
          {c.call}
        </Button>
      </Box>
    </>
  )
}
