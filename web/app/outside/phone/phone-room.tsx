'use client'
import Alert from '@mui/material/Alert'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useRouter, useSearchParams } from 'next/navigation'
import { useCallback, useState } from 'react'
import { v7 as newId } from 'uuid'
import { e164, shownNumber } from '@eudromos/core/numbers'
import { Composer } from '../../../components/chat/composer.tsx'
import { Transcript, type ShownMessage } from '../../../components/chat/transcript.tsx'
import { useFetched, useInBrowser } from '../../../components/fetched.ts'
import { useOutbox } from '../../../components/seat/outbox.ts'
import { requestJson } from '../../../components/stream/send.ts'
import { phoneCall as c } from '../../../messages/calls.ts'
import { phone as t } from '../../../messages/texts.ts'
import { threadsOf, type PhoneTextView, type PhoneView } from '../../../view/outside-view.ts'
import { CallScreen } from './call-screen.tsx'
import { NetworkPanel } from './network-panel.tsx'

interface Line {
  readonly name: string
  readonly number: string
  readonly channel: 'voice' | 'sms'
}

interface PhoneRoomProps {
  readonly lines: readonly Line[]
  readonly zone: string
  /** The centre's time minus the network's, in milliseconds. */
  readonly clockMs: number
  readonly maySet: boolean
}

/** A made-up customer's telephone, with the texts it has sent and got; beside it how the network does. */
export function PhoneRoom({ lines, zone, clockMs, maySet }: PhoneRoomProps) {
  const router = useRouter()
  const params = useSearchParams()
  const { value, error } = useFetched<{ phones: readonly PhoneView[] }>('/api/outside/phones')
  const phones = value?.phones ?? []
  // A call goes on in a page that is loaded anew: only the browser knows of it.
  const inBrowser = useInBrowser()
  const own = params.get('phone') ?? phones[0]?.number ?? null
  const to = params.get('to')
  const go = (change: { phone?: string; to?: string | null }): void => {
    const query = new URLSearchParams()
    const next = { phone: own, to, ...change }
    if (next.phone !== null) query.set('phone', next.phone)
    if (next.to !== null) query.set('to', next.to)
    router.replace(`/outside/phone?${query}`)
  }
  return (
    <Box
      component="main"
      sx={{
        minHeight: '100vh',
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '420px minmax(0, 420px)' },
        justifyContent: 'center',
        gap: 4,
        padding: { xs: 1.5, md: 4 },
        alignItems: 'start',
      }}
    >
      <Box sx={{ display: 'grid', gap: 2 }}>
        <Typography variant="h1">{t.title}</Typography>
        {error !== null && <Alert severity="error">{error}</Alert>}
        <Autocomplete
          disableClearable
          options={phones.map(({ number }) => number)}
          value={own ?? ''}
          getOptionLabel={(number) => {
            const people = phones.find((one) => one.number === number)?.people ?? []
            return [...people, shownNumber(number)].join(' · ')
          }}
          onChange={(_, number) => go({ phone: number, to: null })}
          renderInput={(given) => <TextField {...given} label={t.whose} />}
        />
        {inBrowser && own !== null && (
          <Handset key={own} own={own} to={to} lines={lines} zone={zone} clockMs={clockMs} onTo={(to) => go({ to })} />
        )}
      </Box>
      {maySet && <NetworkPanel />}
    </Box>
  )
}

interface HandsetProps extends Pick<PhoneRoomProps, 'lines' | 'zone' | 'clockMs'> {
  readonly own: string
  readonly to: string | null
  readonly onTo: (to: string | null) => void
}

function Handset({ own, to, lines, zone, clockMs, onTo }: HandsetProps) {
  const url = `/api/outside/phones/${encodeURIComponent(own)}/texts`
  const { value, error } = useFetched<{ texts: readonly PhoneTextView[] }>(url, { everyMs: 1000, keep: true })
  const threads = threadsOf(own, value?.texts ?? [])
  const nameOf = (number: string): string => lines.find((line) => line.number === number)?.name ?? shownNumber(number)
  const open = threads.find(({ other }) => other === to)
  const unwritten = lines.filter(
    ({ number, channel }) => channel === 'sms' && !threads.some(({ other }) => other === number),
  )
  const [call, setCall] = useCall(own)
  return (
    <Paper
      component="section"
      aria-label={shownNumber(own)}
      sx={{
        border: 2,
        borderColor: 'text.primary',
        borderRadius: 3,
        height: 'min(680px, calc(100vh - 190px))',
        minHeight: 420,
        display: 'flex',
        flexDirection: 'column',
        overflow: 'hidden',
      }}
    >
      {error !== null && <Alert severity="error">{error}</Alert>}
      {call !== null ? (
        <CallScreen callId={call.id} to={call.to} name={nameOf(call.to)} onClose={() => setCall(null)} />
      ) : to === null ? (
        <Box sx={{ padding: 2, display: 'grid', gap: 1.5, alignContent: 'start', overflowY: 'auto' }}>
          <Calls own={own} lines={lines} onCall={setCall} />
          <Typography variant="h2">{t.threads}</Typography>
          {threads.map(({ other, texts }) => (
            <Button key={other} onClick={() => onTo(other)} sx={{ justifyContent: 'start', textAlign: 'start' }}>
              <Box sx={{ minWidth: 0 }}>
                <Typography sx={{ fontWeight: 650 }}>{nameOf(other)}</Typography>
                <Typography variant="body2" noWrap>
                  {texts.at(-1)?.text ?? ''}
                </Typography>
              </Box>
            </Button>
          ))}
          {threads.length === 0 && <Typography>{unwritten.length === 0 ? t.noLines : t.none}</Typography>}
          {unwritten.map(({ name, number }) => (
            <Button key={number} onClick={() => onTo(number)} sx={{ justifyContent: 'start', textAlign: 'start' }}>
              {t.newTo(name, shownNumber(number))}
            </Button>
          ))}
        </Box>
      ) : (
        <Thread
          key={to}
          url={url}
          own={own}
          to={to}
          name={nameOf(to)}
          texts={open?.texts ?? []}
          zone={zone}
          clockMs={clockMs}
          onBack={() => onTo(null)}
        />
      )}
    </Paper>
  )
}

interface Call {
  readonly id: string
  readonly to: string
}

/** The telephone's call, kept in this tab: a page that is loaded anew is in it still. */
function useCall(own: string): [call: Call | null, set: (call: Call | null) => void] {
  const store = `eudromos.phone.call.${own}`
  const [call, setCall] = useState<Call | null>(() => {
    const kept = sessionStorage.getItem(store)
    return kept === null ? null : (JSON.parse(kept) as Call)
  })
  return [
    call,
    (next) => {
      if (next === null) sessionStorage.removeItem(store)
      else sessionStorage.setItem(store, JSON.stringify(next))
      setCall(next)
    },
  ]
}

/** A keypad for any number, and the centre's numbers to call. */
function Calls({ own, lines, onCall }: Pick<HandsetProps, 'own' | 'lines'> & { onCall: (call: Call) => void }) {
  const [typed, setTyped] = useState('')
  const [error, setError] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const called = lines.filter(({ channel }) => channel === 'voice')
  const begin = (text: string): void => {
    const to = e164(text)
    if (to === null) {
      setError(c.noNumber)
      return
    }
    setBusy(true)
    setError(null)
    const id = newId()
    requestJson(`/api/outside/phones/${encodeURIComponent(own)}/calls`, 'POST', { id, to })
      .then(
        () => onCall({ id, to }),
        (caught: Error) => setError(caught.message),
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

interface ThreadProps extends Pick<HandsetProps, 'own' | 'zone' | 'clockMs'> {
  readonly url: string
  readonly to: string
  readonly name: string
  readonly texts: readonly PhoneTextView[]
  readonly onBack: () => void
}

function Thread({ url, own, to, name, texts, zone, clockMs, onBack }: ThreadProps) {
  const [text, setText] = useState('')
  const post = useCallback(
    async (id: string, words: string): Promise<void> => {
      await requestJson(url, 'POST', { id, to, text: words })
    },
    [url, to],
  )
  const { unsent, send, retry } = useOutbox(post)
  const shown: ShownMessage[] = [
    ...texts.map((one): ShownMessage => ({
      key: one.id,
      contentId: one.id,
      side: one.from === own ? 'customer' : 'agent',
      at: one.at + clockMs,
      text: one.text,
      attachment: null,
      delivery: one.from === own ? one.state : null,
    })),
    ...unsent
      .filter(({ id }) => !texts.some((one) => one.id === id))
      .map((one): ShownMessage => ({
        key: one.id,
        contentId: null,
        side: 'customer',
        at: one.at,
        text: one.text,
        attachment: null,
        delivery: one.failed === null ? 'sending' : 'unsent',
        retry: one.failed === null ? undefined : () => retry(one.id),
      })),
  ]
  const refused = texts.findLast(({ state, from }) => state === 'failed' && from === own)
  const submit = (): void => {
    if (text.trim() === '') return
    send(text, Date.now() + clockMs)
    setText('')
  }
  return (
    <>
      <Box
        sx={{ padding: 1.5, borderBottom: 1, borderColor: 'divider', display: 'flex', gap: 1.5, alignItems: 'center' }}
      >
        <Button size="small" onClick={onBack}>
          {t.threads}
        </Button>
        <Box sx={{ minWidth: 0 }}>
          <Typography variant="h2" noWrap>
            {name}
          </Typography>
          <Typography variant="body2" noWrap sx={{ color: 'text.secondary' }}>
            {shownNumber(to)}
          </Typography>
        </Box>
      </Box>
      <Transcript
        messages={shown}
        own="customer"
        otherName={name}
        otherShort={shownNumber(to)}
        zone={zone}
        fileHref={() => ''}
        foot={refused?.reason == null ? null : <Alert severity="warning">{refused.reason}</Alert>}
      />
      <Box sx={{ padding: 1.5, borderTop: 1, borderColor: 'divider', display: 'grid', gap: 1 }}>
        <Composer value={text} onChange={setText} onSend={submit} onTyping={() => undefined} label={t.write} />
        <Button variant="contained" disabled={text.trim() === ''} onClick={submit} sx={{ justifySelf: 'end' }}>
          {t.send}
        </Button>
      </Box>
    </>
  )
}
