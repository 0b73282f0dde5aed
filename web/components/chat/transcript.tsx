'use client'
import type { ContentId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import MuiLink from '@mui/material/Link'
import Typography from '@mui/material/Typography'
import { useEffect, useRef, type ReactNode } from 'react'
import type { MessageView } from '../../view/view.ts'
import { firstName, timeText } from '../format.ts'
import { useTold } from '../told.tsx'
import { shownSubjects } from '@eudromos/core/mail'
import { LinkedText } from './linked-text.tsx'
import { SentFile } from './sent-file.tsx'
import { isSpoken, VoiceMessage } from './voice-message.tsx'

type Delivery = 'sending' | 'queued' | 'sent' | 'delivered' | 'seen' | 'unsent' | 'failed'

export interface ShownMessage extends Omit<MessageView, 'number' | 'contentId'> {
  readonly key: string
  readonly contentId: ContentId | null
  /** How far one's own message has come; null for the other side's. */
  readonly delivery: Delivery | null
  /** Why it is not sent. */
  readonly reason?: string | null
  readonly retry?: () => void
}

interface TranscriptProps {
  readonly messages: readonly ShownMessage[]
  readonly own: 'customer' | 'agent'
  readonly otherName: string
  /** How each word of theirs is signed; left out: by the first part of the name. */
  readonly otherShort?: string
  /** Who one's own side is, where it is not the reader. */
  readonly ownName?: string
  readonly zone: string
  readonly fileHref: (contentId: ContentId) => string
  readonly foot?: ReactNode
}

/** A conversation: one's own words to the right, the other's to the left, each with its time and state. */
export function Transcript(props: TranscriptProps) {
  const { messages, own, otherName, otherShort = firstName(otherName), zone, fileHref, foot } = props
  const t = useTold()
  const { ownName = t('chat.you') } = props
  const end = useRef<HTMLDivElement>(null)
  const last = messages.at(-1)?.key
  const hasFoot = foot != null
  const subjects = shownSubjects(messages)
  useEffect(() => {
    end.current?.scrollIntoView({ block: 'nearest' })
  }, [last, hasFoot])
  return (
    <Box
      role="log"
      aria-live="polite"
      aria-label={otherName}
      tabIndex={0}
      sx={{
        flex: 1,
        minHeight: 0,
        overflowY: 'auto',
        padding: 1.5,
        display: 'flex',
        flexDirection: 'column',
        gap: 0.75,
      }}
    >
      {messages.map((message, n) => (
        <Bubble
          key={message.key}
          subject={subjects[n] ?? null}
          message={message}
          mine={message.side === own}
          name={message.side === own ? ownName : otherShort}
          zone={zone}
          fileHref={fileHref}
        />
      ))}
      {foot}
      <div ref={end} />
    </Box>
  )
}

interface BubbleProps extends Pick<TranscriptProps, 'zone' | 'fileHref'> {
  readonly name: string
  readonly message: ShownMessage
  /** What it is about, where that is something else than before. */
  readonly subject: string | null
  readonly mine: boolean
}

function Bubble({ message, subject, mine, name, zone, fileHref }: BubbleProps) {
  const { attachment, contentId, delivery, retry, reason } = message
  const t = useTold()
  return (
    <Box sx={{ alignSelf: mine ? 'end' : 'start', maxWidth: '88%', minWidth: 0 }}>
      <Box
        sx={{
          paddingInline: 1.25,
          paddingBlock: 0.75,
          borderRadius: 2,
          bgcolor: mine ? 'action.selected' : 'background.default',
          whiteSpace: 'pre-wrap',
          overflowWrap: 'anywhere',
        }}
      >
        {subject !== null && <Typography sx={{ fontWeight: 650 }}>{subject}</Typography>}
        {message.text !== '' && <LinkedText text={message.text} />}
        {contentId !== null && isSpoken(attachment) && <VoiceMessage src={fileHref(contentId)} />}
        {attachment !== null && !isSpoken(attachment) && (
          <SentFile file={attachment} href={contentId === null ? null : fileHref(contentId)} />
        )}
      </Box>
      <Typography
        variant="body2"
        sx={{
          color: delivery === 'failed' || delivery === 'unsent' ? 'error.main' : 'text.secondary',
          textAlign: mine ? 'end' : 'start',
          paddingInline: 0.5,
        }}
      >
        {name}{' '}
        <Typography component="span" variant="figure">
          {timeText(message.at, zone)}
        </Typography>
        {delivery !== null && ` · ${t(`delivery.${delivery}`)}`}
        {reason != null && `: ${reason}`}
        {retry !== undefined && (
          <MuiLink component="button" variant="body2" onClick={retry} sx={{ marginInlineStart: 1 }}>
            {t('chat.retry')}
          </MuiLink>
        )}
      </Typography>
    </Box>
  )
}
