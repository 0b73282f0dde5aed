'use client'
import { traitsOf, type InteractionId, type LineId, type CustomerId, type QueueId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import { useEffect, useRef, useState, type FormEvent } from 'react'
import { newId } from '../../view/new-id.ts'
import { momentIn, refusalIn, sayIn } from '../../messages/told/say.ts'
import { useInBrowser } from '../fetched.ts'
import { languageHere } from '../told.tsx'
import { ChatClient, readLines, beginChat, type LineChoice } from './chat-client.ts'
import { Conversation } from './conversation.tsx'
import { Frame } from './frame.tsx'

interface ChatBoxProps {
  /** Where a reload finds the chat again. */
  readonly storageKey: string
  /** A listed test customer to write as. */
  readonly testCustomer?: { readonly id: CustomerId; readonly name: string } | null
  readonly zone: string
  /** The line that this box is; null: every chat box of the centre at once. */
  readonly lineId?: LineId | null
  /** Told the id of the chat at hand, or null. */
  readonly onChat?: (interactionId: InteractionId | null) => void
}

/** The chat box of a customer's page: begin, wait, talk, leave. A reload keeps the conversation. */
export function ChatBox(props: ChatBoxProps) {
  const { storageKey, testCustomer = null, zone, onChat, lineId = null } = props
  const [client, setClient] = useState<ChatClient | null>(() => {
    const id =
      typeof sessionStorage === 'undefined' ? null : (sessionStorage.getItem(storageKey) as InteractionId | null)
    return id === null ? null : new ChatClient(id)
  })
  const inBrowser = useInBrowser()
  const current = client?.id ?? null
  useEffect(() => onChat?.(current), [onChat, current])
  const begun = (id: InteractionId): void => {
    sessionStorage.setItem(storageKey, id)
    setClient(new ChatClient(id))
  }
  const again = (): void => {
    sessionStorage.removeItem(storageKey)
    setClient(null)
  }
  // Only the browser knows what it has of a conversation, and what its reader speaks.
  if (!inBrowser) return <Frame language={null} />
  return client === null ? (
    <BeginForm testCustomer={testCustomer} lineId={lineId} onBegun={begun} />
  ) : (
    <Conversation key={client.id} client={client} zone={zone} onAgain={again} />
  )
}

/** What customers can choose: each queue once, by the first line that leads to it. */
function choicesOf(lines: readonly LineChoice[]) {
  const all = lines.flatMap((line) =>
    line.queues.map((queue) => ({ ...queue, lineId: line.id, language: line.language })),
  )
  return [...new Map(all.toReversed().map((one) => [one.id, one])).values()].toReversed()
}

function BeginForm({
  testCustomer,
  lineId,
  onBegun,
}: {
  lineId: LineId | null
  testCustomer: { id: CustomerId; name: string } | null
  onBegun: (id: InteractionId) => void
}) {
  const [lines, setLines] = useState<readonly LineChoice[] | null>(null)
  const [queueId, setQueueId] = useState<QueueId | ''>('')
  const [name, setName] = useState('')
  const [text, setText] = useState('')
  const [error, setError] = useState<Error | null>(null)
  const [busy, setBusy] = useState(false)
  const id = useRef(newId<InteractionId>())
  const customerId = testCustomer?.id ?? null
  useEffect(() => {
    let current = true
    const read = (): void => {
      readLines(customerId).then(
        ({ lines: all }) => {
          if (!current) return
          const found = all.filter(
            ({ id, channel }) => traitsOf(channel).address === null && (lineId === null || id === lineId),
          )
          setLines(found)
          setError(null)
          const offered = found.flatMap(({ queues }) => queues)
          setQueueId((chosen) =>
            offered.some((queue) => queue.id === chosen)
              ? chosen
              : ((offered.find(({ inPreparation }) => inPreparation) ?? offered[0])?.id ?? ''),
          )
        },
        (caught: Error) => current && setError(caught),
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
  const language = languageHere(chosen?.language ?? null)
  const t = sayIn(language)
  const submit = async (event: FormEvent): Promise<void> => {
    event.preventDefault()
    const queue = queues.find((one) => one.id === queueId)
    if (queue === undefined) return
    setBusy(true)
    setError(null)
    try {
      const begun = await beginChat(id.current, {
        lineId: queue.lineId,
        queueId: queue.id,
        name: testCustomer?.name ?? name,
        text,
        customerId,
        leaveMessage: !queue.open,
      })
      onBegun(begun.id)
    } catch (caught) {
      const refused = caught as Error & { readonly status?: number }
      const { status = 0 } = refused
      setError(refused)
      // What was refused stays so under its id; what got no answer may have been taken in.
      if (status >= 400 && status < 500) id.current = newId()
      setBusy(false)
    }
  }
  const choiceText = ({ name: of, inPreparation, open }: (typeof queues)[number]): string => {
    const named = inPreparation ? t('chat.inPreparation', { name: of }) : of
    return open ? named : t('chat.closedChoice', { name: named })
  }
  return (
    <Frame language={language}>
      <Box
        component="form"
        onSubmit={(event) => void submit(event)}
        sx={{ padding: 2, display: 'grid', gap: 2, alignContent: 'start' }}
      >
        {error !== null && <Alert severity="error">{refusalIn(language, error)}</Alert>}
        {lines !== null && queues.length === 0 && <Alert severity="info">{t('chat.unavailable')}</Alert>}
        <TextField
          label={t('chat.name')}
          required
          disabled={testCustomer !== null}
          value={testCustomer?.name ?? name}
          onChange={({ target }) => setName(target.value)}
          autoComplete="off"
          slotProps={{ htmlInput: { maxLength: 80 } }}
        />
        <TextField
          select
          label={t('chat.about')}
          value={queueId}
          onChange={({ target }) => setQueueId(target.value as QueueId)}
        >
          {queues.map((queue) => (
            <MenuItem key={queue.id} value={queue.id}>
              {choiceText(queue)}
            </MenuItem>
          ))}
        </TextField>
        <TextField
          label={t('chat.words')}
          required
          multiline
          minRows={3}
          value={text}
          onChange={({ target }) => setText(target.value)}
          slotProps={{ htmlInput: { maxLength: 4000 } }}
        />
        {chosen?.open === false && (
          <Alert severity="info">
            {chosen.closure !== undefined
              ? `${chosen.closure || t('closed.now')} ${t('closed.leave')}`
              : chosen.opensAt === null
                ? t('chat.closedForNow')
                : t('chat.closedUntil', { opens: momentIn(language, chosen.opensAt) })}
          </Alert>
        )}
        <Button type="submit" variant="contained" disabled={busy || queueId === ''}>
          {t(chosen?.open === false ? 'chat.leaveMessage' : 'chat.begin')}
        </Button>
      </Box>
    </Frame>
  )
}
