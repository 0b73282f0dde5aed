'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MenuItem from '@mui/material/MenuItem'
import TextField from '@mui/material/TextField'
import Typography from '@mui/material/Typography'
import { useState } from 'react'
import type { Span } from '@eudromos/core/hours'
import { absenceReasons, type AbsenceReason } from '@eudromos/core/plan'
import type { Rota } from '@eudromos/core/rota'
import { en } from '../../messages/en.ts'
import { absenceSpan, blankAbsence, type AbsenceEntry } from '../../view/absence.ts'
import type { PersonView } from '../../view/view.ts'
import { lengthText } from '../format.ts'
import { useSending } from '../stream/sending.ts'
import { WhenField } from '../when/when-field.tsx'

const t = en.rota

interface AbsenceFormProps {
  readonly person: PersonView
  readonly rota: Rota
  /** Told what is typed, so that it can be drawn; null while it is no absence yet. */
  readonly onTyped: (span: Span | null) => void
  /** Enters it; the sentence of what went wrong is shown. */
  readonly onEnter: (absence: Span & { readonly reason: AbsenceReason }) => Promise<void>
  /** What else follows for others, as sentences. */
  readonly consequences?: (span: Span) => readonly string[]
}

/** A new absence: dates by the clocks of the person's site, what it takes away of their shift as one types. */
export function AbsenceForm({ person, rota, onTyped, onEnter, consequences }: AbsenceFormProps) {
  const [entry, setTyped] = useState<AbsenceEntry>(blankAbsence)
  const [reason, setReason] = useState<AbsenceReason | ''>('')
  const { busy, error, send } = useSending()
  const zone = rota.zoneOf(person.siteId)
  const span = absenceSpan(entry, zone)
  const setEntry = (next: AbsenceEntry): void => {
    setTyped(next)
    onTyped(absenceSpan(next, zone))
  }
  const field = (name: keyof AbsenceEntry, label: string, kind: 'date' | 'time') => (
    <WhenField
      kind={kind}
      label={label}
      value={entry[name]}
      onChange={(value) => setEntry({ ...entry, [name]: value })}
    />
  )
  const enter = (): void => {
    if (span === null || reason === '') return
    void send(
      () => onEnter({ ...span, reason }),
      () => {
        setEntry(blankAbsence)
        setReason('')
      },
    )
  }
  return (
    <Box
      component="form"
      aria-label={t.newAbsence}
      onSubmit={(event) => {
        event.preventDefault()
        enter()
      }}
      sx={{ display: 'grid', gap: 1.5, borderTop: 1, borderColor: 'divider', paddingBlockStart: 1.5 }}
    >
      <Typography variant="h3">{t.newAbsence}</Typography>
      <Box sx={{ display: 'grid', gridTemplateColumns: 'minmax(0, 1fr) 150px', gap: 1.5 }}>
        {field('fromOn', t.fromOn, 'date')}
        {field('fromTime', t.fromTime, 'time')}
        {field('untilOn', t.untilOn, 'date')}
        {field('untilTime', t.untilTime, 'time')}
      </Box>
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {t.timesHelp}
      </Typography>
      <TextField
        select
        label={t.reason}
        value={reason}
        onChange={({ target }) => setReason(target.value as AbsenceReason)}
      >
        {absenceReasons.map((one) => (
          <MenuItem key={one} value={one}>
            {t.reasons[one]}
          </MenuItem>
        ))}
      </TextField>
      {span !== null && (
        <Box aria-live="polite">
          {[...effectsOf(person, rota, span), ...(consequences?.(span) ?? [])].map((line) => (
            <Typography key={line}>{line}</Typography>
          ))}
        </Box>
      )}
      {error !== null && <Alert severity="error">{error}</Alert>}
      <Box>
        <Button type="submit" variant="contained" disabled={busy || span === null || reason === ''}>
          {t.save}
        </Button>
      </Box>
    </Box>
  )
}

/** What an absence would take away, as sentences. */
function effectsOf(person: PersonView, rota: Rota, span: Span): string[] {
  const { working } = rota.duty(person, person.absences, span.from, span.to)
  const ms = working.reduce((sum, { from, to }) => sum + to - from, 0)
  const overlaps = person.absences.some(({ from, to }) => from < span.to && span.from < to)
  return [ms === 0 ? t.takesNothing : t.takes(lengthText(ms)), ...(overlaps ? [t.overlaps] : [])]
}
