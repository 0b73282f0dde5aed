'use client'
import FormControlLabel from '@mui/material/FormControlLabel'
import Switch from '@mui/material/Switch'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { dayMs, hoursFaults, OpenTimes, Zone } from '@eudromos/core/hours'
import { hoursOf, usersOfHours, type PlanDocument } from '@eudromos/core/plan'
import { inWords, lengthText, timeText } from '../../../../components/format.ts'
import { en } from '../../../../messages/en.ts'
import { EffectsPane, type Found } from '../form/findings.tsx'
import { Fortnight, fortnightOf, openingsIn } from '../../../../components/rota/fortnight.tsx'

const t = en.hours

type PlanHours = PlanDocument['hours'][number]

interface HoursEffectsProps {
  readonly hours: PlanHours
  readonly document: PlanDocument
  readonly now: number
  readonly found: readonly Found[]
}

/** What the hours, as they are being edited, come to: now, in the next fourteen days, in a week. */
export function HoursEffects({ hours, document, now, found }: HoursEffectsProps) {
  const [own, setOwn] = useState(false)
  const viewerZone = Intl.DateTimeFormat().resolvedOptions().timeZone
  const whole = useMemo(() => hoursOf(hours, document.calendars), [hours, document.calendars])
  const sound = useMemo(() => hoursFaults(whole).length === 0, [whole])
  // Worked out anew when something is edited and once a minute, not with every tick of the clock.
  const minute = Math.floor(now / 60_000)
  const users = usersOfHours(document, hours.id)
  const times = useMemo(() => (sound ? new OpenTimes(whole) : null), [sound, whole])
  const zone = own ? viewerZone : hours.zone
  const fortnight = useMemo(
    () =>
      times === null || minute === 0
        ? []
        : fortnightOf(Zone.of(zone), minute * 60_000, (from, to) => openingsIn(times, from, to)),
    [times, zone, minute],
  )
  return (
    <EffectsPane found={found}>
      {times !== null && now > 0 && (
        <>
          <Now times={times} zone={hours.zone} now={now} weekly={hours.weekly} />
          {viewerZone !== hours.zone && (
            <FormControlLabel
              control={<Switch size="small" checked={own} onChange={({ target }) => setOwn(target.checked)} />}
              label={t.inMyZone(viewerZone)}
              sx={{ marginInlineStart: 0 }}
            />
          )}
          <Fortnight shown={fortnight} />
        </>
      )}
      <Typography variant="body2">{t.usedBy(users)}</Typography>
    </EffectsPane>
  )
}

function Now({
  times,
  zone,
  now,
  weekly,
}: {
  times: OpenTimes
  zone: string
  now: number
  weekly: PlanHours['weekly']
}) {
  const { open, because, name } = times.why(now)
  const change = open ? times.nextClosing(now) : times.nextOpening(now)
  const week = useMemo(() => weekMs(weekly), [weekly])
  const why = open ? null : because === 'holiday' ? name : because === 'exception' ? t.exceptionMark(name) : null
  return (
    <div>
      <Typography sx={{ fontWeight: 650 }}>
        {open
          ? change === null
            ? t.openAlways
            : t.openNow(inWords(change - now))
          : change === null
            ? t.neverOpens
            : t.closedNow(why, inWords(change - now), timeText(change, zone, now))}
      </Typography>
      <Typography>{t.perWeek(lengthText(week))}</Typography>
    </div>
  )
}

/** Open milliseconds of an ordinary week. */
export const weekMs = (weekly: PlanHours['weekly']): number =>
  new OpenTimes({ zone: 'UTC', weekly, exceptions: [], holidays: [] }).openMs(10 * dayMs, 17 * dayMs)
