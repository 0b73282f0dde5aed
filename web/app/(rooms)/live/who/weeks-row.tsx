'use client'
import type { PersonId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { memo } from 'react'
import { weekdayOf } from '@eudromos/core/hours'
import type { RotaDay } from '@eudromos/core/rota'
import { lengthText } from '../../../../components/format.ts'
import { en } from '../../../../messages/en.ts'
import { dayText } from '../../../../view/absence.ts'
import { PersonName } from './person-name.tsx'
import { awayStretches, type Board, type WhoRow } from './who-data.ts'
import { hatching } from './who-layout.ts'

const t = en.rota

interface WeeksRowProps {
  readonly row: WhoRow
  readonly board: Board
  readonly onPerson: (personId: PersonId) => void
}

function dayWords({ workingMs, awayMs, off, away }: RotaDay): string {
  const reason = away === null ? '' : t.reasons[away.reason]
  if (off !== null) return off.because === 'away' ? t.away(t.reasons[off.reason]) : t.freeDay
  return awayMs > 0 ? t.partly(lengthText(workingMs), reason) : t.works(lengthText(workingMs))
}

/** One person in the four weeks: a cell a day, by the clocks of their site. */
export const WeeksRow = memo(function WeeksRow({ row: { person }, board, onPerson }: WeeksRowProps) {
  const weeks = board.weeksOf(person)
  const stretches = new Map(awayStretches(weeks).map((stretch) => [stretch.from, stretch]))
  return (
    <>
      <Box role="rowheader" sx={{ minWidth: 0, paddingInlineEnd: 1 }}>
        <PersonName person={person} onPerson={onPerson} />
      </Box>
      {board.days.map((number, n) => {
        const day = weeks[n]
        if (day === undefined) return null
        const label = t.dayLabel(dayText(number), dayWords(day))
        const stretch = stretches.get(n)
        const partly = day.workingMs > 0 && day.awayMs > 0
        return (
          <Box
            key={number}
            role="cell"
            aria-label={label}
            title={label}
            sx={{
              height: 22,
              marginInline: '2px',
              borderRadius: 0.5,
              bgcolor: weekdayOf(number) > 5 ? 'transparent' : 'background.default',
              position: 'relative',
              color: 'text.primary',
              ...(day.away !== null ? { backgroundImage: hatching, border: 1, borderColor: 'text.secondary' } : {}),
            }}
          >
            {day.workingMs > 0 && (
              <Box
                sx={{
                  position: 'absolute',
                  insetInline: 0,
                  bottom: 0,
                  top: partly ? '50%' : 0,
                  bgcolor: 'text.secondary',
                  borderRadius: 0.5,
                }}
              />
            )}
            {stretch !== undefined && (
              <Typography
                variant="body2"
                noWrap
                aria-hidden="true"
                sx={{
                  position: 'absolute',
                  insetInlineStart: 1,
                  top: 0,
                  maxWidth: `calc(${stretch.days * 100}% - 2px)`,
                  lineHeight: '18px',
                  paddingInline: 0.5,
                  bgcolor: 'background.paper',
                  zIndex: 1,
                }}
              >
                {t.reasons[stretch.reason]}
              </Typography>
            )}
          </Box>
        )
      })}
    </>
  )
})
