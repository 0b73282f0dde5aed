'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { timeText, weekdayText } from '../../../../components/format.ts'
import { en } from '../../../../messages/en.ts'
import { dayText } from '../../../../view/absence.ts'
import { countsOf, holidaysOf, type Board, type WhoSite } from './who-data.ts'
import type { Shown } from './who-layout.ts'

const t = en.rota

interface SiteRowProps {
  readonly who: WhoSite
  readonly board: Board
  readonly now: number
  readonly shown: Shown
}

/** A site: its clocks now, how many are in, its holidays; in the four weeks how many work on each day. */
export function SiteRow({ who, board, now, shown }: SiteRowProps) {
  const holidays = useMemo(() => holidaysOf(board, who), [board, who])
  // Of ten thousand people this takes a while, and scrolling asks again each time.
  const counts = useMemo(() => (shown === 'weeks' ? countsOf(board, who) : []), [board, who, shown])
  const { site, zone, onShift, away } = who
  const clock = t.siteTime(zone, weekdayText(now, zone).slice(0, 3), timeText(now, zone))
  const head = (
    <Box role="rowheader" sx={{ minWidth: 0 }}>
      <Typography sx={{ fontWeight: 650, lineHeight: 1.3 }} noWrap>
        {site?.name ?? t.noSite}
      </Typography>
      <Typography variant="body2" noWrap title={clock} sx={{ color: 'text.secondary', lineHeight: 1.3 }}>
        {clock}
      </Typography>
    </Box>
  )
  if (shown === 'today')
    return (
      <>
        {head}
        <Typography role="cell">{t.siteSums(onShift, away)}</Typography>
        <Typography
          role="cell"
          noWrap
          sx={{ fontWeight: holidays.some(({ day }) => day === board.firstDay) ? 650 : 400 }}
        >
          {holidays.map(({ day, name }) => t.holiday(name, dayText(day))).join(', ')}
        </Typography>
      </>
    )
  return (
    <>
      {head}
      {board.days.map((day, n) => {
        const feasts = holidays.filter((holiday) => holiday.day === day).map(({ name }) => name)
        const label = [dayText(day), ...feasts, t.working(counts[n] ?? 0)].join(', ')
        return (
          <Box
            key={day}
            role="cell"
            aria-label={label}
            title={label}
            sx={{ textAlign: 'center', position: 'relative' }}
          >
            <Typography variant="figure" sx={{ fontWeight: 650 }}>
              {counts[n]}
            </Typography>
            {feasts.length > 0 && (
              <Typography
                variant="body2"
                sx={{
                  position: 'absolute',
                  insetInlineStart: 0,
                  top: -15,
                  whiteSpace: 'nowrap',
                  zIndex: 1,
                  lineHeight: 1.2,
                  fontWeight: 650,
                  ...(n > 21 ? { insetInlineStart: 'auto', insetInlineEnd: 0 } : {}),
                }}
              >
                {feasts.join(', ')}
              </Typography>
            )}
          </Box>
        )
      })}
    </>
  )
}
