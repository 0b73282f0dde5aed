'use client'
import Box from '@mui/material/Box'
import Button from '@mui/material/Button'
import Link from 'next/link'
import { OutlinedWarning } from '../../../components/outlined-warning.tsx'
import { newId } from '../../../view/new-id.ts'
import { BlockButton } from '../../../components/block-button.tsx'
import { useNotice } from '../../../components/frame/notice.tsx'
import { useLiveStore } from '../../../components/stream/context.tsx'
import { sendCommand } from '../../../components/stream/send.ts'
import { abuse as t } from '../../../messages/abuse.ts'
import type { View } from '../../../view/view.ts'

/** Customers whom agents want blocked; a supervisor says for how long, or that they are not. */
export function BlockRequests({ view, now, mayBlock }: { view: View; now: number; mayBlock: boolean }) {
  const store = useLiveStore()
  const notice = useNotice()
  const send = (type: string, body: Record<string, unknown>): void =>
    void sendCommand(store, type, body).catch((error: Error) => notice(error.message))
  if (!mayBlock || view.blockRequests.length === 0) return null
  return (
    <Box component="section" aria-label={t.requests} sx={{ display: 'grid', gap: 1, marginBlockEnd: 1 }}>
      {view.blockRequests.map(({ interactionId, agentName, customerName, customerId, addressId }) => (
        <OutlinedWarning
          key={interactionId}
          action={
            <Box sx={{ display: 'flex', gap: 1 }}>
              <Button component={Link} href={`/review/${interactionId}`}>
                {t.record}
              </Button>
              <Button onClick={() => send('refuseBlock', { interactionId })}>{t.refuse}</Button>
              <BlockButton
                now={now}
                onBlock={(until) =>
                  send('blockCustomer', {
                    blockId: newId(),
                    customerId,
                    addressId,
                    interactionId,
                    until,
                  })
                }
              />
            </Box>
          }
        >
          {t.request(agentName, customerName || t.requestOfNobody)}
        </OutlinedWarning>
      ))}
    </Box>
  )
}
