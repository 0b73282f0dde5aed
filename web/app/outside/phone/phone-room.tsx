'use client'
import { traitsOf } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useRouter, useSearchParams } from 'next/navigation'
import { useEffect } from 'react'
import { shownNumber } from '@eudromos/core/numbers'
import { Told, languageHere } from '../../../components/told.tsx'
import { prepareVoices } from '../../../components/call/spoken.ts'
import { useFetched, useInBrowser } from '../../../components/fetched.ts'
import { phone as t } from '../../../messages/texts.ts'
import { namedBy, threadsOf, type PhoneLine, type PhoneTextView, type PhoneView } from '../../../view/outside-view.ts'
import { DeviceRoom } from '../device-room.tsx'
import { CallScreen } from './call-screen.tsx'
import { Calls, useCall } from './calls.tsx'
import { Incoming } from './incoming.tsx'
import { NobodyAnswers } from './nobody-answers.tsx'
import { Thread } from './thread.tsx'

interface PhoneRoomProps {
  readonly lines: readonly PhoneLine[]
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
  // They take their time: a call's first words are spoken by them.
  useEffect(prepareVoices, [])
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
    <DeviceRoom title={t.title} columns="420px minmax(0, 420px)" maySet={maySet}>
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
    </DeviceRoom>
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
  const named = (number: string, by: 'voice' | 'sms'): string => namedBy(lines, number, by)
  const open = threads.find(({ other }) => other === to)
  const unwritten = lines.filter(
    ({ number, channel }) => traitsOf(channel).texted && !threads.some(({ other }) => other === number),
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
      <Incoming own={own} busy={call !== null} nameOf={(number) => named(number, 'voice')} onAnswered={setCall} />
      {call?.voicemail === true ? (
        <Told value={languageHere(lines.find(({ number }) => number === call.to)?.language ?? null)}>
          <NobodyAnswers own={own} call={call} name={named(call.to, 'voice')} onClose={() => setCall(null)} />
        </Told>
      ) : call !== null ? (
        <CallScreen
          own={own}
          callId={call.id}
          to={call.to}
          name={named(call.to, 'voice')}
          onClose={() => setCall(null)}
        />
      ) : to === null ? (
        <Box sx={{ padding: 2, display: 'grid', gap: 1.5, alignContent: 'start', overflowY: 'auto' }}>
          <Calls own={own} lines={lines} onCall={setCall} />
          <Typography variant="h2">{t.threads}</Typography>
          {threads.map(({ other, texts }) => (
            <Button key={other} onClick={() => onTo(other)} sx={{ justifyContent: 'start', textAlign: 'start' }}>
              <Box sx={{ minWidth: 0 }}>
                <Typography sx={{ fontWeight: 650 }}>{named(other, 'sms')}</Typography>
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
          name={named(to, 'sms')}
          texts={open?.texts ?? []}
          zone={zone}
          clockMs={clockMs}
          onBack={() => onTo(null)}
        />
      )}
    </Paper>
  )
}
