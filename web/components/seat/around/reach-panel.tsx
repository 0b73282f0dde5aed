'use client'
import { traitsOf, isCall, type CustomerId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { e164, isMailbox, mailbox, shownNumber } from '@eudromos/core/numbers'
import { callbacks as t } from '../../../messages/callbacks.ts'
import { mail } from '../../../messages/mail.ts'
import { reachBarText } from '../../../messages/reach-bars.ts'
import type { ReachView } from '../../../view/reach.ts'
import type { View } from '../../../view/view.ts'
import { useFetched } from '../../fetched.ts'
import { firstName } from '../../format.ts'
import { SidePanel } from '../../side-panel.tsx'
import { requestJson } from '../../stream/send.ts'
import { useSameId } from '../../stream/same-id.ts'
import { useSending } from '../../stream/sending.ts'

export interface Reached {
  readonly address: string
  readonly customerId: CustomerId | null
}

interface ReachPanelProps {
  readonly view: View
  readonly open: boolean
  readonly onClose: () => void
  /** Whom to begin with. */
  readonly first: Reached | null
}

/** Calls or writes to somebody in the name of a queue: who it is, what they see, and what speaks against it. */
export function ReachPanel({ view, open, onClose, first }: ReachPanelProps) {
  return (
    <SidePanel open={open} title={t.reachTitle} onClose={onClose}>
      {open && <ReachForm key={first?.address ?? ''} view={view} first={first} onDone={onClose} />}
    </SidePanel>
  )
}

function ReachForm({ view, first, onDone }: { view: View; first: Reached | null; onDone: () => void }) {
  const agentId = view.agentId ?? ''
  const queueIds = view.people[agentId]?.queueIds ?? []
  const queues = (view.plan?.queues ?? []).filter(({ id }) => queueIds.includes(id))
  const [typed, setTyped] = useState(first === null ? '' : shownNumber(first.address))
  const [chosen, setChosen] = useState(queues[0]?.id ?? '')
  const [customer, setCustomer] = useState<string | null>(first?.customerId ?? null)
  const [text, setText] = useState('')
  const [texting, setTexting] = useState(false)
  const { busy, error, send } = useSending()
  const once = useSameId()
  const [subject, setSubject] = useState('')
  const address = e164(typed) ?? mailbox(typed)
  const isMail = address !== null && isMailbox(address)
  const channel = isMail ? 'email' : texting ? 'sms' : 'voice'
  const writes = !isCall(channel)
  const query = new URLSearchParams({ address: address ?? '', queue: chosen, ...(customer !== null && { customer }) })
  const { value, error: unread } = useFetched<ReachView>(address === null ? null : `/api/reach?${query}`, {
    keep: true,
  })
  if (queues.length === 0) return <Typography>{t.noQueues}</Typography>
  const known = address !== null && value?.address === address ? value : null
  const name = known?.customers.find(({ id }) => id === known.customerId)?.name ?? typed
  const line = known?.lines[channel] ?? null
  const bars =
    known === null
      ? []
      : [...known.bars, ...(traitsOf(channel).texted && known.textsStopped ? [{ code: 'stopped' } as const] : [])]
  const able =
    known !== null &&
    line !== null &&
    bars.length === 0 &&
    !busy &&
    (!writes || text.trim() !== '') &&
    (!isMail || subject.trim() !== '')
  const begin = (): void => {
    if (!able) return
    const body = {
      channel,
      address,
      customerId: known.customerId,
      queueId: chosen,
      agentId,
      subject: isMail ? subject : '',
      text: writes ? text : '',
    }
    void send(() => once(body, (id) => requestJson('/api/reach', 'POST', { id, ...body })), onDone)
  }
  return (
    <Box
      component="form"
      onSubmit={(event) => {
        event.preventDefault()
        begin()
      }}
      sx={{ display: 'grid', gap: 2, alignContent: 'start' }}
    >
      <TextField
        autoFocus
        label={t.address}
        value={typed}
        helperText={t.addressHelp}
        onChange={({ target }) => {
          setTyped(target.value)
          setCustomer(null)
        }}
      />
      <TextField select label={t.queue} value={chosen} onChange={({ target }) => setChosen(target.value)}>
        {queues.map(({ id, name: queue }) => (
          <MenuItem key={id} value={id}>
            {queue}
          </MenuItem>
        ))}
      </TextField>
      {unread !== null && <Alert severity="error">{unread}</Alert>}
      <Box role="status" sx={{ display: 'grid', gap: 1 }}>
        {known !== null && (
          <>
            <Typography>
              {known.customers.length === 0 ? t.unknown : t.known(known.customers.map((one) => one.name))}
            </Typography>
            {known.local !== null && <Typography>{t.local(known.local)}</Typography>}
            <Typography>{line === null ? t.noLine : t.shown(line.name, shownNumber(line.address))}</Typography>
            {bars.map((bar) => (
              <Alert key={bar.code} severity="warning">
                {reachBarText(bar, name)}
              </Alert>
            ))}
          </>
        )}
      </Box>
      {known !== null && known.customers.length > 1 && (
        <TextField
          select
          label={t.who}
          value={known.customerId ?? ''}
          onChange={({ target }) => setCustomer(target.value)}
        >
          {known.customers.map((one) => (
            <MenuItem key={one.id} value={one.id}>
              {one.name}
            </MenuItem>
          ))}
        </TextField>
      )}
      {isMail && (
        <TextField
          label={mail.subject}
          value={subject}
          onChange={({ target }) => setSubject(target.value)}
          slotProps={{ htmlInput: { maxLength: 200 } }}
        />
      )}
      {writes && (
        <TextField
          multiline
          minRows={isMail ? 8 : 3}
          maxRows={14}
          label={t.first}
          value={text}
          onChange={({ target }) => setText(target.value)}
          slotProps={{ htmlInput: { maxLength: isMail ? 20_000 : 1600 } }}
        />
      )}
      {error !== null && <Alert severity="error">{error}</Alert>}
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button type="submit" variant="contained" disabled={!able}>
          {isMail ? t.sendMail : texting ? t.send : t.call(known === null ? '…' : firstName(name))}
        </Button>
        {!isMail && (
          <Button aria-pressed={texting} onClick={() => setTexting(!texting)}>
            {texting ? t.callInstead : t.textInstead}
          </Button>
        )}
        <Button onClick={onDone}>{t.cancel}</Button>
      </Box>
    </Box>
  )
}
