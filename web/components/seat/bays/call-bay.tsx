'use client'
import type { PersonId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { callbacks } from '../../../messages/callbacks.ts'
import { calls as t } from '../../../messages/calls.ts'
import { joining } from '../../../messages/joining.ts'
import { seatWords } from '../../../messages/steering.ts'
import type { InteractionView, View } from '../../../view/view.ts'
import { atAgent } from '../../call/call-recorder.ts'
import { Keypad } from '../../call/keypad.tsx'
import { SoundMeters } from '../../call/sound-meters.tsx'
import { useCentreCall } from '../../call/use-centre-call.ts'
import { useRecording } from '../../call/use-recording.ts'
import { clockText, firstName } from '../../format.ts'
import { queueName } from '../../frame/headline.tsx'
import { useKeptSwitch } from '../../kept.ts'
import { useSeatStore } from '../../stream/context.tsx'
import { useSeatActions } from '../act.ts'
import { Abuse } from '../conversation/abuse-dialog.tsx'
import { Dialling, SpokenMessages } from '../around/away.tsx'
import { BayHead } from './bay-head.tsx'
import { CallTexts } from '../saying/call-texts.tsx'
import { FetchSupervisor, Guests } from '../call/guests.tsx'
import { Handover } from '../conversation/handover.tsx'
import { PassOn } from '../conversation/pass-on.tsx'
import { RecordingKey, useRecordingChoice } from '../call/recording-key.tsx'
import { ScriptPanel } from '../conversation/script-panel.tsx'
import { Story } from '../conversation/story.tsx'

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
  // Who loads the page anew is not heard all of a sudden.
  const [muted, setMuted] = useKeptSwitch(`muted ${interaction.id}`)
  const [keys, setKeys] = useState(false)
  const [passing, setPassing] = useState(false)
  const { id, heldSince, customerHere, customerName, agentName, guests, connectedAt } = interaction
  const self = view.agentId ?? ('' as PersonId)
  const guest = guests.find(({ personId, colleague }) => colleague && personId === self)
  const first = firstName(customerName)
  const held = heldSince !== null
  const toCall = interaction.toCall !== null
  const { sound, parties } = useCentreCall(store, interaction, self, { on: soundHere && !toCall, muted })
  const recording = useRecordingChoice(interaction, view, guest === undefined)
  const place = useMemo(() => atAgent(id), [id])
  useRecording(sound, {
    place,
    on: soundHere && recording.on,
    paused: recording.paused,
    heard: held ? [] : parties.filter(({ silenced }) => !silenced).map((party) => party.id),
    speaking: !muted && !held,
  })
  const state = held
    ? t.held(clockText(now - heldSince))
    : toCall
      ? callbacks.ways[interaction.toCall ?? 'outgoing']
      : customerHere
        ? t.talking
        : t.gone(first)
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
        <SpokenMessages interaction={interaction} view={view} />
        {toCall ? (
          <Dialling interaction={interaction} now={now} />
        ) : soundHere ? (
          <SoundMeters sound={sound} here={muted ? t.muted : t.you} parties={parties} />
        ) : (
          <Alert severity="warning">{t.elsewhere}</Alert>
        )}
        {!toCall && sound.keysHeard !== '' && <Typography role="status">{t.keysHeard(sound.keysHeard)}</Typography>}
        {keys && !toCall && <Keypad sound={sound} disabled={muted || held} />}
        {guest === undefined && !toCall && <RecordingKey interaction={interaction} recording={recording} />}
        {guest === undefined && <ScriptPanel interaction={interaction} view={view} />}
        {guest === undefined && interaction.textLineId !== null && (
          <CallTexts interaction={interaction} view={view} now={now} />
        )}
        <Story interaction={interaction} view={view} />
      </Box>
      <Box sx={{ padding: 1.5, borderTop: 1, borderColor: 'divider', display: 'flex', gap: 1, flexWrap: 'wrap' }}>
        {!toCall && (
          <Button aria-pressed={muted} disabled={!soundHere} onClick={() => setMuted(!muted)}>
            {muted ? t.muted : t.mute}
          </Button>
        )}
        {!toCall && (
          <Button aria-expanded={keys} disabled={!soundHere} onClick={() => setKeys(!keys)}>
            {t.keypad}
          </Button>
        )}
        {guest === undefined ? (
          <>
            {!toCall && (
              <Button aria-pressed={held} onClick={() => void attempt('holdCall', { interactionId: id, held: !held })}>
                {held ? t.resume : t.hold}
              </Button>
            )}
            {interaction.toCall !== 'outgoing' && (
              <Button aria-haspopup="dialog" onClick={() => setPassing(true)}>
                {seatWords.passOn}
              </Button>
            )}
            <FetchSupervisor interaction={interaction} />
            {!toCall && <Abuse interaction={interaction} view={view} />}
            <Button
              variant="contained"
              onClick={() => void attempt('endInteraction', { interactionId: id })}
              sx={{ marginInlineStart: 'auto' }}
            >
              {toCall ? callbacks.endIt : t.hangUp}
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
