'use client'
import Box from '@mui/material/Box'
import Link from '@mui/material/Link'
import Typography from '@mui/material/Typography'
import NextLink from 'next/link'
import { useMemo } from 'react'
import {
  checkQueue,
  membersOf,
  roles,
  servingSteps,
  withoutPerson,
  withPerson,
  type PersonEdit,
  type PlanDocument,
} from '@eudromos/core/plan'
import { gapOf, levelsOf } from '@eudromos/core/skills'
import { LoadRing } from '../../../../components/glyphs.tsx'
import { limits as limitWords, person as t, reach } from '../../../../messages/people.ts'
import { EffectsPane, type Found } from '../form/findings.tsx'

interface PersonEffectsProps {
  readonly person: PersonEdit
  readonly document: PlanDocument
  readonly found: readonly Found[]
}

interface Served {
  readonly id: string
  readonly name: string
  /** From when on they could be offered something of it; null: never. */
  readonly from: number | null
  readonly text: string
  readonly by: string | null
}

/** Each queue that offers to the person, with from when on, or what keeps them from it. */
function servedBy(person: PersonEdit, after: PlanDocument): Served[] {
  return after.queues
    .filter(({ service }) => service !== 'retired')
    .flatMap((queue): Served[] => {
      const teams = [...queue.teams, ...queue.laterReaches.flatMap((one) => one.teams)]
      const team = teams.find((one) => membersOf(one, after).includes(person.id))
      const byName = [...queue.agentIds, ...queue.laterReaches.flatMap((one) => one.agentIds)].includes(person.id)
      if (!byName && team === undefined) return []
      const teamName = after.teams.find(({ id }) => id === team?.teamId)?.name ?? ''
      const by = byName || team === undefined ? null : t.byTeam(reach.team(teamName, team.tier))
      const steps = servingSteps(queue, after)
      const from = steps.find(({ able }) => able.some(({ id }) => id === person.id))?.afterSeconds ?? null
      const last = steps.at(-1)
      const gap = gapOf(levelsOf(person.skills), last?.asked ?? [])
      const skill = after.skills.find(({ id }) => id === gap?.skillId)?.name ?? ''
      const why = gap === null ? t.notOffered : t.lacks(skill, gap.least, gap.level)
      const text = from === null ? why : from === 0 ? t.fromStart : t.from(from)
      return [{ id: queue.id, name: queue.name, from, text, by }]
    })
}

/** Queues that would have nobody, or one person only, were this person away. */
function missedBy(person: PersonEdit, after: PlanDocument): string[] {
  const without = withoutPerson(after, person.id)
  return without.queues.flatMap((queue) => {
    const before = after.queues.find(({ id }) => id === queue.id)
    if (before === undefined || queue.service === 'retired') return []
    const had = new Set(checkQueue(before, after).map(({ code }) => code))
    const has = checkQueue(queue, without).filter(({ code }) => !had.has(code))
    if (has.some(({ code }) => code === 'nobodyCanServe' || code === 'nobodySkilled')) return [t.goneNobody(queue.name)]
    return has.some(({ code }) => code === 'onePersonCanServe') ? [t.oneLeft(queue.name)] : []
  })
}

/** What the person as edited could do, would be offered, and would be missed by. */
export function PersonEffects({ person, document, found }: PersonEffectsProps) {
  const after = useMemo(() => withPerson(document, person), [document, person])
  const served = useMemo(() => servedBy(person, after), [person, after])
  const missed = useMemo(() => missedBy(person, after), [person, after])
  const limits = document.loadLimits.find(({ id }) => id === person.loadLimitsId)
  const isAgent = person.roles.includes('agent')
  return (
    <EffectsPane found={found}>
      {isAgent && limits !== undefined && (
        <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
          <LoadRing slots={limits.slots} carried={[]} admits label={limitWords.ring(0, limits.slots)} size={40} />
          <Typography>{limits.name}</Typography>
        </Box>
      )}
      {isAgent && (
        <div>
          <Typography variant="h3">{t.offered}</Typography>
          {served.length === 0 && <Typography variant="body2">{t.offeredNone}</Typography>}
          <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2.5 }}>
            {served.map(({ id, name, text, by }) => (
              <Typography component="li" key={id}>
                <Link component={NextLink} href={`/plan?queue=${id}`}>
                  {name}
                </Link>
                : {text}
                {by !== null && `, ${by}`}
              </Typography>
            ))}
          </Box>
        </div>
      )}
      {isAgent && served.length > 0 && (
        <div>
          <Typography variant="h3">{t.ifGone}</Typography>
          {missed.length === 0 && <Typography>{t.goneFine}</Typography>}
          {missed.map((line) => (
            <Typography key={line}>{line}</Typography>
          ))}
        </div>
      )}
      <div>
        <Typography variant="h3">{t.roles}</Typography>
        {roles
          .filter((role) => person.roles.includes(role))
          .map((role) => (
            <Typography key={role} variant="body2">
              {t.may[role]}
            </Typography>
          ))}
      </div>
    </EffectsPane>
  )
}
