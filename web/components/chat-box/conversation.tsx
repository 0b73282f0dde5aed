'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useCallback, useEffect, useState, useSyncExternalStore } from 'react'
import { en } from '../../messages/en.ts'
import { files } from '../../messages/files.ts'
import { seatWords } from '../../messages/steering.ts'
import { inChats } from '../../view/files.ts'
import type { ChatView } from '../../view/view.ts'
import { Composer } from '../chat/composer.tsx'
import { Transcript, type ShownMessage } from '../chat/transcript.tsx'
import { unsentMessages } from '../chat/unsent.ts'
import { FileButton } from '../files/file-button.tsx'
import { openingText, secondsText } from '../format.ts'
import { shownMessages } from '../seat/bays/conversation-bay.tsx'
import { useOutbox } from '../seat/saying/outbox.ts'
import type { ChatClient } from './chat-client.ts'

const t = en.chat

function standing(view: ChatView): string {
  if (view.closure !== undefined && (view.closure.kept || view.opensAt !== undefined))
    return `${en.emergency.chatClosed(view.closure.announcement)} ${
      view.opensAt === undefined ? en.emergency.chatHeld : t.messageKept(null)
    }`
  if (view.opensAt !== undefined) return t.messageKept(openingText(view.opensAt))
  if (view.phase === 'resting') return seatWords.rests
  if (view.phase === 'connected') {
    const talking = t.with(view.agentName ?? '', view.shownAs)
    return view.asked ? `${talking} ${seatWords.stillThere}` : talking
  }
  const place = view.place === null ? t.waiting : t.place(view.place)
  const wait =
    view.estimatedWaitSeconds === null
      ? t.noEstimate
      : view.estimatedWaitSeconds === 0
        ? t.soon
        : t.estimate(secondsText(roundedWait(view.estimatedWaitSeconds)))
  return `${place} ${wait}`
}

/** An estimate is no more exact than this: tens of seconds, from ten minutes on whole minutes. */
const roundedWait = (seconds: number): number =>
  seconds < 600 ? Math.max(10, Math.round(seconds / 10) * 10) : Math.round(seconds / 60) * 60

const ending = (view: ChatView): string =>
  view.closure !== undefined
    ? en.emergency.chatClosed(view.closure.announcement)
    : view.outcome === 'rejected'
      ? t.rejected
      : view.outcome === 'abandoned'
        ? t.left
        : t.over

/** A chat from the customer's side: the place while waiting, the words, and the way out. */
export function Conversation({ client, zone, onAgain }: { client: ChatClient; zone: string; onAgain: () => void }) {
  const { view, messages, connected, typing } = useSyncExternalStore(client.subscribe, client.get, client.get)
  const [text, setText] = useState('')
  const [error, setError] = useState<string | null>(null)
  const [leaving, setLeaving] = useState(false)
  useEffect(() => client.open(), [client])
  const post = useCallback((id: string, words: string) => client.say(id, words), [client])
  const { unsent, send, retry } = useOutbox(post)
  const last = messages.findLast(({ side }) => side === 'agent')?.number ?? 0
  const had = view?.receipts.customer ?? { delivered: 0, seen: 0 }
  const talking = view !== null && view.phase !== 'over' && view.phase !== 'wrapUp'
  useEffect(() => {
    const seen = document.hidden ? had.seen : last
    if (!talking || (last <= had.delivered && seen <= had.seen)) return
    const timer = setTimeout(() => void client.received(last, seen).catch(() => undefined), 150)
    return () => clearTimeout(timer)
  }, [client, talking, last, had.delivered, had.seen])
  const shown: ShownMessage[] = [
    ...shownMessages(messages, 'customer', view?.receipts.agent ?? { delivered: 0, seen: 0 }),
    ...unsentMessages(unsent, 'customer', (id) => messages.some(({ contentId }) => contentId === id), retry),
  ]
  const attempt = (work: Promise<void>): void => {
    setError(null)
    work.catch((caught: Error) => setError(caught.message))
  }
  const submit = (): void => {
    send(text, messages.at(-1)?.at ?? Date.now())
    setText('')
  }
  const attach = (file: File): void => {
    if (file.size > inChats.most) setError(files.tooLarge(inChats.most / 1024 / 1024))
    else attempt(client.attach(file))
  }
  return (
    <>
      <Box role="status" sx={{ paddingInline: 1.5, paddingBlock: 1, bgcolor: 'background.default' }}>
        <Typography variant="body2">
          {view === null ? t.reconnecting : talking ? standing(view) : ending(view)}
          {view !== null && talking && !connected && ` ${t.reconnecting}`}
        </Typography>
      </Box>
      {error !== null && (
        <Alert severity="error" onClose={() => setError(null)}>
          {error}
        </Alert>
      )}
      <Transcript
        messages={shown}
        own="customer"
        otherName={view?.agentName ?? ''}
        zone={zone}
        fileHref={client.fileHref}
        foot={
          talking && typing ? (
            <Typography variant="body2" sx={{ color: 'text.secondary' }}>
              {t.typing(view.agentName ?? '')}
            </Typography>
          ) : null
        }
      />
      <Box sx={{ padding: 1.5, borderTop: 1, borderColor: 'divider', display: 'grid', gap: 1 }}>
        {talking ? (
          <>
            <Composer
              value={text}
              onChange={setText}
              onSend={submit}
              onTyping={() => void client.typing().catch(() => undefined)}
              label={t.write}
            />
            <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
              {leaving ? (
                <>
                  <Typography variant="body2" sx={{ alignSelf: 'center' }}>
                    {t.leaveSure}
                  </Typography>
                  <Button color="error" onClick={() => attempt(client.leave())}>
                    {t.leave}
                  </Button>
                  <Button autoFocus onClick={() => setLeaving(false)}>
                    {t.stay}
                  </Button>
                </>
              ) : (
                <>
                  <Button onClick={() => setLeaving(true)}>{t.leave}</Button>
                  <FileButton label={files.attach} accept={inChats.accept} onFile={attach} />
                </>
              )}
              <Button
                variant="contained"
                disabled={text.trim() === ''}
                onClick={submit}
                sx={{ marginInlineStart: 'auto' }}
              >
                {t.send}
              </Button>
            </Box>
          </>
        ) : (
          <Button variant="contained" onClick={onAgain} sx={{ justifySelf: 'start' }}>
            {t.again}
          </Button>
        )}
      </Box>
    </>
  )
}
