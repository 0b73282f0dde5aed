'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Link from 'next/link'
import { timeText } from '../../../components/format.ts'
import { OutlinedWarning } from '../../../components/outlined-warning.tsx'
import { takenOut as t } from '../../../messages/taken-out.ts'
import type { View } from '../../../view/view.ts'

/** What a fault of the program took out of the centre today, so that somebody sees to the customers it had. */
export function TakenOut({ view, now }: { view: View; now: number }) {
  if (view.quarantined.length === 0) return null
  const zone = view.plan?.zone ?? 'UTC'
  return (
    <Box component="section" aria-label={t.title} sx={{ display: 'grid', gap: 1, marginBlockEnd: 1 }}>
      {view.quarantined.map(({ id, kind, at, interaction }) => (
        <OutlinedWarning
          key={`${kind} ${id}`}
          action={
            interaction && (
              <Button component={Link} href={`/review/${encodeURIComponent(id)}`}>
                {t.record}
              </Button>
            )
          }
        >
          {interaction === null
            ? t.deadline(timeText(at, zone, now))
            : t.interaction(interaction.customerName, interaction.queueName, timeText(at, zone, now))}
        </OutlinedWarning>
      ))}
    </Box>
  )
}
