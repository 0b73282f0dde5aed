'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import { seatWords as t } from '../../../messages/steering.ts'
import { waitMsAt, type View } from '../../../view/view.ts'
import { clockText } from '../../format.ts'
import { queueName } from '../../frame/headline.tsx'
import { ChannelShape } from '../../glyphs.tsx'
import { useSeatActions } from '../act.ts'

const mostShown = 20

/** Those who wait in the agent's open lists, the longest wait first, each to be taken by whoever is quicker. */
export function OpenList({ view, now }: { view: View; now: number }) {
  const { attempt } = useSeatActions()
  const waiting = Object.values(view.interactions)
    .filter(({ phase, awaitsOpening }) => phase === 'waiting' && !awaitsOpening)
    .sort((a, b) => waitMsAt(b.wait, now) - waitMsAt(a.wait, now))
    .slice(0, mostShown)
  if (waiting.length === 0) return null
  return (
    <Paper
      component="section"
      aria-label={t.openList}
      sx={{ border: 1, borderColor: 'divider', paddingInline: 2, paddingBlock: 1, maxHeight: 172, overflowY: 'auto' }}
    >
      <Typography sx={{ fontWeight: 650 }}>{t.openList}</Typography>
      <Box component="ul" sx={{ listStyle: 'none', margin: 0, padding: 0 }}>
        {waiting.map((one) => (
          <Box
            component="li"
            key={one.id}
            sx={{ display: 'flex', alignItems: 'center', gap: 1.5, paddingBlock: 0.25, minWidth: 0 }}
          >
            <ChannelShape channel={one.channel} size={14} />
            <Typography variant="figure" sx={{ width: 56, textAlign: 'right' }}>
              {clockText(waitMsAt(one.wait, now))}
            </Typography>
            <Typography noWrap sx={{ fontWeight: 650, flexShrink: 0, maxWidth: 220 }}>
              {one.customerName}
            </Typography>
            <Typography noWrap variant="body2" sx={{ color: 'text.secondary', flexShrink: 0 }}>
              {queueName(view, one.queueId)}
            </Typography>
            <Typography noWrap variant="body2" sx={{ flex: 1, minWidth: 0 }}>
              {view.messages[one.id]?.[0]?.text ?? ''}
            </Typography>
            <Button
              size="small"
              aria-label={t.takeOf(one.customerName)}
              onClick={() => void attempt('takeInteraction', { interactionId: one.id })}
            >
              {t.take}
            </Button>
          </Box>
        ))}
      </Box>
    </Paper>
  )
}
