'use client'
import type { CustomerId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import MuiLink from '@mui/material/Link'
import Paper from '@mui/material/Paper'
import Typography from '@mui/material/Typography'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { newId } from '../../../../view/new-id.ts'
import { BlockButton } from '../../../../components/block-button.tsx'
import { timeText } from '../../../../components/format.ts'
import { useNotice } from '../../../../components/frame/notice.tsx'
import { useCentreNow, useLiveStore } from '../../../../components/stream/context.tsx'
import { sendCommand } from '../../../../components/stream/send.ts'
import { abuse as t } from '../../../../messages/abuse.ts'
import type { BlockView } from '../../../../view/customer.ts'

/** Sends a command about blocks, and shows what has become of them. */
function useBlocking(): (type: string, body: Record<string, unknown>) => void {
  const store = useLiveStore()
  const router = useRouter()
  const notice = useNotice()
  return (type, body) =>
    void sendCommand(store, type, body).then(
      () => router.refresh(),
      (error: Error) => notice(error.message),
    )
}

interface BlockProps {
  readonly customerId: CustomerId
  readonly block: BlockView | null
  readonly zone: string
  readonly mayEdit: boolean
}

/** Whether a customer is blocked; a supervisor blocks them, or ends it. */
export function CustomerBlock({ customerId, block, zone, mayEdit }: BlockProps) {
  const send = useBlocking()
  const now = useCentreNow(60_000)
  return (
    <Paper
      component="section"
      aria-label={t.section}
      sx={{ padding: 2, border: 1, borderColor: 'divider', display: 'grid', gap: 1.5, justifyItems: 'start' }}
    >
      <Typography variant="h2">{t.section}</Typography>
      <Typography>
        {block === null ? t.notBlocked : t.blocked(timeText(block.until, zone, now), block.byName)}
      </Typography>
      {mayEdit && block !== null && (
        <Button onClick={() => send('endBlock', { blockId: block.id })}>{t.unblock}</Button>
      )}
      {mayEdit && block === null && (
        <BlockButton now={now} onBlock={(until) => send('blockCustomer', { blockId: newId(), customerId, until })} />
      )}
    </Paper>
  )
}

/** All who are blocked now. */
export function BlockedNow({ blocks, zone }: { readonly blocks: readonly BlockView[]; readonly zone: string }) {
  const now = useCentreNow(60_000)
  if (blocks.length === 0) return null
  return (
    <Box component="section" aria-label={t.blockedNow} sx={{ display: 'flex', gap: 2, flexWrap: 'wrap' }}>
      <Typography sx={{ fontWeight: 650 }}>{t.blockedNow}</Typography>
      {blocks.map(({ id, customerId, customerName, until }) => (
        <Typography key={id}>
          <MuiLink component={Link} href={`/review/customers/${encodeURIComponent(customerId)}`}>
            {customerName || t.requestOfNobody}
          </MuiLink>{' '}
          {t.until(timeText(until, zone, now))}
        </Typography>
      ))}
    </Box>
  )
}
