'use client'
import { isCall, type PersonId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Button from '@mui/material/Button'
import { usePathname, useRouter } from 'next/navigation'
import { calls as t } from '../../../messages/calls.ts'
import { useWindowOf } from '../../one-window.ts'
import { useSeat } from '../../stream/context.tsx'
import { seatWindow } from '../bays/offer-signs.ts'

/** Tells whoever leaves their seat in the middle of a call that its sound stays behind, unless another window carries it. */
export function LeftCall() {
  const path = usePathname()
  const router = useRouter()
  const { view } = useSeat()
  const call = Object.values(view?.interactions ?? {}).find(
    ({ channel, phase, toCall }) => isCall(channel) && phase === 'connected' && toCall === null,
  )
  const left = path !== '/seat' && call !== undefined
  const carried = useWindowOf(left ? seatWindow(view?.agentId ?? ('' as PersonId)) : null)
  if (!left || carried !== false) return null
  return (
    <Alert
      severity="warning"
      variant="outlined"
      action={<Button onClick={() => router.push('/seat')}>{t.backToSeat}</Button>}
      sx={{
        position: 'fixed',
        insetInline: 0,
        bottom: 16,
        marginInline: 'auto',
        width: 'fit-content',
        maxWidth: '94vw',
        zIndex: 1200,
        bgcolor: 'background.paper',
      }}
    >
      {t.left(call.customerName)}
    </Alert>
  )
}
