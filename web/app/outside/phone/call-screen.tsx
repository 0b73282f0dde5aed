'use client'
import type { InteractionId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { newId } from '../../../view/new-id.ts'
import { useEffect, useMemo, useRef, useState, useSyncExternalStore } from 'react'
import { shownNumber } from '@eudromos/core/numbers'
import { useKept, useKeptSwitch } from '../../../components/kept.ts'
import { atCustomer } from '../../../components/call/call-recorder.ts'
import { playChime, playHoldMusic } from '../../../components/call/local-sound.ts'
import { speak } from '../../../components/call/spoken.ts'
import { Keypad } from '../../../components/call/keypad.tsx'
import { SoundMeters } from '../../../components/call/sound-meters.tsx'
import { isGone } from '../../../components/call/call-room.ts'
import { useRecording } from '../../../components/call/use-recording.ts'
import { useCallSound } from '../../../components/call/use-call-sound.ts'
import type { CallSignal } from '../../../components/call/peer.ts'
import { ChatClient } from '../../../components/chat-box/chat-client.ts'
import { secondsText } from '../../../components/format.ts'
import { languageHere, Told } from '../../../components/told.tsx'
import { momentIn, namesIn, refusalIn, sayIn, type Language } from '../../../messages/told/say.ts'
import type { ChatView } from '../../../view/view.ts'
import { VoicemailScreen } from './voicemail-screen.tsx'

interface CallScreenProps {
  /** The telephone's own number. */
  readonly own: string
  readonly callId: InteractionId
  readonly to: string
  readonly name: string
  readonly onClose: () => void
}

/** What is heard at this moment, in words. */
function captionOf(language: Language, view: ChatView | null): string {
  const t = sayIn(language)
  if (view === null) return t('call.calling')
  const { phase, closure, outcome, links, callback, calledFrom, estimatedWaitSeconds: wait, place } = view
  const over = phase === 'over' || phase === 'wrapUp'
  if (closure !== undefined && phase !== 'connected') return closure.announcement || t('closed.now')
  if (over) return t(outcome === 'rejected' ? 'call.rejected' : 'call.over')
  if (phase === 'connected') {
    const names = namesIn(
      language,
      links.flatMap(({ name }) => name ?? []),
    )
    return view.held ? t('call.held') : t('call.talking', { names })
  }
  if (callback === 'asked')
    return calledFrom === null ? t('callback.asked') : t('callback.later', { when: momentIn(language, calledFrom) })
  return [
    t('call.ringing'),
    ...(place === null ? [] : [t('call.place', { place })]),
    ...(wait === null || wait === 0 ? [] : [t('chat.estimate', { wait: secondsText(wait) })]),
  ].join(' ')
}

const perWordMs = 350
const leastMs = 1500

/** Whether the announcement has been heard to its end; once in a call, however often the page is loaded. */
function useAnnounced(callId: string, view: ChatView | null, language: Language): boolean {
  const [heard, setHeard] = useKept(`announced ${callId}`)
  const words = view?.announcement ?? ''
  const over = view?.phase === 'over' || view?.phase === 'wrapUp'
  const due = words !== '' && heard === '' && !over
  const done = useRef(setHeard)
  useEffect(() => {
    done.current = setHeard
  })
  useEffect(() => {
    if (!due) return
    const finish = (): void => done.current('yes')
    const readMs = Math.max(leastMs, words.split(/\s+/).length * perWordMs)
    const readAt = performance.now() + readMs
    let timer: ReturnType<typeof setTimeout>
    const finishIn = (ms: number): void => {
      clearTimeout(timer)
      timer = setTimeout(finish, ms)
    }
    // A voice may fail at its first word: there is time to read it all the same.
    const endVoice = speak(words, language, () => finishIn(Math.max(0, readAt - performance.now())))
    const endChime = endVoice === null ? playChime() : null
    // Should a voice never say that it is done, the call goes on.
    finishIn(endVoice === null ? readMs : 4 * readMs)
    return () => {
      clearTimeout(timer)
      endChime?.()
      endVoice?.()
    }
  }, [due, words, language])
  return !due
}

/** A call at the customer's end: what is heard in words, the sound, mute and hanging up. */
export function CallScreen({ own, callId, to, name, onClose }: CallScreenProps) {
  const [leaving, setLeaving] = useState(false)
  const [left, setLeft] = useState(false)
  const client = useMemo(() => new ChatClient(callId, 'calls'), [callId])
  const { view, connected } = useSyncExternalStore(client.subscribe, client.get, client.get)
  const [keys, setKeys] = useState(false)
  const [muted, setMuted] = useKeptSwitch(`muted ${callId}`)
  const [error, setError] = useState<string | null>(null)
  useEffect(() => client.open(), [client])
  const talking = view?.phase === 'connected'
  const language = languageHere(view?.language ?? null)
  const t = sayIn(language)
  const announced = useAnnounced(callId, view, language)
  const over = view !== null && (view.phase === 'over' || view.phase === 'wrapUp')
  // A message instead of a call that was not taken is a conversation of its own.
  const fresh = useMemo(() => newId<InteractionId>(), [])
  const messageId = over ? fresh : callId
  const waits = view !== null && !over && !talking
  const asked = view?.callback === 'asked'
  const music = view !== null && !over && announced && !leaving && (!talking || view.held)
  const fail = (caught: Error): void => setError(refusalIn(language, caught))
  /** Whoever is to be called back, or has left a message, only puts the receiver down. */
  const hangUp = (): void =>
    void client.leave().then(() => {
      if (asked || left) onClose()
    }, fail)
  useEffect(() => (music ? playHoldMusic() : undefined), [music])
  const ways = useMemo(
    () => ({
      send: (to: string, signal: CallSignal) => client.signal(to, signal),
      listen: (hear: (from: string, signal: CallSignal) => void) =>
        client.onSignal((from, data) => hear(from, data as CallSignal)),
    }),
    [client],
  )
  const links = (view?.links ?? []).map(({ id }) => id)
  const sound = useCallSound('customer', talking && announced, muted, { links, speaksTo: links }, ways)
  const agentLink = view?.links.find(({ hasIt }) => hasIt)
  const agentGone = view?.agentGone === true && isGone(sound.links.get(agentLink?.id ?? ''))
  const place = useMemo(() => atCustomer(callId), [callId])
  useRecording(sound, {
    place,
    alone: true,
    // What was heard here is what would be missing: the agent's page, which records the call, is gone.
    on: talking && announced && view.recorded === true && agentGone && !view.held,
    paused: false,
    heard: links,
    speaking: !muted,
  })
  return (
    <Told value={language}>
      <Box lang={language} sx={{ padding: 2.5, display: 'grid', gap: 2, alignContent: 'start', flex: 1 }}>
        <div>
          <Typography variant="h2">{name}</Typography>
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            {shownNumber(to)}
          </Typography>
        </div>
        <Box
          role="status"
          aria-label={t('call.heard')}
          sx={{ bgcolor: 'background.default', padding: 1.5, borderRadius: 1 }}
        >
          {left ? (
            <Typography>{t('voicemail.thanks')}</Typography>
          ) : (
            <Typography>{announced ? captionOf(language, view) : view?.announcement}</Typography>
          )}
          {talking && announced && agentGone && !view.held && (
            <Typography>{t('call.away', { name: view.agentName ?? '' })}</Typography>
          )}
          {talking && sound.keysHeard !== '' && (
            <Typography>{t('call.keysHeard', { keys: sound.keysHeard })}</Typography>
          )}
          {view?.recorded === false && <Typography>{t('call.notRecorded')}</Typography>}
          {view !== null && !over && !connected && <Typography variant="body2">{t('chat.reconnecting')}</Typography>}
        </Box>
        {talking && announced && (
          <SoundMeters
            sound={sound}
            here={t(muted ? 'call.muted' : 'call.you')}
            parties={view.links.flatMap(({ id, name: one }) =>
              one === null ? [] : [{ id, name: one, silenced: view.held }],
            )}
          />
        )}
        {keys && talking && <Keypad sound={sound} disabled={muted || view.held} />}
        {error !== null && <Alert severity="error">{error}</Alert>}
        {leaving && !left && <VoicemailScreen own={own} to={to} callId={messageId} onDone={() => setLeft(true)} />}
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          {waits && view.callback === 'may' && (
            <Button onClick={() => void client.callback(true).catch(fail)}>{t('callback.ask')}</Button>
          )}
          {waits && asked && (
            <Button onClick={() => void client.callback(false).catch(fail)}>{t('callback.takeBack')}</Button>
          )}
          {view?.voicemail === true && !leaving && (
            <Button onClick={() => setLeaving(true)}>{t('voicemail.leave')}</Button>
          )}
          {talking && (
            <Button aria-pressed={muted} onClick={() => setMuted(!muted)}>
              {t(muted ? 'call.muted' : 'call.mute')}
            </Button>
          )}
          {talking && (
            <Button aria-expanded={keys} onClick={() => setKeys(!keys)}>
              {t('call.keypad')}
            </Button>
          )}
          {!over && !left && view?.recorded === true && (
            <Button onClick={() => void client.refuseRecording().catch(fail)}>{t('call.doNotRecord')}</Button>
          )}
          {over ? (
            <Button onClick={onClose}>{t('call.close')}</Button>
          ) : (
            <Button variant="contained" onClick={hangUp}>
              {t('call.hangUp')}
            </Button>
          )}
        </Box>
      </Box>
    </Told>
  )
}
