'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import FormControlLabel from '@mui/material/FormControlLabel'
import Paper from '@mui/material/Paper'
import Switch from '@mui/material/Switch'
import Typography from '@mui/material/Typography'
import { useMemo, useState } from 'react'
import { dateOf, dayMs, hoursFaults, OpenTimes, weekdayOf, Zone, type Special } from '@eudromos/core/hours'
import { checkHours, hoursOf, usersOfHours, type PlanDocument } from '@eudromos/core/plan'
import { inWords, timeText } from '../../../../components/format.ts'
import { en } from '../../../../messages/en.ts'
import { weekdays } from '../../../../messages/hours.ts'
import { hoursFindingText } from '../../../../messages/findings.ts'

const t = en.hours
const days = 14

type PlanHours = PlanDocument['hours'][number]

interface DayShown {
  readonly label: string
  /** Shares of the day, from midnight. */
  readonly spans: readonly { readonly from: number; readonly to: number }[]
  readonly marks: readonly string[]
}

const markOf = ({ kind, name }: Special): string => (kind === 'holiday' ? (name ?? '') : t.exceptionMark(name))

function daysOf(times: OpenTimes, zoneName: string, now: number): DayShown[] {
  const zone = Zone.of(zoneName)
  const today = Math.floor(zone.toWall(now) / dayMs)
  return Array.from({ length: days }, (_, n) => {
    const day = today + n
    const [begins, ends] = [zone.fromWall(day * dayMs), zone.fromWall((day + 1) * dayMs)]
    const date = dateOf(day)
    const marks = [...new Set(times.specials(begins, ends).map(markOf))]
    const change = Math.round((dayMs - (ends - begins)) / 60_000)
    if (change !== 0) marks.push(t.clocks(change))
    return {
      label: `${weekdays[weekdayOf(day) - 1]?.slice(0, 3) ?? ''} ${date.day}`,
      spans: times.intervals(begins, ends).map(({ from, to }) => ({
        from: (zone.toWall(from) - day * dayMs) / dayMs,
        to: to === ends ? 1 : (zone.toWall(to) - day * dayMs) / dayMs,
      })),
      marks,
    }
  })
}

/** What the hours, as they are being edited, come to: now, in the next fourteen days, in a week. */
export function HoursEffects({ hours, document, now }: { hours: PlanHours; document: PlanDocument; now: number }) {
  const [own, setOwn] = useState(false)
  const viewerZone = Intl.DateTimeFormat().resolvedOptions().timeZone
  const whole = useMemo(() => hoursOf(hours, document.calendars), [hours, document.calendars])
  const sound = useMemo(() => hoursFaults(whole).length === 0, [whole])
  // Worked out anew when something is edited and once a minute, not with every tick of the clock.
  const minute = Math.floor(now / 60_000)
  const findings = useMemo(() => checkHours(hours, document, minute * 60_000), [hours, document, minute])
  const users = usersOfHours(document, hours.id)
  const times = useMemo(() => (sound ? new OpenTimes(whole) : null), [sound, whole])
  const zone = own ? viewerZone : hours.zone
  const fortnight = useMemo(
    () => (times === null || minute === 0 ? [] : daysOf(times, zone, minute * 60_000)),
    [times, zone, minute],
  )
  return (
    <Paper
      component="section"
      aria-label={en.plan.effects}
      sx={{ padding: 2.5, border: 1, borderColor: 'divider', display: 'grid', gap: 1.5 }}
    >
      <Typography variant="h2">{en.plan.effects}</Typography>
      {findings.map((finding, n) => (
        <Alert key={`${finding.code} ${n}`} severity={finding.severity === 'fault' ? 'error' : 'warning'}>
          {hoursFindingText(finding)}
        </Alert>
      ))}
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
    </Paper>
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
  const turn = open ? times.nextClosing(now) : times.nextOpening(now)
  const week = useMemo(
    () => new OpenTimes({ zone: 'UTC', weekly, exceptions: [], holidays: [] }).openMs(10 * dayMs, 17 * dayMs),
    [weekly],
  )
  const why = open ? null : because === 'holiday' ? name : because === 'exception' ? t.exceptionMark(name) : null
  return (
    <div>
      <Typography sx={{ fontWeight: 650 }}>
        {open
          ? turn === null
            ? t.openAlways
            : t.openNow(inWords(turn - now))
          : turn === null
            ? t.neverOpens
            : t.closedNow(why, inWords(turn - now), timeText(turn, zone, now))}
      </Typography>
      <Typography>{t.perWeek(hoursText(week))}</Typography>
    </div>
  )
}

const hoursText = (ms: number): string => {
  const minutes = Math.round(ms / 60_000)
  return minutes % 60 === 0 ? `${minutes / 60} h` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`
}

function Fortnight({ shown }: { shown: readonly DayShown[] }) {
  return (
    <Box component="figure" sx={{ margin: 0 }}>
      <Typography component="figcaption" variant="body2" sx={{ color: 'text.secondary', marginBlockEnd: 0.5 }}>
        {t.fortnight}
      </Typography>
      <Box role="list" sx={{ display: 'grid', gap: '3px' }}>
        {shown.map(({ label, spans, marks }) => (
          <Box
            role="listitem"
            key={label}
            sx={{ display: 'grid', gridTemplateColumns: '58px minmax(0, 1fr)', alignItems: 'center', columnGap: 1 }}
          >
            <Typography variant="figure">{label}</Typography>
            <Box sx={{ position: 'relative', height: 14, bgcolor: 'background.default', borderRadius: 0.5 }}>
              {spans.map(({ from, to }) => (
                <Box
                  key={from}
                  sx={{
                    position: 'absolute',
                    insetBlock: 2,
                    left: `${(from * 100).toFixed(2)}%`,
                    width: `${((to - from) * 100).toFixed(2)}%`,
                    bgcolor: 'primary.main',
                    borderRadius: 0.5,
                  }}
                />
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
