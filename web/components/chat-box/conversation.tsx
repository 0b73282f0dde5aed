'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useEffect, useState, useSyncExternalStore } from 'react'
import { momentIn, refusalIn, sayIn, type Language } from '../../messages/told/say.ts'
import { inChats } from '../../view/files.ts'
import type { ChatView } from '../../view/view.ts'
import { Composer } from '../chat/composer.tsx'
import { Transcript, type ShownMessage } from '../chat/transcript.tsx'
import { unsentMessages } from '../chat/unsent.ts'
import { FileButton } from '../files/file-button.tsx'
import { secondsText } from '../format.ts'
import { shownMessages } from '../seat/bays/conversation-bay.tsx'
import { useOutbox } from '../seat/saying/outbox.ts'
import { languageHere } from '../told.tsx'
import type { ChatClient } from './chat-client.ts'
import { Frame } from './frame.tsx'

function standing(language: Language, view: ChatView): string {
  const t = sayIn(language)
  const { closure, opensAt } = view
  if (closure !== undefined && (closure.kept || opensAt !== undefined))
    return `${closure.announcement || t('closed.now')} ${t(opensAt === undefined ? 'closed.held' : 'chat.kept')}`
  if (opensAt === null) return t('chat.kept')
  if (opensAt !== undefined) return t('chat.keptUntil', { opens: momentIn(language, opensAt) })
  if (view.phase === 'resting') return t('chat.rests')
  if (view.phase === 'connected') {
    const { agentName, shownAs } = view
    const name = agentName ?? ''
    const talking = shownAs === null ? t('chat.with', { name }) : t('chat.withOf', { name, shownAs })
    return view.asked ? `${talking} ${t('chat.stillThere')}` : talking
  }
  const place = view.place === null ? t('chat.waiting') : t('chat.place', { place: view.place })
  const wait =
    view.estimatedWaitSeconds === null
      ? t('chat.noEstimate')
      : view.estimatedWaitSeconds === 0
        ? t('chat.soon')
        : t('chat.estimate', { wait: secondsText(roundedWait(view.estimatedWaitSeconds)) })
  return `${place} ${wait}`
}

/** An estimate is no more exact than this: tens of seconds, from ten minutes on whole minutes. */
const roundedWait = (seconds: number): number =>
  seconds < 600 ? Math.max(10, Math.round(seconds / 10) * 10) : Math.round(seconds / 60) * 60

function ending(language: Language, { closure, outcome }: ChatView): string {
  const t = sayIn(language)
  if (closure !== undefined) return closure.announcement || t('closed.now')
  return t(outcome === 'rejected' ? 'chat.rejected' : outcome === 'abandoned' ? 'chat.left' : 'chat.over')
}

/** A chat from the customer's side: the place while waiting, the words, and the way out. */
export function Conversation({ client, zone, onAgain }: { client: ChatClient; zone: string; onAgain: () => void }) {
  const { view, messages, connected, typing } = useSyncExternalStore(client.subscribe, client.get, client.get)
  const [text, setText] = useState('')
  const [error, setError] = useState<string | null>(null)
  const [leaving, setLeaving] = useState(false)
  useEffect(() => client.open(), [client])
  const language = languageHere(view?.language ?? null)
  const t = sayIn(language)
  const post = (id: string, words: string): Promise<void> =>
    client.say(id, words).catch((caught: Error) => {
      throw new Error(refusalIn(language, caught))
    })
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
    work.catch((caught: Error) => setError(refusalIn(language, caught)))
  }
  const submit = (): void => {
    send(text, messages.at(-1)?.at ?? Date.now())
    setText('')
  }
  const attach = (file: File): void => {
    if (file.size > inChats.most) setError(t('chat.tooLarge', { megabytes: inChats.most / 1024 / 1024 }))
    else attempt(client.attach(file))
  }
  return (
    <Frame language={language}>
      <Box role="status" sx={{ paddingInline: 1.5, paddingBlock: 1, bgcolor: 'background.default' }}>
        <Typography variant="body2">
          {view === null ? t('chat.reconnecting') : talking ? standing(language, view) : ending(language, view)}
          {view !== null && talking && !connected && ` ${t('chat.reconnecting')}`}
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
              {t('chat.typing', { name: view.agentName ?? '' })}
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
              label={t('chat.write')}
            />
            <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
              {leaving ? (
                <>
                  <Typography variant="body2" sx={{ alignSelf: 'center' }}>
                    {t('chat.leaveSure')}
                  </Typography>
                  <Button color="error" onClick={() => attempt(client.leave())}>
                    {t('chat.leave')}
                  </Button>
                  <Button autoFocus onClick={() => setLeaving(false)}>
                    {t('chat.stay')}
                  </Button>
                </>
              ) : (
                <>
                  <Button onClick={() => setLeaving(true)}>{t('chat.leave')}</Button>
                  <FileButton label={t('chat.attach')} accept={inChats.accept} onFile={attach} />
                </>
              )}
              <Button
                variant="contained"
                disabled={text.trim() === ''}
                onClick={submit}
                sx={{ marginInlineStart: 'auto' }}
              >
                {t('chat.send')}
              </Button>
            </Box>
          </>
        ) : (
          <Button variant="contained" onClick={onAgain} sx={{ justifySelf: 'start' }}>
            {t('chat.again')}
          </Button>
        )}
      </Box>
    </Frame>
  )
}
