'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { dateOf, dayMs, weekdayOf, type OpenTimes, type Span, type Special, type Zone } from '@eudromos/core/hours'
import { en } from '../../messages/en.ts'
import { months, weekdays } from '../../messages/hours.ts'

const t = en.hours
const days = 14

/** Shares of the day, from midnight. */
interface Share {
  readonly from: number
  readonly to: number
}

export interface DayShown {
  readonly label: string
  readonly spans: readonly Share[]
  /** Drawn light, over the spans. */
  readonly pauses: readonly Share[]
  readonly marks: readonly string[]
}

const markOf = ({ kind, name }: Special): string => (kind === 'holiday' ? (name ?? '') : t.exceptionMark(name))

/** What there is to draw in a stretch of time. */
export interface Stretch {
  readonly spans: readonly Span[]
  /** Drawn light, over the spans. */
  readonly pauses?: readonly Span[]
  /** Said below: holidays, exceptions, absences. */
  readonly marks: readonly string[]
}

/** What opening hours, or a shift, have in a stretch of time. */
export const openingsIn = (times: OpenTimes, from: number, to: number): Stretch => ({
  spans: times.intervals(from, to),
  marks: [...new Set(times.specials(from, to).map(markOf))],
})

/** Fourteen days from the day of `now` on by the clocks of a zone, changes of clocks among what is said of them. */
export function fortnightOf(zone: Zone, now: number, within: (from: number, to: number) => Stretch): DayShown[] {
  const today = Math.floor(zone.toWall(now) / dayMs)
  return Array.from({ length: days }, (_, n) => {
    const day = today + n
    const [begins, ends] = [zone.fromWall(day * dayMs), zone.fromWall((day + 1) * dayMs)]
    const share = ({ from, to }: Span): Share => ({
      from: (zone.toWall(from) - day * dayMs) / dayMs,
      to: to === ends ? 1 : (zone.toWall(to) - day * dayMs) / dayMs,
    })
    const date = dateOf(day)
    const { spans, pauses = [], marks } = within(begins, ends)
    const change = Math.round((dayMs - (ends - begins)) / 60_000)
    return {
      label: `${weekdays[weekdayOf(day) - 1]?.slice(0, 3) ?? ''} ${date.day} ${months[date.month - 1] ?? ''}`,
      spans: spans.map(share),
      pauses: pauses.map(share),
      marks: change === 0 ? marks : [...marks, t.clocks(change)],
    }
  })
}

const bar = ({ from, to }: Share) => ({
  position: 'absolute',
  left: `${(from * 100).toFixed(2)}%`,
  width: `${((to - from) * 100).toFixed(2)}%`,
})

/** Days as bars under each other, what is special in words below. */
export function Fortnight({ shown, caption = t.fortnight }: { shown: readonly DayShown[]; caption?: string }) {
  return (
    <Box component="figure" sx={{ margin: 0 }}>
      <Typography component="figcaption" variant="body2" sx={{ color: 'text.secondary', marginBlockEnd: 0.5 }}>
        {caption}
      </Typography>
      <Box role="list" sx={{ display: 'grid', gap: '3px' }}>
        {shown.map(({ label, spans, pauses, marks }) => (
          <Box
            role="listitem"
            key={label}
            sx={{ display: 'grid', gridTemplateColumns: '92px minmax(0, 1fr)', alignItems: 'center', columnGap: 1 }}
          >
            <Typography variant="figure">{label}</Typography>
            <Box sx={{ position: 'relative', height: 14, bgcolor: 'background.default', borderRadius: 0.5 }}>
              {spans.map((span) => (
                <Box key={span.from} sx={{ ...bar(span), insetBlock: 2, bgcolor: 'primary.main', borderRadius: 0.5 }} />
              ))}
              {pauses.map((pause) => (
                <Box key={pause.from} sx={{ ...bar(pause), insetBlock: 4, bgcolor: 'background.default' }} />
              ))}
            </Box>
            {marks.length > 0 && (
              <Typography variant="body2" sx={{ gridColumn: 2, fontWeight: 650 }}>
                {marks.join('; ')}
              </Typography>
            )}
          </Box>
        ))}
      </Box>
    </Box>
  )
}
