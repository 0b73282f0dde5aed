import Button from '@mui/material/Button'
import Dialog from '@mui/material/Dialog'
import DialogActions from '@mui/material/DialogActions'
import DialogContent from '@mui/material/DialogContent'
import { en } from '../../../../messages/en.ts'

/** Asks whoever leaves with something unsaved; `leavingTo` goes there. */
export function LeaveDialog({
  leavingTo,
  onClose,
}: {
  readonly leavingTo: (() => void) | null
  readonly onClose: () => void
}) {
  return (
    <Dialog open={leavingTo !== null} onClose={onClose}>
      <DialogContent>{en.plan.leave}</DialogContent>
      <DialogActions>
        <Button
          onClick={() => {
            leavingTo?.()
            onClose()
          }}
        >
          {en.plan.leaveAnyway}
        </Button>
        <Button variant="contained" autoFocus onClick={onClose}>
          {en.plan.keepHere}
        </Button>
      </DialogActions>
    </Dialog>
  )
}
