'use client'
import Alert from '@mui/material/Alert'
import Skeleton from '@mui/material/Skeleton'
import Typography from '@mui/material/Typography'
import { useFetched } from '../../../components/fetched.ts'
import { clockText } from '../../../components/format.ts'
import { queueName } from '../../../components/frame/headline.tsx'
import { GroundsList, type NamedGrounds } from '../../../components/grounds/grounds-list.tsx'
import { SidePanel } from '../../../components/side-panel.tsx'
import { en } from '../../../messages/en.ts'
import { requirementText } from '../../../messages/skills.ts'
import type { View } from '../../../view/view.ts'

interface GroundsDrawerProps {
  readonly interactionId: string | null
  readonly view: View
  readonly onClose: () => void
  readonly onPerson: (personId: string) => void
}

/** What is asked for by now, and when that changes. */
function Demand({ grounds: { asked, names, priority, nextStepAt, at } }: { grounds: NamedGrounds }) {
  const t = en.grounds
  const skills = asked.map((one) => requirementText(one, names[one.skillId] ?? one.skillId))
  return (
    <Typography variant="body2">
      {t.priority(priority)} {skills.length > 0 && t.asked(skills)}{' '}
      {nextStepAt !== null && nextStepAt > at && t.nextStep(clockText(nextStepAt - at))}
    </Typography>
  )
}

/** Why an interaction is where it is, and with whom it could be; read anew while it is open. */
export function GroundsDrawer({ interactionId, view, onClose, onPerson }: GroundsDrawerProps) {
  const url = interactionId === null ? null : `/api/grounds?interaction=${encodeURIComponent(interactionId)}`
  const { value: grounds, error } = useFetched<NamedGrounds>(url, { everyMs: 2000 })
  const interaction = interactionId === null ? undefined : view.interactions[interactionId]
  const t = en.grounds
  return (
    <SidePanel open={interactionId !== null} title={t.title(interaction?.customerName ?? '…')} onClose={onClose}>
      {error !== null && grounds === null && <Alert severity="info">{error}</Alert>}
      {grounds === null && error === null && <Skeleton variant="rounded" height={240} />}
      {grounds !== null && (
        <>
          <Typography>
            {queueName(view, grounds.queueId)}: {t.waits(clockText(grounds.waitMs), grounds.place)}
          </Typography>
          {interaction?.offer != null && (
            <Typography>{t.offeredTo(grounds.names[interaction.offer.agentId] ?? '')}</Typography>
          )}
          {interaction?.agentId != null && <Typography>{t.with(grounds.names[interaction.agentId] ?? '')}</Typography>}
          {grounds.stuck && <Alert severity="warning">{t.stuck}</Alert>}
          {grounds.retryDueAt !== null && (
            <Typography>{t.retry(clockText(grounds.retryDueAt - grounds.at))}</Typography>
          )}
          {grounds.held && <Typography sx={{ fontWeight: 650 }}>{t.held}</Typography>}
          {grounds.awaitsOpening && <Typography sx={{ fontWeight: 650 }}>{t.awaitsOpening}</Typography>}
          {interaction?.phase === 'waiting' && !grounds.awaitsOpening && !grounds.held && (
            <Typography sx={{ fontWeight: 650 }}>
              {grounds.agents.some(({ eligible }) => eligible)
                ? t.some(grounds.agents.filter(({ eligible }) => eligible).length)
                : t.nobody}
            </Typography>
          )}
          {interaction?.phase === 'waiting' && <Demand grounds={grounds} />}
          <GroundsList grounds={grounds} plan={view.plan} onPerson={onPerson} />
        </>
      )}
    </SidePanel>
  )
}
