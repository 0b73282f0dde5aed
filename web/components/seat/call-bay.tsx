'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useCallback, useState } from 'react'
import { calls as t } from '../../messages/calls.ts'
import { seatWords } from '../../messages/steering.ts'
import type { InteractionView, View } from '../../view/view.ts'
import type { CallSignal } from '../call/peer.ts'
import { SoundMeters } from '../call/sound-meters.tsx'
import { useCallSound } from '../call/use-call-sound.ts'
import { clockText, firstName } from '../format.ts'
import { queueName } from '../frame/headline.tsx'
import { useSeatStore } from '../stream/context.tsx'
import { requestJson } from '../stream/send.ts'
import { useSeatActions } from './act.ts'
import { BayHead } from './bay-head.tsx'
import { CallTexts } from './call-texts.tsx'
import { Handover } from './handover.tsx'
import { PassOn } from './pass-on.tsx'
import { Story } from './story.tsx'

interface CallBayProps {
  readonly interaction: InteractionView
  readonly view: View
  readonly now: number
  /** This window carries the sound of the seat's calls. */
  readonly soundHere: boolean
}

/** A call at the seat: how both ends are heard, and what can be done with it. */
export function CallBay({ interaction, view, now, soundHere }: CallBayProps) {
  const { attempt } = useSeatActions()
  const store = useSeatStore()
  const [muted, setMuted] = useState(false)
  const [passing, setPassing] = useState(false)
  const { id, heldSince, customerHere, customerName } = interaction
  const first = firstName(customerName)
  const held = heldSince !== null
  const send = useCallback(
    (data: CallSignal) => requestJson<undefined>('/api/signals', 'POST', { interactionId: id, data }),
    [id],
  )
  const listen = useCallback(
    (hear: (signal: CallSignal) => void) =>
      store?.onSignal(id, (data) => hear(data as CallSignal)) ?? (() => undefined),
    [store, id],
  )
  const sound = useCallSound('agent', soundHere, muted || held, send, listen)
  const state = held ? t.held(clockText(now - heldSince)) : customerHere ? t.talking : t.gone(first)
  return (
    <>
      <BayHead
        interaction={interaction}
        under={`${queueName(view, interaction.queueId)} · ${state}`}
        time={clockText(now - (interaction.connectedAt ?? now))}
        pressing={held && now - heldSince > 60_000}
      />
      <Handover interaction={interaction} />
      <Box sx={{ flex: 1, padding: 1.75, overflowY: 'auto', display: 'grid', gap: 2, alignContent: 'start' }}>
        {soundHere ? (
          <SoundMeters sound={sound} here={muted ? t.muted : t.you} there={first} silenced={held} />
        ) : (
          <Alert severity="warning">{t.elsewhere}</Alert>
        )}
        {interaction.textLineId !== null && <CallTexts interaction={interaction} view={view} now={now} />}
        <Story interaction={interaction} view={view} />
      </Box>
      <Box sx={{ padding: 1.5, borderTop: 1, borderColor: 'divider', display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <Button aria-pressed={muted} disabled={!soundHere} onClick={() => setMuted(!muted)}>
          {muted ? t.muted : t.mute}
        </Button>
        <Button aria-pressed={held} onClick={() => void attempt('holdCall', { interactionId: id, held: !held })}>
          {held ? t.resume : t.hold}
        </Button>
        <Button aria-haspopup="dialog" onClick={() => setPassing(true)}>
          {seatWords.passOn}
        </Button>
        <Button
          variant="contained"
          onClick={() => void attempt('endInteraction', { interactionId: id })}
          sx={{ marginInlineStart: 'auto' }}
        >
          {t.hangUp}
        </Button>
      </Box>
      <PassOn interaction={interaction} open={passing} onClose={() => setPassing(false)} />
    </>
  )
}
