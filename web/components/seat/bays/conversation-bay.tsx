'use client'
import { traitsOf } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useCallback, useEffect, useState } from 'react'
import { en } from '../../../messages/en.ts'
import { story } from '../../../messages/story.ts'
import { mail } from '../../../messages/mail.ts'
import { template } from '../../../messages/templates.ts'
import { texts } from '../../../messages/texts.ts'
import { seatWords } from '../../../messages/steering.ts'
import type { InteractionView, MessageView, View } from '../../../view/view.ts'
import { inChats, inEmail, inTexts } from '../../../view/files.ts'
import { answerTo } from '@eudromos/core/mail'
import { AttachButton, AttachedFile, useAttaching } from '../../chat/attach.tsx'
import { Composer } from '../../chat/composer.tsx'
import { attachmentHref } from '../../chat/sent-file.tsx'
import { Transcript, type ShownMessage } from '../../chat/transcript.tsx'
import { clockText, firstName } from '../../format.ts'
import { queueName } from '../../frame/headline.tsx'
import { requestJson } from '../../stream/send.ts'
import { useKept } from '../../kept.ts'
import { useSeatActions } from '../act.ts'
import { Abuse } from '../conversation/abuse-dialog.tsx'
import { BayHead } from './bay-head.tsx'
import { FetchSupervisor, Guests } from '../call/guests.tsx'
import { Handover } from '../conversation/handover.tsx'
import { useOutbox } from '../saying/outbox.ts'
import { PassOn } from '../conversation/pass-on.tsx'
import { Story } from '../conversation/story.tsx'
import { blankIn, templatesOf } from '../saying/templates.ts'
import { TextLength, unsentBy, useTexts } from '../saying/texts.tsx'

interface ConversationBayProps {
  readonly interaction: InteractionView
  readonly view: View
  readonly now: number
  readonly typing: boolean
}

const none: readonly MessageView[] = []
const pressingMs = 45_000
/** An email is not answered in a breath. */
const pressingOfMailMs = 600_000

/** How far each of one's own messages has come, by what the other side's device says it has. */
export function shownMessages(
  messages: readonly MessageView[],
  own: 'customer' | 'agent',
  receipt: { readonly delivered: number; readonly seen: number },
): ShownMessage[] {
  return messages.map((message) => ({
    ...message,
    key: message.contentId,
    delivery:
      message.side !== own
        ? null
        : message.number <= receipt.seen
          ? 'seen'
          : message.number <= receipt.delivered
            ? 'delivered'
            : 'sent',
  }))
}

/** A conversation at the seat: what was said, who owes the next word, and where to write. */
export function ConversationBay({ interaction, view, now, typing }: ConversationBayProps) {
  const { act, attempt } = useSeatActions()
  const { id } = interaction
  const [text, setText] = useKept(`words ${id}`)
  const [subject, setSubject] = useKept(`subject ${id}`)
  const { subject: isMail, texted: asTexts } = traitsOf(interaction.channel)
  const [passing, setPassing] = useState(false)
  const post = useCallback(
    (messageId: string, words: string, file: File | null, about: string | null) =>
      act('sendMessage', { interactionId: id, text: words, subject: about ?? '' }, messageId, file),
    [act, id],
  )
  const { unsent, send, retry } = useOutbox(post)
  const messages = view.messages[id] ?? none
  useReceipts(interaction, messages)
  const first = firstName(interaction.customerName)
  const waits = interaction.turn.side === 'agent'
  const waitMs = now - interaction.turn.since
  const { numbers } = interaction
  const stopped = numbers?.stopped === true
  const texted = useTexts(interaction, messages)
  const shown: ShownMessage[] = [
    ...(numbers !== null ? texted : shownMessages(messages, 'agent', interaction.receipts.customer)),
    ...unsentBy(unsent, messages, retry),
  ]
  const blank = blankIn(text)
  const attaching = useAttaching(filesIn[traitsOf(interaction.channel).files])
  const ready = (text.trim() !== '' || attaching.file !== null) && !stopped && blank === null
  const submit = (): void => {
    if (!ready) return
    send(text, now, attaching.file, isMail && subject.trim() !== '' ? subject.trim() : null)
    setText('')
    setSubject('')
    attaching.clear()
  }
  const checked = view.plan?.queues.find(({ id: one }) => one === interaction.queueId)?.identityCheck === true
  return (
    <>
      <BayHead
        interaction={interaction}
        under={`${queueName(view, interaction.queueId)} · ${interaction.customerHere || numbers !== null ? (waits ? en.seat.yourTurn : en.seat.theirTurn) : `${first} ${en.seat.left}`}`}
        time={clockText(waitMs)}
        pressing={waits && waitMs > (isMail ? pressingOfMailMs : pressingMs)}
      />
      <Handover interaction={interaction} />
      <Guests interaction={interaction} now={now} />
      <Box
        component="details"
        open={checked}
        sx={{
          flexShrink: 1,
          minHeight: 32,
          paddingInline: 1.75,
          paddingBlock: 0.75,
          maxHeight: '50%',
          overflowY: 'auto',
        }}
      >
        <Typography component="summary" variant="body2" sx={{ cursor: 'pointer', marginBlockEnd: 0.5 }}>
          {story.whoItIs}
        </Typography>
        <Story interaction={interaction} view={view} />
      </Box>
      {/* What was written stays in sight beside all that is known. */}
      <Box sx={{ flex: '1 0 140px', minHeight: 0, display: 'flex', flexDirection: 'column' }}>
        <Transcript
          messages={shown}
          own="agent"
          otherName={interaction.customerName}
          zone={view.plan?.zone ?? 'UTC'}
          fileHref={attachmentHref}
          foot={
            typing ? (
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>{`${first} ${en.seat.typing}`}</Typography>
            ) : interaction.asked ? (
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                {seatWords.asked(first)}
              </Typography>
            ) : null
          }
        />
      </Box>
      <Box sx={{ padding: 1.5, borderTop: 1, borderColor: 'divider', display: 'grid', gap: 1 }}>
        {isMail && <SubjectField messages={messages} value={subject} onChange={setSubject} />}
        <Composer
          long={isMail}
          value={text}
          onChange={setText}
          onSend={submit}
          onTyping={() => {
            if (numbers === null) void requestJson('/api/typing', 'POST', { interactionId: id }).catch(() => undefined)
          }}
          label={en.seat.write(first)}
          disabled={stopped}
          hasFile={attaching.file !== null}
          templates={templatesOf(interaction, view)}
        />
        {blank !== null && <Typography variant="body2">{template.fill(blank)}</Typography>}
        {stopped && <Alert severity="warning">{texts.stopped(first)}</Alert>}
        <AttachedFile attaching={attaching} />
        {asTexts && !stopped && <TextLength text={text} withPicture={attaching.file !== null} />}
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button onClick={() => void attempt('endInteraction', { interactionId: id })}>{en.seat.end}</Button>
          <Button aria-haspopup="dialog" onClick={() => setPassing(true)}>
            {seatWords.passOn}
          </Button>
          <FetchSupervisor interaction={interaction} />
          <Abuse interaction={interaction} view={view} />
          <AttachButton attaching={attaching} disabled={stopped} />
          <Button variant="contained" disabled={!ready} onClick={submit} sx={{ marginInlineStart: 'auto' }}>
            {en.seat.send}
          </Button>
        </Box>
      </Box>
      <PassOn interaction={interaction} open={passing} onClose={() => setPassing(false)} />
    </>
  )
}

const filesIn = { chats: inChats, texts: inTexts, email: inEmail } as const

interface SubjectFieldProps {
  readonly messages: readonly MessageView[]
  readonly value: string
  readonly onChange: (subject: string) => void
}

/** What the next email is about: where nothing is given it answers the one before. */
function SubjectField({ messages, value, onChange }: SubjectFieldProps) {
  const before = messages.findLast(({ subject }) => subject !== null)?.subject ?? null
  return (
    <TextField
      size="small"
      label={mail.subject}
      value={value}
      placeholder={before === null ? undefined : answerTo(before)}
      onChange={({ target }) => onChange(target.value)}
      slotProps={{ htmlInput: { maxLength: 200 }, inputLabel: { shrink: true } }}
    />
  )
}

/** Tells the centre that the customer's messages are here, and whether they are in sight. */
function useReceipts(interaction: InteractionView, messages: readonly MessageView[]): void {
  const { act } = useSeatActions()
  const [visible, setVisible] = useState(true)
  useEffect(() => {
    const look = (): void => setVisible(!document.hidden)
    look()
    document.addEventListener('visibilitychange', look)
    return () => document.removeEventListener('visibilitychange', look)
  }, [])
  const last = messages.findLast(({ side }) => side === 'customer')?.number ?? 0
  const { delivered, seen } = interaction.receipts.agent
  const [wantDelivered, wantSeen] = [Math.max(delivered, last), visible ? Math.max(seen, last) : seen]
  useEffect(() => {
    if (wantDelivered <= delivered && wantSeen <= seen) return
    const timer = setTimeout(() => {
      act('receiveMessages', { interactionId: interaction.id, delivered: wantDelivered, seen: wantSeen }).catch(
        () => undefined,
      )
    }, 150)
    return () => clearTimeout(timer)
  }, [act, interaction.id, wantDelivered, wantSeen, delivered, seen])
}
