'use client'
import type { InteractionId, PersonId } from '@eudromos/core/plan'
import Alert from '@mui/material/Alert'
import Box from '@mui/material/Box'
import Link from '@mui/material/Link'
import Skeleton from '@mui/material/Skeleton'
import Typography from '@mui/material/Typography'
import NextLink from 'next/link'
import type { Outcome } from '@eudromos/core/records'
import { useFetched } from '../../../components/fetched.ts'
import { clockText, timeText } from '../../../components/format.ts'
import { queueName } from '../../../components/frame/headline.tsx'
import { stateName } from '../../../components/frame/presence.tsx'
import { GroundsList, type NamedGrounds } from '../../../components/grounds/grounds-list.tsx'
import { SidePanel } from '../../../components/side-panel.tsx'
import { callbacks } from '../../../messages/callbacks.ts'
import { en } from '../../../messages/en.ts'
import { changes as t, requirementText } from '../../../messages/skills.ts'
import { records } from '../../../messages/records.ts'
import { steering } from '../../../messages/steering.ts'
import type { InteractionView, View } from '../../../view/view.ts'
import type { Steer } from './steer.ts'
import { SteerPanel } from './steer-panel.tsx'

interface GroundsDrawerProps {
  readonly interactionId: InteractionId | null
  readonly view: View
  readonly onClose: () => void
  readonly onPerson: (personId: PersonId) => void
  /** Null where one may only look. */
  readonly steer: Steer | null
}

interface ChangesProps {
  readonly grounds: NamedGrounds
  readonly view: View
  readonly onPerson: (personId: PersonId) => void
}

/** What would have to change for somebody to take it now; each leads to where it is changed. */
function Changes({ grounds: { changes, names, queueId, agents }, view, onPerson }: ChangesProps) {
  if (changes.length === 0) return null
  return (
    <Box component="section" aria-label={t.title} sx={{ display: 'grid', gap: 0.5 }}>
      <Typography variant="h3">{t.title}</Typography>
      <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2.5 }}>
        {changes.map(({ kind, agentId, ground }) => {
          const name = names[agentId] ?? agentId
          const agent = agents.find((one) => one.agentId === agentId)
          const skill = ground.skill
          return (
            <Typography component="li" variant="body2" key={`${kind} ${agentId}`}>
              {kind === 'presence' && t.presence(name, stateName(view.plan, agent?.stateId ?? ''))}
              {kind === 'slot' && t.slot(name)}
              {kind === 'skill' &&
                skill !== null &&
                t.skill(name, names[skill.skillId] ?? skill.skillId, skill.level, skill.least, skill.most)}
              {kind === 'reach' && t.reach(name, queueName(view, queueId))} {kind === 'offline' && t.offline(name)}{' '}
              <Link component="button" type="button" variant="body2" onClick={() => onPerson(agentId)}>
                {kind === 'skill' ? t.giveSkill : kind === 'reach' ? t.lend : t.openPerson}
              </Link>
              {(kind === 'skill' || kind === 'reach') && (
                <>
                  {' · '}
                  <Link
                    component={NextLink}
                    href={kind === 'skill' ? `/plan?skill=${skill?.skillId ?? ''}` : `/plan?queue=${queueId}`}
                  >
                    {t.forGood}
                  </Link>
                </>
              )}
            </Typography>
          )
        })}
      </Box>
    </Box>
  )
}

const isWaiting = ({ phase, awaitsOpening }: InteractionView): boolean =>
  (phase === 'waiting' || phase === 'offered') && !awaitsOpening

/** What is asked for by now, and when that changes. */
function Demand({ grounds: { asked, names, priority, nextStepAt, at } }: { grounds: NamedGrounds }) {
  const words = en.grounds
  const skills = asked.map((one) => requirementText(one, names[one.skillId] ?? one.skillId))
  return (
    <Typography variant="body2">
      {words.priority(priority)} {skills.length > 0 && words.asked(skills)}{' '}
      {nextStepAt !== null && nextStepAt > at && words.nextStep(clockText(nextStepAt - at))}
    </Typography>
  )
}

/** What it came to, of one that is over: read once. */
function Over({ interactionId, onClose }: { interactionId: InteractionId; onClose: () => void }) {
  const { value } = useFetched<{ rows: readonly EndedRow[] }>(
    `/api/records?record=${encodeURIComponent(interactionId)}`,
  )
  const words = en.grounds
  const row = value?.rows.find(({ id }) => id === interactionId)
  return (
    <SidePanel open title={row === undefined ? words.over : words.overTitle(row.customerName)} onClose={onClose}>
      <Typography>{words.over}</Typography>
      {row !== undefined && (
        <>
          <Typography>{words.endedBy(records.outcomes[row.outcome], row.agentName)}</Typography>
          <Link component={NextLink} href={`/review/${encodeURIComponent(interactionId)}`}>
            {words.record}
          </Link>
        </>
      )}
    </SidePanel>
  )
}

interface EndedRow {
  readonly id: string
  readonly customerName: string
  readonly agentName: string | null
  readonly outcome: Outcome
}

/** Why an interaction is where it is, and with whom it could be; read anew while it is open. */
export function GroundsDrawer({ interactionId, view, onClose, onPerson, steer }: GroundsDrawerProps) {
  const interaction = interactionId === null ? undefined : view.interactions[interactionId]
  const url = interaction === undefined ? null : `/api/grounds?interaction=${encodeURIComponent(interaction.id)}`
  const { value: grounds, error } = useFetched<NamedGrounds>(url, { everyMs: 2000 })
  const words = en.grounds
  if (interactionId !== null && interaction === undefined)
    return <Over interactionId={interactionId} onClose={onClose} />
  const nameOf = (id: string): string => view.people[id]?.name ?? grounds?.names[id] ?? id
  return (
    <SidePanel open={interactionId !== null} title={words.title(interaction?.customerName ?? '…')} onClose={onClose}>
      {error !== null && grounds === null && <Alert severity="info">{error}</Alert>}
      {grounds === null && error === null && <Skeleton variant="rounded" height={240} />}
      {grounds !== null && (
        <>
          <Typography>
            {queueName(view, grounds.queueId)}: {words.waits(clockText(grounds.waitMs), grounds.place)}
          </Typography>
          {interaction?.offer != null && <Typography>{words.offeredTo(nameOf(interaction.offer.agentId))}</Typography>}
          {interaction?.agentId != null && <Typography>{words.with(nameOf(interaction.agentId))}</Typography>}
          {grounds.stuck && <Alert severity="warning">{words.stuck}</Alert>}
          {interaction?.phase === 'waiting' && grounds.retryDueAt !== null && (
            <Typography>{words.retry(clockText(grounds.retryDueAt - grounds.at))}</Typography>
          )}
          {grounds.kept && <Typography sx={{ fontWeight: 650 }}>{words.kept}</Typography>}
          {interaction?.toCall != null && <Typography>{callbacks.live[interaction.toCall]}</Typography>}
          {grounds.putOffUntil !== null && (
            <Typography sx={{ fontWeight: 650 }}>
              {callbacks.putOff(timeText(grounds.putOffUntil, view.plan?.zone ?? 'UTC', grounds.at))}
            </Typography>
          )}
          {grounds.awaitsOpening && <Typography sx={{ fontWeight: 650 }}>{words.awaitsOpening}</Typography>}
          {grounds.preferred !== null && (
            <Typography>
              {steering.preferredFor(
                nameOf(grounds.preferred.agentId),
                clockText(Math.max(0, grounds.preferred.until - grounds.at)),
              )}
            </Typography>
          )}
          {interaction?.phase === 'waiting' && grounds.selection === 'byHand' && (
            <Typography>{steering.byHand}</Typography>
          )}
          {interaction?.phase === 'waiting' && grounds.selection === 'openList' && (
            <Typography>{steering.openList}</Typography>
          )}
          {interaction?.phase === 'waiting' &&
            !grounds.awaitsOpening &&
            !grounds.kept &&
            grounds.putOffUntil === null && (
              <Typography sx={{ fontWeight: 650 }}>
                {grounds.agents.some(({ eligible }) => eligible)
                  ? words.some(grounds.agents.filter(({ eligible }) => eligible).length)
                  : words.nobody}
              </Typography>
            )}
          {interaction?.phase === 'waiting' && <Demand grounds={grounds} />}
          {steer !== null && interaction !== undefined && isWaiting(interaction) && (
            <SteerPanel interaction={interaction} grounds={grounds} view={view} steer={steer} />
          )}
          <Changes grounds={grounds} view={view} onPerson={onPerson} />
          <GroundsList grounds={grounds} plan={view.plan} onPerson={onPerson} />
        </>
      )}
    </SidePanel>
  )
}
