'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { newId } from '../../view/new-id.ts'
import type { Span, Zone } from '@eudromos/core/hours'
import type { Rota, RotaPlan } from '@eudromos/core/rota'
import { en } from '../../messages/en.ts'
import { absenceEnds } from '../../view/absence.ts'
import type { AbsenceView, PersonView } from '../../view/view.ts'
import { useSending } from '../stream/sending.ts'
import { AbsenceForm } from './absence-form.tsx'
import { Fortnight, fortnightOf } from './fortnight.tsx'

const t = en.rota
const typedId = 'typed'

interface PersonTimesProps {
  readonly person: PersonView
  readonly plan: RotaPlan
  readonly rota: Rota
  readonly now: number
  readonly mayEnter: boolean
  readonly act: (type: 'enterAbsence' | 'removeAbsence', body: Record<string, unknown>) => Promise<void>
  readonly consequences?: (span: Span) => readonly string[]
}

/** When somebody works in the next fourteen days, and their absences: entered and taken back here. */
export function PersonTimes({ person, plan, rota, now, mayEnter, act, consequences }: PersonTimesProps) {
  const site = plan.sites.find(({ id }) => id === person.siteId)
  const shift = plan.shifts.find(({ id }) => id === person.shiftId)
  const [draft, setDraft] = useState<Span | null>(null)
  const minute = Math.floor(now / 60_000) * 60_000
  const days = useMemo(
    () =>
      fortnightOf(rota.zoneOf(person.siteId), minute, (from, to) => {
        const typed = draft === null ? [] : [{ ...draft, id: typedId, reason: 'other' as const }]
        const duty = rota.duty(person, [...person.absences, ...typed], from, to)
        const holidays = person.siteId === null ? [] : rota.holidaysOf(person.siteId, from, to)
        const away = duty.away.map(({ id, reason }) => (id === typedId ? t.typed : t.away(t.reasons[reason])))
        return { spans: duty.working, pauses: duty.pauses, marks: [...new Set([...holidays, ...away])] }
      }),
    [rota, person, minute, draft],
  )
  return (
    <>
      <Typography>{t.shift(shift?.name ?? null, site?.name ?? null)}</Typography>
      <Typography variant="h3">{t.absences}</Typography>
      {person.absences.length === 0 && <Typography variant="body2">{t.noAbsences}</Typography>}
      {[...person.absences]
        .sort((a, b) => a.from - b.from)
        .map((absence) => (
          <AbsenceLine
            key={absence.id}
            absence={absence}
            zone={rota.zoneOf(person.siteId)}
            mayRemove={mayEnter}
            onRemove={() => act('removeAbsence', { absenceId: absence.id, agentId: person.id })}
          />
        ))}
      {mayEnter ? (
        <AbsenceForm
          person={person}
          rota={rota}
          onTyped={setDraft}
          consequences={consequences}
          onEnter={(absence) => act('enterAbsence', { absenceId: newId(), agentId: person.id, ...absence })}
        />
      ) : (
        <Typography variant="body2">{t.notAllowed}</Typography>
      )}
      <Fortnight shown={days} caption={t.fortnight} />
    </>
  )
}

interface AbsenceLineProps {
  readonly absence: AbsenceView
  readonly zone: Zone
  readonly mayRemove: boolean
  readonly onRemove: () => Promise<void>
}

function AbsenceLine({ absence, zone, mayRemove, onRemove }: AbsenceLineProps) {
  const { error, send } = useSending()
  const span = t.span(...absenceEnds(absence, zone))
  return (
    <>
      <Box sx={{ display: 'flex', alignItems: 'center', gap: 1 }}>
        <Box sx={{ flex: 1, minWidth: 0 }}>
          <Typography variant="figure">{span}</Typography>
          <Typography variant="body2">{t.reasons[absence.reason]}</Typography>
        </Box>
        {mayRemove && (
          <Button aria-label={t.takeBackOf(span)} onClick={() => void send(onRemove)}>
            {t.takeBack}
          </Button>
        )}
      </Box>
      {error !== null && <Alert severity="error">{error}</Alert>}
    </>
  )
}
