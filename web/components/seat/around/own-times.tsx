'use client'
import Alert from '@mui/material/Alert'
import Skeleton from '@mui/material/Skeleton'
import { en } from '../../../messages/en.ts'
import type { PersonView, View } from '../../../view/view.ts'
import { useNotice } from '../../frame/notice.tsx'
import { PersonTimes } from '../../rota/person-times.tsx'
import { useRota } from '../../rota/rota-plan.ts'
import { SidePanel } from '../../side-panel.tsx'
import type { Act } from '../act.ts'

const t = en.rota

interface OwnTimesProps {
  readonly open: boolean
  readonly person: PersonView
  readonly view: View
  readonly now: number
  readonly act: Act
  readonly onClose: () => void
}

/** The agent's own shift and absences, entered at the seat where the centre allows it. */
export function OwnTimes({ open, person, view, now, act, onClose }: OwnTimesProps) {
  const notice = useNotice()
  const { plan, rota, error } = useRota(open ? (view.plan?.version ?? null) : null)
  return (
    <SidePanel open={open} title={t.mine} onClose={onClose}>
      {error !== null && <Alert severity="error">{error}</Alert>}
      {plan === null || rota === null ? (
        <Skeleton variant="rounded" height={320} />
      ) : (
        <PersonTimes
          person={person}
          plan={plan}
          rota={rota}
          now={now}
          mayEnter={view.plan?.ownAbsences ?? false}
          act={async (type, body) => {
            await act(type, body)
            notice(type === 'enterAbsence' ? t.entered : t.takenBack, 'done')
          }}
        />
      )}
    </SidePanel>
  )
}
