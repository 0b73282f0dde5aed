'use client'
import Box from '@mui/material/Box'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import { dayNumber, dayOf, weekdayOf, type Holiday } from '@eudromos/core/hours'
import { en } from '../../../../messages/en.ts'
import { daysTouched } from '../../../../view/calendar.ts'

const t = en.calendar

/** The twelve months with the holidays marked: filled where a whole day is closed, outlined where hours of it are. */
export function YearView({ holidays, year, zone }: { holidays: readonly Holiday[]; year: number; zone: string }) {
  const names = new Map<number, { name: string; whole: boolean }>()
  for (const holiday of holidays) {
    const { first, last } = daysTouched(holiday, zone)
    const whole = dayOf(holiday.from) !== null
    for (let day = first; day <= last && day - first < 400; day += 1) names.set(day, { name: holiday.name, whole })
  }
  return (
    <Paper
      component="section"
      aria-label={t.year(year)}
      sx={{ padding: 2.5, border: 1, borderColor: 'divider', display: 'grid', gap: 1 }}
    >
      <Typography variant="h2">{t.year(year)}</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(3, minmax(0, 1fr))', columnGap: 2, rowGap: 1 }}>
        {Array.from({ length: 12 }, (_, month) => {
          const first = dayNumber(year, month + 1, 1)
          const length = (month === 11 ? dayNumber(year + 1, 1, 1) : dayNumber(year, month + 2, 1)) - first
          return (
            <div key={month}>
              <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                {en.months[month]}
              </Typography>
              <Box sx={{ display: 'grid', gridTemplateColumns: 'repeat(7, 1fr)', gap: '1px' }}>
                {Array.from({ length }, (_day, n) => {
                  const found = names.get(first + n)
                  return (
                    <Box
                      key={n}
                      title={found === undefined ? undefined : `${n + 1}: ${found.name}`}
                      sx={{
                        gridColumnStart: n === 0 ? weekdayOf(first) : 'auto',
                        height: 10,
                        borderRadius: '2px',
                        bgcolor: found?.whole === true ? 'primary.main' : 'background.default',
                        outline: found?.whole === false ? '2px solid' : 'none',
                        outlineColor: 'primary.main',
                        outlineOffset: -2,
                      }}
                    />
                  )
                })}
              </Box>
            </div>
          )
        })}
      </Box>
    </Paper>
  )
}
