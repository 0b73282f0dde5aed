'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { alpha, useTheme } from '@mui/material/styles'
import { Zone } from '@eudromos/core/hours'
import type { HourOfWeek } from '@eudromos/core/plan'
import { weekdayText } from '../../../../components/format.ts'
import { skill as t } from '../../../../messages/skills.ts'

interface HeatMapProps {
  readonly hours: readonly HourOfWeek[]
  readonly zone: string
  /** Hour by hour: whether anybody is needed. Left out: always. */
  readonly needed?: readonly boolean[]
}

interface Cell extends HourOfWeek {
  readonly hour: number
  readonly needed: boolean
}

const two = (n: number): string => String(n).padStart(2, '0')

/** The hours of some days, one row a day: the more people, the fuller; an hour that needs some and has none is crossed. */
export function HeatMap({ hours, zone, needed }: HeatMapProps) {
  const theme = useTheme()
  const most = Math.max(1, ...hours.map(({ count }) => count))
  const clock = Zone.of(zone)
  const days = new Map<string, Cell[]>()
  for (const [n, one] of hours.entries()) {
    const wall = new Date(clock.toWall(one.at))
    const day = wall.toISOString().slice(0, 10)
    const cell = { ...one, hour: wall.getUTCHours(), needed: needed?.[n] ?? true }
    days.set(day, [...(days.get(day) ?? []), cell])
  }
  const cellOf = ({ count, hour, needed: wanted, at }: Cell) => {
    const gap = wanted && count === 0
    return (
      <Box
        key={at}
        title={t.hour(weekdayText(at, zone), `${two(hour)}:00`, count)}
        sx={{
          gridColumn: hour + 2,
          height: 16,
          borderRadius: 0.25,
          opacity: wanted ? 1 : 0.35,
          bgcolor: count === 0 ? 'transparent' : alpha(theme.palette.secondary.main, 0.15 + (0.75 * count) / most),
          border: 1,
          borderColor: gap ? 'error.main' : 'divider',
          backgroundImage: gap
            ? `linear-gradient(to top right, transparent 45%, ${theme.palette.error.main} 45% 55%, transparent 55%)`
            : 'none',
        }}
      />
    )
  }
  return (
    <Box role="list" sx={{ display: 'grid', gap: '2px' }}>
      {[...days].map(([day, cells]) => {
        const counts = cells.filter((one) => one.needed).map(({ count }) => count)
        const name = weekdayText(cells[0]?.at ?? 0, zone)
        return (
          <Box
            key={day}
            role="listitem"
            aria-label={
              counts.length === 0 ? t.dayClosed(name) : t.dayRange(name, Math.min(...counts), Math.max(...counts))
            }
            sx={{ display: 'grid', gridTemplateColumns: '40px repeat(24, minmax(0, 1fr))', gap: '1px' }}
          >
            <Typography variant="figure" aria-hidden sx={{ gridColumn: 1, lineHeight: '16px', fontSize: 12 }}>
              {name.slice(0, 3)}
            </Typography>
            {cells.map(cellOf)}
          </Box>
        )
      })}
      <Box
        aria-hidden
        sx={{ display: 'grid', gridTemplateColumns: '40px repeat(4, minmax(0, 1fr))', color: 'text.secondary' }}
      >
        <span />
        {[0, 6, 12, 18].map((hour) => (
          <Typography key={hour} variant="figure" sx={{ fontSize: 12 }}>
            {two(hour)}
          </Typography>
        ))}
      </Box>
    </Box>
  )
}
