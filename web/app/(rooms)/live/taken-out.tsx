'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Link from 'next/link'
import { timeText } from '../../../components/format.ts'
import { OutlinedWarning } from '../../../components/outlined-warning.tsx'
import { useKeptSwitch } from '../../../components/kept.ts'
import { takenOut as t } from '../../../messages/taken-out.ts'
import type { View } from '../../../view/view.ts'

/** What a fault of the program took out of the centre today, so that somebody sees to the customers it had. */
export function TakenOut({ view, now }: { view: View; now: number }) {
  if (view.quarantined.length === 0) return null
  return (
    <Box
      component="section"
      aria-label={t.title}
      sx={{ display: 'grid', gap: 1, '&:not(:empty)': { marginBlockEnd: 1 } }}
    >
      {view.quarantined.map((one) => (
        <Notice key={`${one.kind} ${one.id} ${one.at}`} one={one} zone={view.plan?.zone ?? 'UTC'} now={now} />
      ))}
    </Box>
  )
}

/** Whoever has seen to it closes it for themself; the others go on seeing it until the next day begins. */
function Notice({ one: { id, kind, at, interaction }, zone, now }: NoticeProps) {
  const [closed, setClosed] = useKeptSwitch(`taken out ${kind} ${id} ${at}`)
  if (closed) return null
  const text =
    interaction === null
      ? t.deadline(timeText(at, zone, now))
      : t.interaction(interaction.customerName, interaction.queueName, timeText(at, zone, now))
  return (
    <OutlinedWarning
      action={
        <>
          {interaction !== null && (
            <Button component={Link} href={`/review/${encodeURIComponent(id)}`}>
              {t.record}
            </Button>
          )}
          <Button variant="text" onClick={() => setClosed(true)}>
            {t.close}
          </Button>
        </>
      }
    >
      {text}
    </OutlinedWarning>
  )
}

interface NoticeProps {
  readonly one: View['quarantined'][number]
  readonly zone: string
  readonly now: number
}
