'use client'
import type { QueueId } from '@eudromos/core/plan'
import Paper from '@mui/material/Paper'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableContainer from '@mui/material/TableContainer'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import Typography from '@mui/material/Typography'
import { memo } from 'react'
import { averageHandleMs, averageSpeedOfAnswerMs } from '@eudromos/core/figures'
import { clockText, timeText } from '../../../components/format.ts'
import { callbacks } from '../../../messages/callbacks.ts'
import { en } from '../../../messages/en.ts'
import { latenessColor } from '../../../components/glyphs.tsx'
import type { Lane } from './lane-data.ts'
import { QueueName } from './lane.tsx'

const columns = [
  'Queue',
  'Waiting',
  'Longest',
  'Resting',
  'Within target',
  'Goal',
  'Opens or closes',
  'Came',
  'Answered',
  'Abandoned',
  'Rejected',
  callbacks.figures.callbacks,
  callbacks.figures.messagesLeft,
  'Average answer',
  'Average handling',
  'Free',
  'Soon',
  'Busy',
]

const openingText = ({ open, changesAt, emergency }: Lane['opening'], zone: string, now: number): string =>
  emergency
    ? en.emergency.lane
    : changesAt === null
      ? open
        ? en.live.alwaysOpen
        : en.live.closed
      : en.live.changes(open, timeText(changesAt, zone, now))

const figure = (value: string | number | null) => (
  <TableCell align="right">
    <Typography variant="figure">{value ?? '–'}</Typography>
  </TableCell>
)
const time = (ms: number | null): string | null => (ms === null ? null : clockText(ms))

interface RowProps {
  readonly lane: Lane
  readonly zone: string
  readonly onQueue: (queueId: QueueId) => void
}

/** Drawn anew only when the lane is another. */
const Row = memo(function Row({ lane, zone, onQueue }: RowProps) {
  const { queue, waiting, level, levelState, figures, free, soon, busy, opening, resting } = lane
  return (
    <TableRow>
      <TableCell component="th" scope="row">
        <QueueName queue={queue} onQueue={onQueue} />
      </TableCell>
      {figure(waiting.length)}
      {figure(time(waiting.at(-1)?.waitMs ?? null))}
      {figure(resting)}
      <TableCell align="right">
        <Typography variant="figure" sx={{ color: latenessColor[levelState] }}>
          {level === null ? '–' : `${level} %`}
        </Typography>
      </TableCell>
      {figure(queue.target === null ? null : `${queue.target.percent} % in ${queue.target.seconds} s`)}
      {figure(openingText(opening, zone, lane.at))}
      {figure(figures?.entered ?? null)}
      {figure(figures?.answered ?? null)}
      {figure(figures?.abandoned ?? null)}
      {figure(figures?.rejected ?? null)}
      {figure(figures?.callbacks ?? null)}
      {figure(figures?.messagesLeft ?? null)}
      {figure(figures === null ? null : time(averageSpeedOfAnswerMs(figures)))}
      {figure(figures === null ? null : time(averageHandleMs(figures)))}
      {figure(free)}
      {figure(soon)}
      {figure(busy)}
    </TableRow>
  )
})

interface LanesTableProps extends Omit<RowProps, 'lane'> {
  readonly lanes: readonly Lane[]
}

/** The lanes as a table of the same figures. */
export function LanesTable({ lanes, ...rest }: LanesTableProps) {
  return (
    <TableContainer component={Paper} sx={{ border: 1, borderColor: 'divider' }}>
      <Table size="small">
        <TableHead>
          <TableRow>
            {columns.map((name, n) => (
              <TableCell key={name} align={n === 0 ? 'left' : 'right'}>
                {name}
              </TableCell>
            ))}
          </TableRow>
        </TableHead>
        <TableBody>
          {lanes.map((lane) => (
            <Row key={lane.queue.id} lane={lane} {...rest} />
          ))}
        </TableBody>
      </Table>
    </TableContainer>
  )
}
