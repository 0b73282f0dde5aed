'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useCallback, useState } from 'react'
import { AttachButton, AttachedFile, useAttaching } from '../../../components/chat/attach.tsx'
import { Transcript } from '../../../components/chat/transcript.tsx'
import { unsentMessages } from '../../../components/chat/unsent.ts'
import { useOutbox } from '../../../components/seat/saying/outbox.ts'
import { requestJson } from '../../../components/stream/send.ts'
import { mail, mailbox as t } from '../../../messages/mail.ts'
import { inEmail } from '../../../view/files.ts'
import { answerTo } from '@eudromos/core/mail'
import type { MailLine, MailThread } from '../../../view/outside-view.ts'
import { messagesOf, sentFiles } from '../sent.ts'

interface LetterProps {
  readonly url: string
  readonly own: string
  readonly lines: readonly MailLine[]
  /** To whom a new one goes. */
  readonly to: string | null
  /** The matter that is answered; null: a new one. */
  readonly thread: MailThread | null
  /** The other end of it. */
  readonly name: string
  readonly zone: string
  readonly clockMs: number
  readonly onSent: (sent: Pick<MailThread, 'other' | 'subject'>) => void
  readonly onDiscard: () => void
}

/** What was written of one matter, and where to answer; or a new one. */
export function Letter(props: LetterProps) {
  const { url, own, lines, thread, name, zone, clockMs, onSent, onDiscard } = props
  const [to, setTo] = useState(thread?.other ?? props.to ?? lines[0]?.address ?? '')
  const [subject, setSubject] = useState(thread === null ? '' : answerTo(thread.subject))
  const [text, setText] = useState('')
  const post = useCallback(
    async (id: string, words: string, file: File | null, about: string | null): Promise<void> => {
      await requestJson(url, 'POST', { id, to, subject: about ?? '', text: words, files: await sentFiles(file) })
    },
    [url, to],
  )
  const { unsent, send, retry } = useOutbox(post)
  const mails = thread?.mails ?? []
  const attaching = useAttaching(inEmail)
  const ready = (text.trim() !== '' || attaching.file !== null) && to !== ''
  const refused = mails.findLast(({ state, from }) => state === 'failed' && from === own)
  const submit = (): void => {
    if (!ready) return
    send(text, Date.now() + clockMs, attaching.file, subject.trim())
    setText('')
    attaching.clear()
    if (thread === null) onSent({ other: to, subject: subject.trim() })
  }
  return (
    <>
      {thread !== null && (
        <>
          <Box sx={{ padding: 1.5, borderBottom: 1, borderColor: 'divider' }}>
            <Typography variant="h2">{thread.subject || t.noSubject}</Typography>
            <Typography variant="body2" sx={{ color: 'text.secondary' }}>
              {`${name} · ${thread.other}`}
            </Typography>
          </Box>
          <Transcript
            messages={[
              ...mails.flatMap((one) => messagesOf({ ...one, subject: '' }, own, clockMs)),
              ...unsentMessages(unsent, 'customer', (id) => mails.some((one) => one.id === id), retry),
            ]}
            own="customer"
            otherName={name}
            otherShort={name}
            zone={zone}
            fileHref={(file) => `${url}/${file}`}
            foot={refused?.reason == null ? null : <Alert severity="warning">{refused.reason}</Alert>}
          />
        </>
      )}
      <Box
        component="form"
        aria-label={thread === null ? t.write : t.answer(thread.subject || t.noSubject)}
        onSubmit={(event) => {
          event.preventDefault()
          submit()
        }}
        sx={{
          padding: 1.5,
          borderTop: thread === null ? 0 : 1,
          borderColor: 'divider',
          display: 'grid',
          gap: 1.5,
          overflowY: 'auto',
        }}
      >
        {thread === null && (
          <>
            <TextField select label={t.to} value={to} onChange={({ target }) => setTo(target.value)}>
              {lines.map((line) => (
                <MenuItem key={line.address} value={line.address}>
                  {`${line.name} · ${line.address}`}
                </MenuItem>
              ))}
            </TextField>
            <TextField
              label={mail.subject}
              value={subject}
              onChange={({ target }) => setSubject(target.value)}
              slotProps={{ htmlInput: { maxLength: 200 } }}
            />
          </>
        )}
        <TextField
          multiline
          minRows={thread === null ? 8 : 3}
          maxRows={thread === null ? 14 : 8}
          label={t.text}
          value={text}
          onChange={({ target }) => setText(target.value)}
          onKeyDown={(event) => {
            if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) submit()
          }}
          slotProps={{ htmlInput: { maxLength: 20_000 } }}
        />
        <AttachedFile attaching={attaching} />
        <Box sx={{ display: 'flex', gap: 1 }}>
          <AttachButton attaching={attaching} />
          {thread === null && <Button onClick={onDiscard}>{t.discard}</Button>}
          <Button type="submit" variant="contained" disabled={!ready} sx={{ marginInlineStart: 'auto' }}>
            {t.send}
          </Button>
        </Box>
      </Box>
    </>
  )
}
