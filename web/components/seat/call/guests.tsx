'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { joining as t } from '../../../messages/joining.ts'
import type { InteractionView } from '../../../view/view.ts'
import { clockText, firstName } from '../../format.ts'
import { useSeatActions } from '../act.ts'

/** Who takes part in the agent's call beside them and the customer, and what can be done about it. */
export function Guests({ interaction, now }: { interaction: InteractionView; now: number }) {
  const { attempt } = useSeatActions()
  const { id, guests, heldSince, customerName, helpSince } = interaction
  const customer = firstName(customerName)
  if (guests.length === 0 && helpSince === null) return null
  return (
    <Box
      component="section"
      aria-label={t.title}
      sx={{ display: 'grid', gap: 1, padding: 1.5, borderBottom: 1, borderColor: 'divider', bgcolor: 'action.hover' }}
    >
      {helpSince !== null && <Typography>{t.fetchedAt(clockText(now - helpSince))}</Typography>}
      {guests.map(({ personId, name, colleague, way, dueAt }) => {
        const first = firstName(name)
        const send = (type: string): void => void attempt(type, { interactionId: id, personId })
        if (!colleague)
          return (
            <Typography key={personId} role="status">
              {t.supervisor[way === 'advising' || way === 'joined' ? way : 'listening'](name)}
            </Typography>
          )
        return (
          <Box key={personId} sx={{ display: 'grid', gap: 1 }}>
            <Typography role="status">
              {way === 'asked'
                ? t.isAsked(name, clockText(Math.max(0, (dueAt ?? now) - now)))
                : way === 'joined'
                  ? t.joined(first, customer)
                  : heldSince === null
                    ? t.waits(first, customer)
                    : t.aside(first, customer)}
            </Typography>
            <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
              {way === 'aside' && <Button onClick={() => send('joinGuest')}>{t.join}</Button>}
              {way !== 'asked' && <Button onClick={() => send('handOver')}>{t.handOver(first)}</Button>}
              <Button onClick={() => send('dismissGuest')}>
                {way === 'asked' ? t.never : way === 'joined' ? t.part(first) : t.back(customer)}
              </Button>
            </Box>
          </Box>
        )
      })}
    </Box>
  )
}

/** Tells supervisors that one is wanted, until one comes. */
export function FetchSupervisor({ interaction: { id, helpSince } }: { interaction: InteractionView }) {
  const { attempt } = useSeatActions()
  return (
    <Button
      aria-pressed={helpSince !== null}
      aria-label={helpSince === null ? t.fetch : undefined}
      title={helpSince === null ? t.fetch : undefined}
      onClick={() => void attempt('askForHelp', { interactionId: id, wanted: helpSince === null })}
    >
      {helpSince === null ? t.fetchShort : t.fetched}
    </Button>
  )
}
