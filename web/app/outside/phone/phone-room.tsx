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
import { shownNumber } from '@eudromos/core/numbers'
import { Composer } from '../../../components/chat/composer.tsx'
import { Transcript, type ShownMessage } from '../../../components/chat/transcript.tsx'
import { useFetched } from '../../../components/fetched.ts'
import { useOutbox } from '../../../components/seat/outbox.ts'
import { requestJson } from '../../../components/stream/send.ts'
import { phone as t } from '../../../messages/texts.ts'
import { threadsOf, type PhoneTextView, type PhoneView } from '../../../view/outside-view.ts'
import { NetworkPanel } from './network-panel.tsx'

interface Line {
  readonly name: string
  readonly number: string
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
        {own !== null && (
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
  const unwritten = lines.filter(({ number }) => !threads.some(({ other }) => other === number))
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
      {to === null ? (
        <Box sx={{ padding: 2, display: 'grid', gap: 1.5, alignContent: 'start', overflowY: 'auto' }}>
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
          {threads.length === 0 && <Typography>{lines.length === 0 ? t.noLines : t.none}</Typography>}
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
