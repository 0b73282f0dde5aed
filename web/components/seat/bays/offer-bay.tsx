'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Menu from '@mui/material/Menu'
import MenuItem from '@mui/material/MenuItem'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import { en } from '../../../messages/en.ts'
import { shownSubjects } from '@eudromos/core/mail'
import { waitMsAt, type InteractionView, type View } from '../../../view/view.ts'
import { LinkedText } from '../../chat/linked-text.tsx'
import { attachmentHref, SentFile } from '../../chat/sent-file.tsx'
import { clockText } from '../../format.ts'
import { queueName } from '../../frame/headline.tsx'
import { isSpoken } from '../../chat/voice-message.tsx'
import { useSeatActions } from '../act.ts'
import { AwayNotice, SpokenMessages } from '../around/away.tsx'
import { BayHead } from './bay-head.tsx'
import { Handover } from '../conversation/handover.tsx'
import { Story } from '../conversation/story.tsx'

interface OfferBayProps {
  readonly interaction: InteractionView
  readonly view: View
  readonly now: number
  /** Without what is known of the customer besides. */
  readonly brief?: boolean
}

/** An offer in the bay it would fill: it drains along its edge until it is answered, declined or missed. */
export function OfferBay({ interaction, view, now, brief = false }: OfferBayProps) {
  const { attempt } = useSeatActions()
  const [anchor, setAnchor] = useState<HTMLElement | null>(null)
  const { offer } = interaction
  if (offer === null) return null
  const left = Math.max(0, offer.dueAt - now)
  const share = Math.min(1, left / Math.max(1, offer.dueAt - offer.at))
  const written = (view.messages[interaction.id] ?? []).filter(({ attachment }) => !isSpoken(attachment))
  const subjects = shownSubjects(written)
  const refs = { interactionId: interaction.id, offerId: offer.id }
  return (
    <>
      <Box sx={{ height: 6, bgcolor: 'action.hover' }}>
        <Box
          role="timer"
          aria-label={clockText(left)}
          sx={{ height: '100%', width: `${share * 100}%`, bgcolor: 'secondary.main', transition: 'width 250ms linear' }}
        />
      </Box>
      <BayHead
        interaction={interaction}
        under={`${queueName(view, interaction.queueId)} · ${en.seat.waited(clockText(waitMsAt(interaction.wait, offer.at)))}`}
        time={clockText(left + 999)}
        pressing={left < 5000}
      />
      <Handover interaction={interaction} />
      <Box sx={{ flex: 1, padding: 1.75, overflowY: 'auto' }}>
        <AwayNotice interaction={interaction} />
        <SpokenMessages interaction={interaction} view={view} />
        {written.map((message, n) => (
          <Box key={message.number} sx={{ marginBlockEnd: 1 }}>
            {subjects[n] != null && <Typography sx={{ fontWeight: 650 }}>{subjects[n]}</Typography>}
            {message.text !== '' && (
              <Typography sx={{ whiteSpace: 'pre-wrap', overflowWrap: 'anywhere' }}>
                {message.side === 'agent' && <strong>{en.seat.answered} </strong>}
                <LinkedText text={message.text} />
              </Typography>
            )}
            {message.attachment !== null && (
              <SentFile file={message.attachment} href={attachmentHref(message.contentId)} />
            )}
          </Box>
        ))}
        {!brief && interaction.numbers !== null && <Story interaction={interaction} view={view} />}
      </Box>
      <Box sx={{ display: 'flex', gap: 1, padding: 1.5 }}>
        <Button variant="contained" onClick={() => void attempt('answerOffer', refs)}>
          {en.seat.answer}
          <Typography component="kbd" variant="figure" sx={{ marginInlineStart: 1 }}>
            {en.keys.answer}
          </Typography>
        </Button>
        <Button aria-haspopup="menu" onClick={(event) => setAnchor(event.currentTarget)}>
          {en.seat.decline}
        </Button>
        <Menu
          anchorEl={anchor}
          open={anchor !== null}
          onClose={() => setAnchor(null)}
          slotProps={{ list: { 'aria-label': en.seat.declineWhy } }}
        >
          {(view.plan?.declineReasons ?? []).map(({ id, name }) => (
            <MenuItem
              key={id}
              onClick={() => {
                setAnchor(null)
                void attempt('declineOffer', { ...refs, reason: id })
              }}
            >
              {name}
            </MenuItem>
          ))}
        </Menu>
      </Box>
    </>
  )
}
