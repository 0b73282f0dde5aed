'use client'
import Alert from '@mui/material/Alert'
import Autocomplete from '@mui/material/Autocomplete'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useRouter, useSearchParams } from 'next/navigation'
import { useState } from 'react'
import { useFetched, useInBrowser } from '../../../components/fetched.ts'
import { mailbox as t } from '../../../messages/mail.ts'
import { matterOf } from '@eudromos/core/mail'
import {
  mailThreadsOf,
  type MailboxView,
  type MailLine,
  type MailThread,
  type MailView,
} from '../../../view/outside-view.ts'
import { DeviceRoom } from '../device-room.tsx'
import { Letter } from './letter.tsx'

interface MailboxRoomProps {
  readonly lines: readonly MailLine[]
  readonly zone: string
  /** The centre's time minus the network's, in milliseconds. */
  readonly clockMs: number
  readonly maySet: boolean
}

/** A made-up customer's mailbox: what it has, and where to write; beside it how the network does. */
export function MailboxRoom({ lines, zone, clockMs, maySet }: MailboxRoomProps) {
  const router = useRouter()
  const params = useSearchParams()
  const { value, error } = useFetched<{ mailboxes: readonly MailboxView[] }>('/api/outside/mailboxes')
  const mailboxes = value?.mailboxes ?? []
  const inBrowser = useInBrowser()
  const own = params.get('mailbox') ?? mailboxes[0]?.address ?? null
  const to = params.get('to')
  return (
    <DeviceRoom title={t.title} columns="minmax(0, 860px) 280px" maySet={maySet}>
      {error !== null && <Alert severity="error">{error}</Alert>}
      <Autocomplete
        disableClearable
        options={mailboxes.map(({ address }) => address)}
        value={own ?? ''}
        getOptionLabel={(address) =>
          [mailboxes.find((one) => one.address === address)?.person ?? [], address].flat().join(' · ')
        }
        onChange={(_, mailbox) => router.replace(`/outside/mailbox?${new URLSearchParams({ mailbox })}`)}
        renderInput={(given) => <TextField {...given} label={t.whose} />}
      />
      {inBrowser && own !== null && <Mailbox key={own} own={own} to={to} lines={lines} zone={zone} clockMs={clockMs} />}
    </DeviceRoom>
  )
}

interface MailboxProps extends Pick<MailboxRoomProps, 'lines' | 'zone' | 'clockMs'> {
  readonly own: string
  /** To whom a new one goes. */
  readonly to: string | null
}

const keyOf = ({ other, subject }: Pick<MailThread, 'other' | 'subject'>): string => `${other} ${matterOf(subject)}`

function Mailbox({ own, to, lines, zone, clockMs }: MailboxProps) {
  const url = `/api/outside/mailboxes/${encodeURIComponent(own)}/mails`
  const { value, error } = useFetched<{ mails: readonly MailView[] }>(url, { everyMs: 1000, keep: true })
  const threads = mailThreadsOf(own, value?.mails ?? [])
  /** The matter that is open; a new one; or none yet. */
  const [open, setOpen] = useState<{ readonly key: string } | 'new' | null>(to === null ? null : 'new')
  const thread = open === null || open === 'new' ? null : (threads.find((one) => keyOf(one) === open.key) ?? null)
  const nameOf = (address: string): string => lines.find((line) => line.address === address)?.name ?? address
  return (
    <Paper
      component="section"
      aria-label={own}
      sx={{
        border: 2,
        borderColor: 'text.primary',
        borderRadius: 3,
        height: 'min(640px, calc(100vh - 190px))',
        minHeight: 420,
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', sm: '280px minmax(0, 1fr)' },
        gridTemplateRows: { xs: 'minmax(0, auto) minmax(0, 1fr)', sm: 'minmax(0, 1fr)' },
        overflow: 'hidden',
      }}
    >
      <Box
        component="nav"
        aria-label={t.all}
        sx={{
          borderInlineEnd: 1,
          borderColor: 'divider',
          padding: 1.5,
          display: 'grid',
          gap: 1,
          alignContent: 'start',
          overflowY: 'auto',
        }}
      >
        {error !== null && <Alert severity="error">{error}</Alert>}
        <Button disabled={lines.length === 0} onClick={() => setOpen('new')}>
          {t.write}
        </Button>
        {threads.map((one) => (
          <Button
            key={keyOf(one)}
            variant="text"
            aria-current={one === thread ? 'true' : undefined}
            onClick={() => setOpen({ key: keyOf(one) })}
            sx={{
              justifyContent: 'start',
              textAlign: 'start',
              color: 'text.primary',
              bgcolor: one === thread ? 'action.selected' : undefined,
            }}
          >
            <Box sx={{ minWidth: 0 }}>
              <Typography noWrap sx={{ fontWeight: 650 }}>
                {one.subject || t.noSubject}
              </Typography>
              <Typography variant="body2" noWrap>
                {nameOf(one.other)}
              </Typography>
            </Box>
          </Button>
        ))}
        {threads.length === 0 && <Typography>{lines.length === 0 ? t.noLines : t.none}</Typography>}
      </Box>
      <Box sx={{ display: 'flex', flexDirection: 'column', minHeight: 0, minWidth: 0 }}>
        {(open === 'new' || thread !== null) && (
          <Letter
            key={open === 'new' ? 'new' : open?.key}
            url={url}
            own={own}
            lines={lines}
            to={to}
            thread={thread}
            name={thread === null ? '' : nameOf(thread.other)}
            zone={zone}
            clockMs={clockMs}
            onSent={(sent) => setOpen({ key: keyOf(sent) })}
            onDiscard={() => setOpen(null)}
          />
        )}
      </Box>
    </Paper>
  )
}
