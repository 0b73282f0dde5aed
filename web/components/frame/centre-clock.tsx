'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { en } from '../../messages/en.ts'
import { dayText } from '../format.ts'
import { useLive, useNow, useSeat } from '../stream/context.tsx'

/** The centre's own day and time, which may not be those of this computer. */
export function CentreClock() {
  const [live, seat] = [useLive(), useSeat()]
  const { view, clockOffsetMs } = live.view === null ? seat : live
  const now = useNow(clockOffsetMs)
  if (view?.plan == null || now === 0) return null
  const { zone } = view.plan
  const time = new Date(now).toLocaleTimeString('en-GB', { timeZone: zone, hour: '2-digit', minute: '2-digit' })
  return (
    <Box
      component="time"
      dateTime={new Date(now).toISOString().slice(0, 16)}
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
        {dayText(now, zone)}
      </Typography>
    </Box>
  )
}
