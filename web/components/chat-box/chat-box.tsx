'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import Paper from '@mui/material/Paper'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useEffect, useRef, useState, type FormEvent } from 'react'
import { v7 as newId } from 'uuid'
import { en } from '../../messages/en.ts'
import { useInBrowser } from '../fetched.ts'
import { openingText } from '../format.ts'
import { ChatClient, readLines, beginChat, type LineChoice } from './chat-client.ts'
import { Conversation } from './conversation.tsx'

interface ChatBoxProps {
  /** Where a reload finds the chat again. */
  readonly storageKey: string
  /** A listed test customer to write as. */
  readonly testCustomer?: { readonly id: string; readonly name: string } | null
  readonly zone: string
  /** The line that this box is; null: every chat box of the centre at once. */
  readonly lineId?: string | null
  /** Told the id of the chat at hand, or null. */
  readonly onChat?: (interactionId: string | null) => void
}

const t = en.chat

/** The chat box of a customer's page: begin, wait, talk, leave. A reload keeps the conversation. */
export function ChatBox(props: ChatBoxProps) {
  const { storageKey, testCustomer = null, zone, onChat, lineId = null } = props
  const [client, setClient] = useState<ChatClient | null>(() => {
    const id = typeof sessionStorage === 'undefined' ? null : sessionStorage.getItem(storageKey)
    return id === null ? null : new ChatClient(id)
  })
  const inBrowser = useInBrowser()
  const current = client?.id ?? null
  useEffect(() => onChat?.(current), [onChat, current])
  const begun = (id: string): void => {
    sessionStorage.setItem(storageKey, id)
    setClient(new ChatClient(id))
  }
  const again = (): void => {
    sessionStorage.removeItem(storageKey)
    setClient(null)
  }
  return (
    <Paper
      component="section"
      aria-label={t.title}
      sx={{
        height: '100%',
        display: 'flex',
        flexDirection: 'column',
        border: 1,
        borderColor: 'divider',
        overflow: 'hidden',
      }}
    >
      <Typography variant="h2" sx={{ padding: 1.5, borderBottom: 1, borderColor: 'divider' }}>
        {t.title}
      </Typography>
      {inBrowser &&
        (client === null ? (
          <BeginForm testCustomer={testCustomer} lineId={lineId} onBegun={begun} />
        ) : (
          <Conversation key={client.id} client={client} zone={zone} onAgain={again} />
        ))}
    </Paper>
  )
}

/** What customers can choose: each queue once, by the first line that leads to it. */
function choicesOf(lines: readonly LineChoice[]) {
  const all = lines.flatMap((line) => line.queues.map((queue) => ({ ...queue, lineId: line.id })))
  return [...new Map(all.toReversed().map((one) => [one.id, one])).values()].toReversed()
}

function BeginForm({
  testCustomer,
  lineId,
  onBegun,
}: {
  lineId: string | null
  testCustomer: { id: string; name: string } | null
  onBegun: (id: string) => void
}) {
  const [lines, setLines] = useState<readonly LineChoice[] | null>(null)
  const [queueId, setQueueId] = useState('')
  const [name, setName] = useState('')
  const [text, setText] = useState('')
  const [error, setError] = useState<string | null>(null)
  const [busy, setBusy] = useState(false)
  const id = useRef(newId())
  const customerId = testCustomer?.id ?? null
  useEffect(() => {
    let current = true
    const read = (): void => {
      readLines(customerId).then(
        ({ lines: all }) => {
          if (!current) return
          const found = all.filter(({ id, channel }) => channel === 'chat' && (lineId === null || id === lineId))
          setLines(found)
          setError(null)
          const offered = found.flatMap(({ queues }) => queues)
          setQueueId((chosen) =>
            offered.some((queue) => queue.id === chosen)
              ? chosen
              : ((offered.find(({ inPreparation }) => inPreparation) ?? offered[0])?.id ?? ''),
          )
        },
        (caught: Error) => current && setError(caught.message),
      )
    }
    read()
    const timer = setInterval(read, 10_000)
    return () => {
      current = false
      clearInterval(timer)
    }
  }, [customerId, lineId])
  const queues = choicesOf(lines ?? [])
  const chosen = queues.find((one) => one.id === queueId)
  const submit = async (event: FormEvent): Promise<void> => {
    event.preventDefault()
    const queue = queues.find((one) => one.id === queueId)
    if (queue === undefined) return
    setBusy(true)
    setError(null)
    try {
      const begun = await beginChat(id.current, {
        lineId: queue.lineId,
        queueId,
        name: testCustomer?.name ?? name,
        text,
        customerId,
        leaveMessage: !queue.open,
      })
      onBegun(begun.id)
    } catch (caught) {
      const { message, status = 0 } = caught as Error & { readonly status?: number }
      setError(message)
      // What was refused stays so under its id; what got no answer may have been taken in.
      if (status >= 400 && status < 500) id.current = newId()
      setBusy(false)
    }
  }
  return (
    <Box
      component="form"
      onSubmit={(event) => void submit(event)}
      sx={{ padding: 2, display: 'grid', gap: 2, alignContent: 'start' }}
    >
      {error !== null && <Alert severity="error">{error}</Alert>}
      {lines !== null && queues.length === 0 && <Alert severity="info">{t.closed}</Alert>}
      <TextField
        label={t.name}
        required
        disabled={testCustomer !== null}
        value={testCustomer?.name ?? name}
        onChange={({ target }) => setName(target.value)}
        autoComplete="off"
        slotProps={{ htmlInput: { maxLength: 80 } }}
      />
      <TextField select label={t.about} value={queueId} onChange={({ target }) => setQueueId(target.value)}>
        {queues.map((queue) => (
          <MenuItem key={queue.id} value={queue.id}>
            {queue.name}
            {queue.inPreparation && ` (${t.inPreparation})`}
            {!queue.open && ` (${t.closedOption})`}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        label={t.words}
        required
        multiline
        minRows={3}
        value={text}
        onChange={({ target }) => setText(target.value)}
        slotProps={{ htmlInput: { maxLength: 4000 } }}
      />
      {chosen?.open === false && (
        <Alert severity="info">
          {chosen.closure === undefined
            ? t.closedNow(openingText(chosen.opensAt))
            : `${en.emergency.chatClosed(chosen.closure)} ${en.emergency.chatLeave}`}
        </Alert>
      )}
      <Button type="submit" variant="contained" disabled={busy || queueId === ''}>
        {chosen?.open === false ? t.leaveMessage : t.begin}
      </Button>
    </Box>
  )
}
