'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import { useCallback, useMemo, useState } from 'react'
import { hears } from '@eudromos/core/calls'
import { calls as t } from '../../messages/calls.ts'
import { joining } from '../../messages/joining.ts'
import { seatWords } from '../../messages/steering.ts'
import type { InteractionView, View } from '../../view/view.ts'
import type { CallSignal } from '../call/peer.ts'
import { SoundMeters } from '../call/sound-meters.tsx'
import { useCallSound, waysOf } from '../call/use-call-sound.ts'
import { useRecording } from '../call/use-recording.ts'
import { clockText, firstName } from '../format.ts'
import { queueName } from '../frame/headline.tsx'
import { useSeatStore } from '../stream/context.tsx'
import { requestJson } from '../stream/send.ts'
import { useSeatActions } from './act.ts'
import { BayHead } from './bay-head.tsx'
import { CallTexts } from './call-texts.tsx'
import { FetchSupervisor, Guests } from './guests.tsx'
import { Handover } from './handover.tsx'
import { PassOn } from './pass-on.tsx'
import { RecordingKey, useRecordingWish } from './recording-key.tsx'
import { Story } from './story.tsx'

interface CallBayProps {
  readonly interaction: InteractionView
  readonly view: View
  readonly now: number
  /** This window carries the sound of the seat's calls. */
  readonly soundHere: boolean
}

/** A call at the seat, of its agent or of a colleague whom they asked: how all are heard, and what can be done with it. */
export function CallBay({ interaction, view, now, soundHere }: CallBayProps) {
  const { attempt } = useSeatActions()
  const store = useSeatStore()
  const [muted, setMuted] = useState(false)
  const [passing, setPassing] = useState(false)
  const { id, heldSince, customerHere, customerName, agentId, agentName, guests, connectedAt } = interaction
  const self = view.agentId ?? ''
  const guest = guests.find(({ personId, colleague }) => colleague && personId === self)
  const first = firstName(customerName)
  const held = heldSince !== null
  const ways = useMemo(
    () => ({
      send: (to: string, data: CallSignal) =>
        requestJson<undefined>('/api/signals', 'POST', { interactionId: id, from: self, to, data }),
      listen: (hear: (from: string, signal: CallSignal) => void) =>
        store?.onSignal(id, (from, data) => hear(from, data as CallSignal)) ?? (() => undefined),
    }),
    [store, id, self],
  )
  const call = { agentId, heldSince, guests }
  const between = waysOf(call, self)
  const sound = useCallSound(self, soundHere, muted, between, ways)
  const recording = useRecordingWish(interaction, view)
  useRecording(sound, {
    interactionId: id,
    on: guest === undefined && soundHere && recording.on,
    paused: recording.paused,
    heard: held ? [] : between.links.filter((party) => hears(call, party, self)),
    speaking: !muted && !held,
  })
  const nameOf = useCallback(
    (party: string): string =>
      party === 'customer'
        ? first
        : firstName(party === agentId ? (agentName ?? '') : (guests.find((one) => one.personId === party)?.name ?? '')),
    [first, agentId, agentName, guests],
  )
  const state = held ? t.held(clockText(now - heldSince)) : customerHere ? t.talking : t.gone(first)
  const part =
    guest === undefined
      ? state
      : guest.way === 'joined'
        ? joining.guest.joined(firstName(agentName ?? ''))
        : joining.guest.aside(firstName(agentName ?? ''), held)
  return (
    <>
      <BayHead
        interaction={interaction}
        under={`${queueName(view, interaction.queueId)} · ${part}`}
        time={clockText(now - (guest?.since ?? connectedAt ?? now))}
        pressing={guest === undefined && held && now - heldSince > 60_000}
      />
      <Handover interaction={interaction} />
      {guest === undefined && <Guests interaction={interaction} now={now} />}
      <Box sx={{ flex: 1, padding: 1.75, overflowY: 'auto', display: 'grid', gap: 2, alignContent: 'start' }}>
        {soundHere ? (
          <SoundMeters
            sound={sound}
            here={muted ? t.muted : t.you}
            parties={between.links.map((party) => ({
              id: party,
              name: nameOf(party),
              silenced: !hears(call, party, self),
            }))}
          />
        ) : (
          <Alert severity="warning">{t.elsewhere}</Alert>
        )}
        {guest === undefined && <RecordingKey interaction={interaction} recording={recording} />}
        {guest === undefined && interaction.textLineId !== null && (
          <CallTexts interaction={interaction} view={view} now={now} />
        )}
        <Story interaction={interaction} view={view} />
      </Box>
      <Box sx={{ padding: 1.5, borderTop: 1, borderColor: 'divider', display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        <Button aria-pressed={muted} disabled={!soundHere} onClick={() => setMuted(!muted)}>
          {muted ? t.muted : t.mute}
        </Button>
        {guest === undefined ? (
          <>
            <Button aria-pressed={held} onClick={() => void attempt('holdCall', { interactionId: id, held: !held })}>
              {held ? t.resume : t.hold}
            </Button>
            <Button aria-haspopup="dialog" onClick={() => setPassing(true)}>
              {seatWords.passOn}
            </Button>
            <FetchSupervisor interaction={interaction} />
            <Button
              variant="contained"
              onClick={() => void attempt('endInteraction', { interactionId: id })}
              sx={{ marginInlineStart: 'auto' }}
            >
              {t.hangUp}
            </Button>
          </>
        ) : (
          <Button
            variant="contained"
            onClick={() => void attempt('leaveCall', { interactionId: id, personId: self })}
            sx={{ marginInlineStart: 'auto' }}
          >
            {joining.leave}
          </Button>
        )}
      </Box>
      <PassOn interaction={interaction} open={passing} onClose={() => setPassing(false)} />
    </>
  )
}
