'use client'
import Typography from '@mui/material/Typography'
import { textParts } from '@eudromos/core/numbers'
import { texts } from '../../../messages/texts.ts'
import type { InteractionView, MessageView } from '../../../view/view.ts'
import type { ShownMessage } from '../../chat/transcript.tsx'
import { unsentMessages } from '../../chat/unsent.ts'
import { useNotice } from '../../frame/notice.tsx'
import { requestJson } from '../../stream/send.ts'
import type { Unsent } from './outbox.ts'

/** How far each of one's own texts has come, by what the carrier tells; one that has failed can be sent again. */
const textMessages = (
  messages: readonly MessageView[],
  states: InteractionView['texts'],
  again: (number: number) => void,
): ShownMessage[] =>
  messages.map((message) => {
    const state = message.side === 'agent' ? (states[message.number] ?? null) : null
    return {
      ...message,
      key: message.contentId,
      delivery: state,
      retry: state === 'failed' ? () => again(message.number) : undefined,
    }
  })

/** As how many texts it will go out. */
export function TextLength({ text, withPicture }: { text: string; withPicture: boolean }) {
  if (withPicture) return <Typography variant="body2">{texts.withPicture}</Typography>
  if (text === '') return null
  const { parts, left, alphabet } = textParts(text)
  return (
    <Typography variant="body2" sx={{ color: parts > 3 ? 'warning.main' : 'text.secondary' }}>
      {texts.parts(parts, left)}
      {alphabet === 'UCS-2' && ` · ${texts.wide}`}
    </Typography>
  )
}

/** The texts of an interaction as they are shown, each that has failed with the way to send it again. */
export function useTexts({ id, texts: states }: InteractionView, messages: readonly MessageView[]): ShownMessage[] {
  const notice = useNotice()
  return textMessages(messages, states, (number) => {
    requestJson('/api/texts/again', 'POST', { interactionId: id, number }).catch((error: Error) =>
      notice(error.message),
    )
  })
}

/** What is written and not yet among the messages. */
export const unsentBy = (
  unsent: readonly Unsent[],
  messages: readonly MessageView[],
  retry: (id: string) => void,
): ShownMessage[] =>
  unsentMessages(unsent, 'agent', (id) => messages.some(({ contentId }) => contentId === `${id}-words`), retry)
