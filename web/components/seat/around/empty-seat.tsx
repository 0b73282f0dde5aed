'use client'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import Skeleton from '@mui/material/Skeleton'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import Typography from '@mui/material/Typography'
import { useId, useMemo, type ReactNode } from 'react'
import { standingAt } from '@eudromos/core/rota'
import { en } from '../../../messages/en.ts'
import { ownChanges as t, ownChangeText, standingText } from '../../../messages/own-changes.ts'
import { lending } from '../../../messages/steering.ts'
import type { OwnChangesView } from '../../../view/own-changes.ts'
import { waitMsAt, type PersonView, type QueueView, type View } from '../../../view/view.ts'
import { useFetched } from '../../fetched.ts'
import { clockText, secondsText, timeText } from '../../format.ts'
import { queueName } from '../../frame/headline.tsx'
import { Fortnight, fortnightOf } from '../../rota/fortnight.tsx'
import { useRota } from '../../rota/rota-plan.ts'

const dayMs = 86_400_000
const daysAhead = 10
const mostQueues = 9

interface EmptySeatProps {
  readonly view: View
  readonly person: PersonView
  readonly now: number
  /** Why nothing is here, and whether something can come. */
  readonly words: string
  /** Goes Ready, where nothing comes before. */
  readonly onReady: (() => void) | null
}

/** What a seat shows while its agent has nothing in hand: the day, what waits, and what has changed for them. */
export function EmptySeat({ view, person, now, words, onReady }: EmptySeatProps) {
  return (
    <Box
      sx={{
        flex: 1,
        minHeight: 300,
        overflowY: 'auto',
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: 'repeat(3, minmax(0, 1fr))' },
        gridTemplateRows: { md: 'auto minmax(0, 1fr)' },
        alignContent: 'start',
        gap: 1.25,
      }}
    >
      <Box
        sx={{
          gridColumn: '1 / -1',
          border: 1,
          borderStyle: 'dashed',
          borderColor: 'text.secondary',
          borderRadius: 2,
          minHeight: 84,
          display: 'flex',
          flexWrap: 'wrap',
          gap: 2,
          alignItems: 'center',
          justifyContent: 'center',
          padding: 1.5,
        }}
      >
        <Typography>{words}</Typography>
        {onReady !== null && (
          <Button variant="contained" onClick={onReady}>
            {t.goReady}
          </Button>
        )}
      </Box>
      <Part title={t.day}>
        <Day view={view} person={person} now={now} />
      </Part>
      <Part title={t.waits}>
        <Waits view={view} now={now} />
      </Part>
      <Part title={t.changed}>
        <Changed view={view} person={person} now={now} />
      </Part>
    </Box>
  )
}

function Part({ title, children }: { title: string; children: ReactNode }) {
  const titleId = useId()
  return (
    <Paper
      component="section"
      aria-labelledby={titleId}
      sx={{
        border: 1,
        borderColor: 'divider',
        padding: 2,
        display: 'grid',
        gap: 1,
        alignContent: 'start',
        overflowY: 'auto',
      }}
    >
      <Typography variant="h3" component="h2" id={titleId}>
        {title}
      </Typography>
      {children}
    </Paper>
  )
}

function Day({ view, person, now }: Pick<EmptySeatProps, 'view' | 'person' | 'now'>) {
  const { plan, rota, error } = useRota(view.plan?.version ?? null)
  const minute = Math.floor(now / 60_000) * 60_000
  const { siteId, shiftId, absences } = person
  const days = useMemo(
    () =>
      rota === null
        ? []
        : fortnightOf(rota.zoneOf(siteId), minute, (from, to) => {
            const duty = rota.duty({ siteId, shiftId }, absences, from, to)
            const holidays = siteId === null ? [] : rota.holidaysOf(siteId, from, to)
            const away = duty.away.map(({ reason }) => en.rota.away(en.rota.reasons[reason]))
            return { spans: duty.working, pauses: duty.pauses, marks: [...new Set([...holidays, ...away])] }
          }).slice(0, daysAhead),
    [rota, siteId, shiftId, absences, minute],
  )
  if (error !== null) return <Alert severity="error">{error}</Alert>
  if (plan === null || rota === null) return <Skeleton variant="rounded" height={160} />
  const zone = plan.sites.find(({ id }) => id === siteId)?.zone ?? plan.centre.zone
  const duty = rota.duty(person, absences, minute - dayMs, minute + daysAhead * dayMs)
  const pause = duty.pauses.find(({ from }) => from > now && from < now + dayMs)
  const shift = plan.shifts.find(({ id }) => id === shiftId)?.name ?? null
  return (
    <>
      <Typography>{standingText(standingAt(duty, now), (at) => timeText(at, zone, now))}</Typography>
      {pause !== undefined && (
        <Typography>{t.nextPause(pause.kind, timeText(pause.from, zone, now), timeText(pause.to, zone))}</Typography>
      )}
      <Typography variant="body2" sx={{ color: 'text.secondary' }}>
        {en.rota.shift(shift, plan.sites.find(({ id }) => id === siteId)?.name ?? null)}
      </Typography>
      {(shift !== null || absences.length > 0) && <Fortnight shown={days} caption={t.coming} />}
    </>
  )
}

const targetOf = (view: View, id: string) => view.plan?.queues.find((queue) => queue.id === id)?.target ?? null

/** By how much of its target the longest has waited, so that targets of different lengths compare. */
const lateness = (view: View, { id, oldestWait }: QueueView, now: number): number =>
  oldestWait === null
    ? -1
    : waitMsAt(oldestWait, now) / 1000 / (targetOf(view, id)?.seconds ?? view.plan?.defaultTargetSeconds ?? 60)

function Waits({ view, now }: Pick<EmptySeatProps, 'view' | 'now'>) {
  const zone = view.plan?.zone ?? 'UTC'
  const queues = Object.values(view.queues).sort(
    (a, b) =>
      lateness(view, b, now) - lateness(view, a, now) || queueName(view, a.id).localeCompare(queueName(view, b.id)),
  )
  if (queues.length === 0) return <Typography>{en.seat.noQueues}</Typography>
  const opening = ({ open, changesAt }: QueueView): string =>
    changesAt === null
      ? open
        ? t.open
        : t.closed
      : open
        ? t.openUntil(timeText(changesAt, zone, now))
        : t.closedUntil(timeText(changesAt, zone, now))
  return (
    <>
      <Table size="small" sx={{ '& td, & th': { paddingInline: 0.5 } }}>
        <TableHead>
          <TableRow>
            <TableCell>{t.queue}</TableCell>
            <TableCell align="right">{t.waiting}</TableCell>
            <TableCell align="right">{t.longest}</TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {queues.slice(0, mostQueues).map((queue) => {
            const target = targetOf(view, queue.id)
            const late = lateness(view, queue, now) > 1
            const figure = { fontWeight: late ? 650 : 400, color: late ? 'error.main' : 'text.primary' }
            return (
              <TableRow key={queue.id}>
                <TableCell>
                  {queueName(view, queue.id)}
                  <Typography variant="body2" sx={{ color: 'text.secondary' }}>
                    {[
                      opening(queue),
                      ...(target === null ? [] : [t.target(target.percent, secondsText(target.seconds))]),
                    ].join(', ')}
                  </Typography>
                </TableCell>
                <TableCell align="right">
                  <Typography variant="figure" sx={figure}>
                    {queue.waiting}
                  </Typography>
                </TableCell>
                <TableCell align="right">
                  <Typography variant="figure" sx={figure}>
                    {queue.oldestWait === null ? '–' : clockText(waitMsAt(queue.oldestWait, now))}
                  </Typography>
                </TableCell>
              </TableRow>
            )
          })}
        </TableBody>
      </Table>
      {queues.length > mostQueues && (
        <Typography variant="body2">{t.moreQueues(queues.length - mostQueues)}</Typography>
      )}
    </>
  )
}

function Changed({ view, person, now }: Pick<EmptySeatProps, 'view' | 'person' | 'now'>) {
  const zone = view.plan?.zone ?? 'UTC'
  const version = view.plan?.version ?? 0
  const { value, error } = useFetched<OwnChangesView>(
    `/api/own-changes?agent=${encodeURIComponent(person.id)}&version=${version}`,
    { keep: true },
  )
  const until = (at: number): string => timeText(at, zone, now)
  const skill = (id: string): string => view.plan?.skills.find((one) => one.id === id)?.name ?? ''
  const forNow = [
    ...person.loans.map((one) => lending.lent(queueName(view, one.queueId), until(one.until), one.byName)),
    ...person.grants.map((one) => lending.granted(skill(one.skillId), one.level, until(one.until), one.byName)),
    ...Object.values(view.queues).flatMap(({ id, stopgap }) => {
      if (stopgap === null) return []
      const { kind, from, reason, words, byName } = stopgap
      const why = words ?? en.stopgap.reasons[reason]
      return [
        `${queueName(view, id)}: ${en.stopgap.current(kind, from > now ? until(from) : null, until(stopgap.until), why, byName)}`,
      ]
    }),
  ]
  if (error !== null) return <Alert severity="error">{error}</Alert>
  if (value === null) return <Skeleton variant="rounded" height={80} />
  return (
    <>
      {forNow.map((line) => (
        <Typography key={line}>{line}</Typography>
      ))}
      {value.versions.map(({ version: number, at, byName, changes }) => (
        <Box key={number}>
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            {[timeText(at, zone, now), ...(byName === null ? [] : [t.by(byName)])].join(', ')}
          </Typography>
          {changes.map((change) => (
            <Typography key={ownChangeText(change)}>{ownChangeText(change)}</Typography>
          ))}
        </Box>
      ))}
      {forNow.length === 0 && value.versions.length === 0 && <Typography>{t.nothing(value.days)}</Typography>}
    </>
  )
}
