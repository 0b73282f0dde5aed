'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { en } from '../../messages/en.ts'
import { dayText, timeText } from '../format.ts'
import { useLive, useNow, useSeat } from '../stream/context.tsx'

/** The centre's own day and time, which may not be those of this computer. */
export function CentreClock() {
  const [live, seat] = [useLive(), useSeat()]
  const { view, clockOffsetMs } = live.view === null ? seat : live
  const now = useNow(clockOffsetMs)
  const zone = view?.plan?.zone ?? null
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
