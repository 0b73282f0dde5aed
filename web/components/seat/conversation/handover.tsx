import Alert from '@mui/material/Alert'
import { seatWords } from '../../../messages/steering.ts'
import type { InteractionView } from '../../../view/view.ts'

/** Who passed it on, and what they left to know. */
export function Handover({ interaction: { handover } }: { interaction: InteractionView }) {
  if (handover === null) return null
  return (
    <Alert severity="info" sx={{ borderRadius: 0, whiteSpace: 'pre-wrap', maxHeight: 140, overflowY: 'auto' }}>
      {seatWords.handedOver(handover.byName, handover.note)}
    </Alert>
  )
}
