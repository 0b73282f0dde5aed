'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { en } from '../../messages/en.ts'
import { dayText, timeText } from '../format.ts'
import { useLivePart, useNow, useSeatPart } from '../stream/context.tsx'
import type { StoreState } from '../stream/store.ts'

const toldBy = ({ view, clockOffsetMs }: StoreState): number | null => (view === null ? null : clockOffsetMs)
const zoneOf = ({ view }: StoreState): string | null => view?.plan?.zone ?? null

/** The centre's own day and time, which may not be those of this computer. */
export function CentreClock() {
  const told = [useLivePart(toldBy), useSeatPart(toldBy)].find((one) => one !== null) ?? null
  const zones = [useLivePart(zoneOf), useSeatPart(zoneOf)]
  const now = useNow(told ?? 0)
  const zone = zones.find((one) => one !== null) ?? null
  // Written once a minute: the streams that tell the time tell of everything else as well.
  const minute = Math.floor(now / 60_000) * 60_000
  const [time, day] = useMemo(
    () => (zone === null ? ['', ''] : [timeText(minute, zone), dayText(minute, zone)]),
    [minute, zone],
  )
  if (zone === null || now === 0) return null
  return (
    <Box
      component="time"
      dateTime={new Date(minute).toISOString()}
      title={en.frame.centreTime(zone)}
      sx={{ flexShrink: 0, textAlign: 'right', display: { xs: 'none', md: 'block' } }}
    >
      <Typography component="span" variant="figure" sx={{ display: 'block', lineHeight: 1.2, fontWeight: 600 }}>
        {time}
      </Typography>
      <Typography
        component="span"
        variant="body2"
        sx={{ display: 'block', lineHeight: 1.2, color: 'text.secondary', whiteSpace: 'nowrap' }}
      >
        {day}
      </Typography>
    </Box>
  )
}
