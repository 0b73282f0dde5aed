'use client'
import { isCall, type InteractionId, type PersonId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { OutlinedWarning } from '../../../components/outlined-warning.tsx'
import { clockText } from '../../../components/format.ts'
import { queueName } from '../../../components/frame/headline.tsx'
import { useNotice } from '../../../components/frame/notice.tsx'
import { useLiveStore } from '../../../components/stream/context.tsx'
import { sendCommand } from '../../../components/stream/send.ts'
import { joining as t } from '../../../messages/joining.ts'
import type { InteractionView, View } from '../../../view/view.ts'

function useAttend(): (interactionId: InteractionId) => void {
  const store = useLiveStore()
  const notice = useNotice()
  return (interactionId) =>
    void sendCommand(store, 'attendCall', { interactionId, way: 'listening' }).catch((error: Error) =>
      notice(error.message),
    )
}

const isTalking = ({ channel, phase }: InteractionView): boolean => isCall(channel) && phase === 'connected'

/** Agents who ask for a supervisor, the longest first. */
export function HelpAsked({
  view,
  now,
  mayListen,
  onPerson,
}: {
  view: View
  now: number
  mayListen: boolean
  onPerson: (id: string) => void
}) {
  const attend = useAttend()
  const asking = Object.values(view.interactions)
    .filter(({ helpSince }) => helpSince !== null)
    .sort((a, b) => (a.helpSince ?? 0) - (b.helpSince ?? 0))
  if (asking.length === 0) return null
  return (
    <Box component="section" aria-label={t.helpTitle} sx={{ display: 'grid', gap: 1, marginBlockEnd: 1 }}>
      {asking.map((one) => (
        <OutlinedWarning
          key={one.id}
          action={
            mayListen && isTalking(one) ? (
              <Button onClick={() => attend(one.id)} sx={{ whiteSpace: 'nowrap' }}>
                {t.attend}
              </Button>
            ) : (
              <Button onClick={() => onPerson(one.agentId ?? '')}>{one.agentName}</Button>
            )
          }
        >
          {t.help(one.agentName ?? '', one.customerName, queueName(view, one.queueId))}{' '}
          <Typography component="span" variant="figure">
            {clockText(now - (one.helpSince ?? now))}
          </Typography>
        </OutlinedWarning>
      ))}
    </Box>
  )
}

/** The calls of one person, which a supervisor may listen to. */
export function CallsNow({
  personId,
  view,
  now,
  mayListen,
}: {
  personId: PersonId
  view: View
  now: number
  mayListen: boolean
}) {
  const attend = useAttend()
  const own = Object.values(view.interactions).filter((one) => isTalking(one) && one.agentId === personId)
  if (own.length === 0) return null
  return (
    <Box component="section" aria-label={t.calls} sx={{ display: 'grid', gap: 1 }}>
      <Typography variant="h3" component="h3">
        {t.calls}
      </Typography>
      {own.map((one) => (
        <Box key={one.id} sx={{ display: 'flex', alignItems: 'center', gap: 1.5 }}>
          <Typography sx={{ flex: 1 }}>
            {t.callOf(one.customerName, queueName(view, one.queueId))}{' '}
            <Typography component="span" variant="figure">
              {clockText(now - (one.connectedAt ?? now))}
            </Typography>
          </Typography>
          {mayListen && <Button onClick={() => attend(one.id)}>{t.attend}</Button>}
        </Box>
      ))}
    </Box>
  )
}
