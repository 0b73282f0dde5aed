'use client'
import type { PersonId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { memo } from 'react'
import { Zone } from '@eudromos/core/hours'
import { timeText } from '../../../../components/format.ts'
import { stateName } from '../../../../components/frame/presence.tsx'
import { Notches } from '../../../../components/glyphs.tsx'
import { en } from '../../../../messages/en.ts'
import { absenceEnds } from '../../../../view/absence.ts'
import type { PlanView } from '../../../../view/view.ts'
import { PersonName } from './person-name.tsx'
import { isIn, type Board, type WhoRow } from './who-data.ts'
import { hatching, placeIn } from './who-layout.ts'

const t = en.rota

interface TodayRowProps {
  readonly row: WhoRow
  /** Of the person's site. */
  readonly zone: string
  readonly board: Board
  readonly plan: PlanView | null
  readonly now: number
  readonly onPerson: (personId: PersonId) => void
}

/** What somebody is to do now, in the clocks of their site. */
function standingText({ standing, person, duty, missing }: WhoRow, zone: string, now: number): string {
  const at = (instant: number): string => timeText(instant, zone, now)
  switch (standing.kind) {
    case 'away':
      return t.awayUntil(t.reasons[standing.reason], backText(person, zone, now) ?? at(standing.until))
    case 'pause':
      return t.pauseUntil(standing.pause, at(standing.until))
    case 'working':
      return missing ? t.missing(at(standing.since)) : t.until(at(standing.until))
    case 'off':
      if (standing.next !== null) return t.from(at(standing.next))
      if (person.shiftId === null) return t.noShift
      return duty.working.length > 0 ? t.finished : t.free
  }
}

/** The last day of an absence of whole days, or its end: the day that is looked at may end before it. */
function backText({ absences }: WhoRow['person'], zone: string, now: number): string | null {
  const absence = absences.find(({ from, to }) => from <= now && now < to)
  return absence === undefined ? null : absenceEnds(absence, Zone.of(zone))[1]
}

/** One person today: what they are to do and what their presence says, and the day drawn by the centre's clocks. */
export const TodayRow = memo(function TodayRow({ row, zone, board, plan, now, onPerson }: TodayRowProps) {
  const { person, duty, missing } = row
  const text = standingText(row, zone, now)
  return (
    <>
      <Box role="rowheader" sx={{ minWidth: 0 }}>
        <PersonName person={person} onPerson={onPerson} />
      </Box>
      <Box role="cell" sx={{ display: 'flex', alignItems: 'center', gap: 1, minWidth: 0 }}>
        {missing && <Notches lateness="near" />}
        <Typography
          noWrap
          title={text}
          sx={{ color: missing ? 'warning.main' : 'text.primary', fontWeight: missing ? 650 : 400 }}
        >
          {text}
          {isIn(plan, person) && ` · ${stateName(plan, person.stateId)}`}
        </Typography>
      </Box>
      <Box
        role="cell"
        aria-label={text}
        sx={{ position: 'relative', height: 18, bgcolor: 'background.default', borderRadius: 0.5 }}
      >
        {duty.shift.map((span) => (
          <Box
            key={`shift ${span.from}`}
            sx={{
              position: 'absolute',
              insetBlock: 3,
              ...placeIn(span, board.today),
              border: 1,
              borderColor: 'text.secondary',
              borderRadius: 0.5,
            }}
          />
        ))}
        {duty.working.map((span) => (
          <Box
            key={`working ${span.from}`}
            sx={{
              position: 'absolute',
              insetBlock: 3,
              ...placeIn(span, board.today),
              bgcolor: 'text.secondary',
              borderRadius: 0.5,
            }}
          />
        ))}
        {duty.pauses.map((span) => (
          <Box
            key={`pause ${span.from}`}
            sx={{ position: 'absolute', insetBlock: 5, ...placeIn(span, board.today), bgcolor: 'background.default' }}
          />
        ))}
        {duty.away.map((span) => (
          <Box
            key={`away ${span.id}`}
            title={t.away(t.reasons[span.reason])}
            sx={{
              position: 'absolute',
              insetBlock: 0,
              ...placeIn(span, board.today),
              color: 'text.primary',
              backgroundImage: hatching,
            }}
          />
        ))}
        <Box
          sx={{
            position: 'absolute',
            insetBlock: -9,
            left: placeIn({ from: now, to: now }, board.today).left,
            borderLeft: 2,
            borderColor: 'secondary.main',
          }}
        />
      </Box>
    </>
  )
})
