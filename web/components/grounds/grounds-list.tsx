'use client'
import type { PersonId } from '@eudromos/core/plan'
import Box from '@mui/material/Box'
import ButtonBase from '@mui/material/ButtonBase'
import Table from '@mui/material/Table'
import TableBody from '@mui/material/TableBody'
import TableCell from '@mui/material/TableCell'
import TableHead from '@mui/material/TableHead'
import TableRow from '@mui/material/TableRow'
import Typography from '@mui/material/Typography'
import type { AgentGrounds, Change, Grounds } from '@eudromos/core/routing'
import { en } from '../../messages/en.ts'
import { reachText, roomText, skillGapText } from '../../messages/skills.ts'
import type { PlanView } from '../../view/view.ts'
import { clockText } from '../format.ts'
import { stateName } from '../frame/presence.tsx'

export type NamedGrounds = Grounds & {
  readonly names: Readonly<Record<string, string>>
  readonly changes: readonly Change[]
}

/** Why an agent could, or could not, be offered it: every condition that fails, in words. */
export function reasonsOf(agent: AgentGrounds, plan: PlanView | null, names: NamedGrounds['names']): string[] {
  const t = en.grounds
  return agent.grounds
    .filter(({ holds }) => !holds)
    .map(({ criterion, gap, reach, skill, room }) => {
      if (room !== null) return roomText(room, agent.slotsTaken, agent.slots)
      if (skill !== null) return skillGapText(skill, names[skill.skillId] ?? skill.skillId)
      if (reach !== null) return reachText(reach)
      if (criterion === 'roomForIt') return t.criteria.roomForIt(agent.slotsTaken, agent.slots)
      if (gap === null) return criterion === 'present' ? t.criteria.present : t.criteria[criterion]
      return gap === 'stateAdmitsNothing' ? t.gaps.stateAdmitsNothing(stateName(plan, agent.stateId)) : t.gaps[gap]
    })
}

interface GroundsListProps {
  readonly grounds: NamedGrounds
  readonly plan: PlanView | null
  readonly onPerson?: (personId: PersonId) => void
  /** Who got it, where that is to be marked. */
  readonly chosenId?: string | null
}

/** Each person of the queue with what speaks for and against. */
export function GroundsList({ grounds, plan, onPerson, chosenId = null }: GroundsListProps) {
  const t = en.grounds
  return (
    <Table size="small">
      <TableHead>
        <TableRow>
          <TableCell>{t.who}</TableCell>
          <TableCell>{t.why}</TableCell>
          <TableCell align="right" sx={{ whiteSpace: 'nowrap' }}>
            {t.idle}
          </TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {grounds.agents.map((agent) => {
          const reasons = reasonsOf(agent, plan, grounds.names)
          const name = grounds.names[agent.agentId] ?? agent.agentId
          return (
            <TableRow key={agent.agentId} selected={agent.agentId === chosenId}>
              <TableCell sx={{ whiteSpace: 'nowrap', verticalAlign: 'top' }}>
                {onPerson === undefined ? (
                  name
                ) : (
                  <ButtonBase
                    onClick={() => onPerson(agent.agentId)}
                    sx={{ font: 'inherit', textDecoration: 'underline' }}
                  >
                    {name}
                  </ButtonBase>
                )}
              </TableCell>
              <TableCell sx={{ verticalAlign: 'top' }}>
                {agent.eligible ? (
                  <Typography variant="body2" sx={{ fontWeight: 650 }}>
                    ✓ {t.eligible}
                  </Typography>
                ) : (
                  <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2 }}>
                    {reasons.map((reason) => (
                      <Typography key={reason} component="li" variant="body2">
                        {reason}
                      </Typography>
                    ))}
                  </Box>
                )}
              </TableCell>
              <TableCell align="right" sx={{ verticalAlign: 'top' }}>
                <Typography variant="figure">
                  {agent.eligible ? clockText(grounds.at - agent.idleSince) : '–'}
                </Typography>
              </TableCell>
            </TableRow>
          )
        })}
      </TableBody>
    </Table>
  )
}
