import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import { clockText } from '../../../components/format.ts'
import { en } from '../../../messages/en.ts'

export interface FirstLane {
  readonly id: string
  readonly name: string
  readonly open: boolean
  readonly waiting: number
  readonly longestMs: number | null
  readonly free: number
  readonly shared: number
}

const t = en.live

/** What the queues were like when the server made the page, until the stream tells what they are like now. */
export const FirstLanes = ({ lanes }: { lanes: readonly FirstLane[] }) =>
  lanes.map(({ id, name, open, waiting, longestMs, free, shared }) => (
    <Paper
      key={id}
      data-first={id}
      sx={{
        display: 'grid',
        gridTemplateColumns: 'minmax(160px, 1fr) 2fr 1fr',
        gap: 2,
        alignItems: 'center',
        minHeight: 44,
        paddingInline: '26px 16px',
        border: 1,
        borderColor: 'divider',
      }}
    >
      <Typography variant="h3" component="h2" noWrap>
        {name}
      </Typography>
      <Typography variant="body2">
        {[
          ...(open ? [] : [t.closed]),
          waiting === 0 ? t.nobodyWaits : t.waiting(waiting),
          ...(longestMs === null ? [] : [t.longest(clockText(longestMs))]),
        ].join(', ')}
      </Typography>
      <Typography variant="body2">{t.free(free, shared)}</Typography>
    </Paper>
  ))
