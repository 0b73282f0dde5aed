'use client'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { hoursFaults, OpenTimes, Zone } from '@eudromos/core/hours'
import { hoursOf, type PlanDocument } from '@eudromos/core/plan'
import { Rota } from '@eudromos/core/rota'
import { inWords, lengthText } from '../../../../components/format.ts'
import { en } from '../../../../messages/en.ts'
import { EffectsPane, type Found } from '../form/findings.tsx'
import { Fortnight, fortnightOf, openingsIn } from '../../../../components/rota/fortnight.tsx'
import { weekMs } from '../hours/hours-effects.tsx'
import type { ShiftValue } from './values.ts'

const t = en.shift

interface ShiftEffectsProps {
  readonly shift: ShiftValue
  readonly document: PlanDocument
  readonly names: ReadonlyMap<string, string>
  readonly now: number
  readonly found: readonly Found[]
}

/** What a shift, as it is being edited, comes to: now, in the next fourteen days, in a week. */
export function ShiftEffects({ shift, document, names, now, found }: ShiftEffectsProps) {
  // Worked out anew when something is edited and once a minute, not with every tick of the clock.
  const minute = Math.floor(now / 60_000)
  const whole = useMemo(() => hoursOf(shift, document.calendars), [shift, document.calendars])
  const times = useMemo(() => (hoursFaults(whole).length === 0 ? new OpenTimes(whole) : null), [whole])
  const fortnight = useMemo(() => {
    if (times === null || minute === 0) return []
    const rota = new Rota({ ...document, shifts: [shift] })
    return fortnightOf(Zone.of(shift.zone), minute * 60_000, (from, to) => ({
      ...openingsIn(times, from, to),
      pauses: rota.duty({ siteId: null, shiftId: shift.id }, [], from, to).pauses,
    }))
  }, [times, minute, document, shift])
  const working = times?.isOpen(now) ?? false
  const change = times === null ? null : working ? times.nextClosing(now) : times.nextOpening(now)
  const here = new Set(shift.personIds)
  const moving = document.people
    .filter(({ id, shiftId }) => here.has(id) && shiftId !== null && shiftId !== shift.id)
    .map(({ id }) => names.get(id) ?? id)
  return (
    <EffectsPane found={found}>
      {times !== null && now > 0 && (
        <>
          <div>
            <Typography sx={{ fontWeight: 650 }}>
              {t.now(working, change === null ? null : inWords(change - now))}
            </Typography>
            <Typography>{t.perWeek(lengthText(weekMs(shift.weekly)))}</Typography>
          </div>
          {moving.length > 0 && <Typography>{t.elsewhere(moving)}</Typography>}
          <Fortnight shown={fortnight} caption={t.fortnight} />
        </>
      )}
    </EffectsPane>
  )
}
