'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useCallback, useState } from 'react'
import { shownNumber } from '@eudromos/core/numbers'
import { AttachButton, AttachedFile, useAttaching } from '../../../components/chat/attach.tsx'
import { Composer } from '../../../components/chat/composer.tsx'
import { Transcript } from '../../../components/chat/transcript.tsx'
import { unsentMessages } from '../../../components/chat/unsent.ts'
import { useOutbox } from '../../../components/seat/saying/outbox.ts'
import { requestJson } from '../../../components/stream/send.ts'
import { phone as t } from '../../../messages/texts.ts'
import { inTexts } from '../../../view/files.ts'
import type { PhoneTextView } from '../../../view/outside-view.ts'
import { messagesOf, sentFiles } from '../sent.ts'

interface ThreadProps {
  readonly own: string
  readonly zone: string
  /** The centre's time minus the network's, in milliseconds. */
  readonly clockMs: number
  readonly url: string
  readonly to: string
  readonly name: string
  readonly texts: readonly PhoneTextView[]
  readonly onBack: () => void
}

/** One thread of texts, and where to write the next. */
export function Thread({ url, own, to, name, texts, zone, clockMs, onBack }: ThreadProps) {
  const [text, setText] = useState('')
  const post = useCallback(
    async (id: string, words: string, file: File | null): Promise<void> => {
      await requestJson(url, 'POST', { id, to, text: words, files: await sentFiles(file) })
    },
    [url, to],
  )
  const { unsent, send, retry } = useOutbox(post)
  const shown = [
    ...texts.flatMap((one) => messagesOf(one, own, clockMs)),
    ...unsentMessages(unsent, 'customer', (id) => texts.some((one) => one.id === id), retry),
  ]
  const refused = texts.findLast(({ state, from }) => state === 'failed' && from === own)
  const attaching = useAttaching(inTexts)
  const ready = text.trim() !== '' || attaching.file !== null
  const submit = (): void => {
    if (!ready) return
    send(text, Date.now() + clockMs, attaching.file)
    setText('')
    attaching.clear()
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
        fileHref={(picture) => `${url}/${picture}`}
        foot={refused?.reason == null ? null : <Alert severity="warning">{refused.reason}</Alert>}
      />
      <Box sx={{ padding: 1.5, borderTop: 1, borderColor: 'divider', display: 'grid', gap: 1 }}>
        <Composer
          value={text}
          onChange={setText}
          onSend={submit}
          onTyping={() => undefined}
          label={t.write}
          hasFile={attaching.file !== null}
        />
        <AttachedFile attaching={attaching} />
        <Box sx={{ display: 'flex', gap: 1, justifyContent: 'space-between' }}>
          <AttachButton attaching={attaching} />
          <Button variant="contained" disabled={!ready} onClick={submit}>
            {t.send}
          </Button>
        </Box>
      </Box>
    </>
  )
}
