'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useCallback, useState } from 'react'
import { calls as t } from '../../../messages/calls.ts'
import { template } from '../../../messages/templates.ts'
import { texts } from '../../../messages/texts.ts'
import type { InteractionView, View } from '../../../view/view.ts'
import { inTexts } from '../../../view/files.ts'
import { AttachButton, AttachedFile, useAttaching } from '../../chat/attach.tsx'
import { Composer } from '../../chat/composer.tsx'
import { firstName } from '../../format.ts'
import { attachmentHref } from '../../chat/sent-file.tsx'
import { Transcript } from '../../chat/transcript.tsx'
import { useKept } from '../../kept.ts'
import { isSpoken } from '../../chat/voice-message.tsx'
import { useSeatActions } from '../act.ts'
import { blankIn, templatesOf } from './templates.ts'
import { TextLength, unsentBy, useTexts } from './texts.tsx'
import { useOutbox } from './outbox.ts'

/** What is texted to the caller in the middle of the call: a confirmation, an address. */
export function CallTexts({ interaction, view, now }: { interaction: InteractionView; view: View; now: number }) {
  const { act } = useSeatActions()
  const [open, setOpen] = useState(false)
  const { id, textLineId, customerName, numbers } = interaction
  const [text, setText] = useKept(`words ${id}`)
  const first = firstName(customerName)
  const post = useCallback(
    (messageId: string, words: string, file: File | null) =>
      act('sendMessage', { interactionId: id, text: words, textLineId }, messageId, file),
    [act, id, textLineId],
  )
  const { unsent, send, retry } = useOutbox(post)
  const messages = (view.messages[id] ?? []).filter(({ attachment }) => !isSpoken(attachment))
  const shown = [...useTexts(interaction, messages), ...unsentBy(unsent, messages, retry)]
  const blank = blankIn(text)
  const attaching = useAttaching(inTexts)
  const ready = (text.trim() !== '' || attaching.file !== null) && blank === null
  const submit = (): void => {
    if (!ready) return
    send(text, now, attaching.file)
    setText('')
    attaching.clear()
    setOpen(false)
  }
  if (numbers?.stopped === true) return <Alert severity="info">{texts.stopped(first)}</Alert>
  return (
    <Box component="section" aria-label={t.textTo(first)} sx={{ display: 'grid', gap: 1 }}>
      {shown.length > 0 && (
        <Box sx={{ display: 'flex', maxHeight: 200 }}>
          <Transcript
            messages={shown}
            own="agent"
            otherName={customerName}
            zone={view.plan?.zone ?? 'UTC'}
            fileHref={attachmentHref}
          />
        </Box>
      )}
      {open ? (
        <>
          <Composer
            value={text}
            onChange={setText}
            onSend={submit}
            onTyping={() => undefined}
            label={t.textTo(first)}
            hasFile={attaching.file !== null}
            templates={templatesOf(interaction, view)}
          />
          {blank !== null && <Typography variant="body2">{template.fill(blank)}</Typography>}
          <AttachedFile attaching={attaching} />
          <TextLength text={text} withPicture={attaching.file !== null} />
          <Box sx={{ display: 'flex', gap: 1 }}>
            <Button disabled={!ready} onClick={submit}>
              {t.sendText}
            </Button>
            <AttachButton attaching={attaching} />
            <Button variant="text" onClick={() => setOpen(false)}>
              {t.noText}
            </Button>
          </Box>
        </>
      ) : (
        <Button onClick={() => setOpen(true)} sx={{ justifySelf: 'start' }}>
          {t.textTo(first)}
        </Button>
      )}
    </Box>
  )
}
