'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useState } from 'react'
import { newId } from '../../../view/new-id.ts'
import type { StopgapKind, StopgapReason, QueueId } from '@eudromos/core/plan'
import { inWords, timeText } from '../../../components/format.ts'
import { SidePanel } from '../../../components/side-panel.tsx'
import { useLiveStore } from '../../../components/stream/context.tsx'
import { sendCommand } from '../../../components/stream/send.ts'
import { useSending } from '../../../components/stream/sending.ts'
import { WhenField } from '../../../components/when/when-field.tsx'
import { en } from '../../../messages/en.ts'
import { lending } from '../../../messages/steering.ts'
import { endOf, lasts, nextAt, type Lasting } from '../../../view/lasting.ts'
import type { PlanView, View } from '../../../view/view.ts'
import { ReasonField } from './reason-field.tsx'

const t = en.stopgap

interface QueueDrawerProps {
  readonly queueId: QueueId | null
  readonly view: View
  readonly now: number
  readonly onClose: () => void
  readonly mayLayOver: boolean
}

/** When a queue opens and closes, and the stopgap over it: closed now, or open longer, for a while. */
export function QueueDrawer({ queueId, view, now, onClose, mayLayOver }: QueueDrawerProps) {
  const queue = view.plan?.queues.find(({ id }) => id === queueId)
  const live = queueId === null ? undefined : view.queues[queueId]
  const emergency = view.emergencies.find(({ id }) => id === live?.emergencyId)
  return (
    <SidePanel open={queue !== undefined && live !== undefined} title={queue?.name ?? ''} onClose={onClose}>
      {queue !== undefined && live !== undefined && view.plan !== null && (
        <>
          {emergency === undefined ? (
            <Typography sx={{ fontWeight: 650 }}>{standing(live, view.plan.zone, now)}</Typography>
          ) : (
            <Alert severity="error" variant="outlined">
              {en.emergency.drawer(timeText(emergency.from, view.plan.zone, now))}
            </Alert>
          )}
          {live.messages > 0 && <Typography>{t.messages(live.messages)}</Typography>}
          <Typography variant="body2">
            {queue.hours === null ? (
              t.noHours
            ) : (
              <PlanLink href={`/plan?hours=${queue.hours.id}`} text={t.hours(queue.hours.name)} />
            )}
          </Typography>
          {live.stopgap !== null && <Current stopgap={live.stopgap} view={view} now={now} mayLayOver={mayLayOver} />}
          {mayLayOver && emergency === undefined && (
            <Begin key={`${queue.id} ${live.open}`} queueId={queue.id} open={live.open} plan={view.plan} now={now} />
          )}
          <Typography variant="body2">
            <PlanLink href={`/plan?queue=${queue.id}`} text={t.toPlan} />
          </Typography>
        </>
      )}
    </SidePanel>
  )
}

const PlanLink = ({ href, text }: { href: string; text: string }) => (
  <Box component={Link} href={href} sx={{ color: 'text.primary' }}>
    {text}
  </Box>
)

function standing({ open, changesAt }: View['queues'][string], zone: string, now: number): string {
  if (changesAt === null) return open ? en.hours.openAlways : en.hours.neverOpens
  const [at, inTime] = [timeText(changesAt, zone, now), inWords(changesAt - now)]
  return open ? t.openUntil(at, inTime) : t.closedUntil(at, inTime)
}

interface CurrentProps {
  readonly stopgap: NonNullable<View['queues'][string]['stopgap']>
  readonly view: View
  readonly now: number
  readonly mayLayOver: boolean
}

function Current({ stopgap, view, now, mayLayOver }: CurrentProps) {
  const store = useLiveStore()
  const { error, send } = useSending()
  const { id, kind, from, until, reason, words, byName } = stopgap
  const zone = view.plan?.zone ?? 'UTC'
  return (
    <Alert
      severity="info"
      action={
        mayLayOver ? (
          <Button onClick={() => void send(() => sendCommand(store, 'endStopgap', { stopgapId: id }))}>{t.end}</Button>
        ) : undefined
      }
    >
      {t.current(
        kind,
        from > now ? timeText(from, zone, now) : null,
        timeText(until, zone, now),
        words ?? t.reasons[reason],
        byName,
      )}
      {error !== null && ` ${error}`}
    </Alert>
  )
}

const atATime = 'atATime'

/** Closes the queue now or at a time of today, or keeps it open, for so long and for a reason. */
function Begin({ queueId, open, plan, now }: { queueId: QueueId; open: boolean; plan: PlanView; now: number }) {
  const store = useLiveStore()
  const soon = timeText(Math.ceil((now + 30 * 60_000) / 300_000) * 300_000, plan.zone)
  const [kind, setKind] = useState<StopgapKind>(open ? 'closed' : 'open')
  const [begins, setBegins] = useState<'now' | typeof atATime>('now')
  const [fromTime, setFromTime] = useState(soon)
  const [lasting, setLasting] = useState<Lasting | typeof atATime>('hour')
  const [time, setTime] = useState(soon)
  const [reason, setReason] = useState<StopgapReason | ''>('')
  const [words, setWords] = useState('')
  const { busy, error, send } = useSending()
  const from = begins === 'now' ? now : nextAt(fromTime, plan.zone, now)
  const until =
    from === null ? null : lasting === atATime ? nextAt(time, plan.zone, from) : endOf(lasting, plan.zone, from)
  const begin = (): Promise<void> =>
    sendCommand(store, 'beginStopgap', {
      ...{ stopgapId: newId(), queueId, kind, until, reason, words },
      ...(begins === 'now' ? {} : { from }),
    })
  const clock = (label: string, value: string, set: (text: string) => void) => (
    <WhenField kind="time" label={label} value={value} onChange={set} />
  )
  return (
    <Box
      component="form"
      aria-label={t.title}
      onSubmit={(event) => {
        event.preventDefault()
        void send(begin, () => {
          setReason('')
          setWords('')
        })
      }}
      sx={{ display: 'grid', gap: 1.5, borderTop: 1, borderColor: 'divider', paddingBlockStart: 1.5 }}
    >
      <Typography variant="h3">{t.title}</Typography>
      <Typography variant="body2">{t.help}</Typography>
      <TextField select label={t.what} value={kind} onChange={({ target }) => setKind(target.value as StopgapKind)}>
        <MenuItem value="closed">{t.kinds.closed}</MenuItem>
        <MenuItem value="open">{t.kinds.open}</MenuItem>
      </TextField>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) 140px', gap: 1.5, alignItems: 'start' }}>
        <TextField
          select
          label={t.begins}
          value={begins}
          onChange={({ target }) => setBegins(target.value as typeof begins)}
          sx={{ gridColumn: begins === atATime ? 1 : '1 / -1' }}
        >
          <MenuItem value="now">{t.now}</MenuItem>
          <MenuItem value={atATime}>{t.atATime}</MenuItem>
        </TextField>
        {begins === atATime && clock(t.from, fromTime, setFromTime)}
        <TextField
          select
          label={t.lasts}
          value={lasting}
          onChange={({ target }) => setLasting(target.value as typeof lasting)}
          helperText={
            until === null || from === null
              ? undefined
              : t.span(timeText(from, plan.zone, now), timeText(until, plan.zone, now), inWords(until - from))
          }
          sx={{ gridColumn: lasting === atATime ? 1 : '1 / -1' }}
        >
          {(Object.keys(lasts) as Lasting[]).map((one) => (
            <MenuItem key={one} value={one}>
              {lending[one]}
            </MenuItem>
          ))}
          <MenuItem value={atATime}>{t.untilATime}</MenuItem>
        </TextField>
        {lasting === atATime && clock(t.until, time, setTime)}
      </Box>
      <ReasonField value={reason} onChange={setReason} />
      <TextField
        label={t.words}
        value={words}
        onChange={({ target }) => setWords(target.value)}
        slotProps={{ htmlInput: { maxLength: 200 } }}
      />
      {error !== null && <Alert severity="error">{error}</Alert>}
      <Box>
        <Button type="submit" variant="contained" disabled={busy || until === null || reason === ''}>
          {begins === 'now' ? (kind === 'closed' ? t.close : t.open) : t.plan}
        </Button>
      </Box>
    </Box>
  )
}
