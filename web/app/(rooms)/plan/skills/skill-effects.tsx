'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { hoursCovered, hoursOpen, servingSteps, withSkill, type PlanDocument } from '@eudromos/core/plan'
import { useCentreNow } from '../../../../components/stream/context.tsx'
import { requirementText, skill as t } from '../../../../messages/skills.ts'
import { EffectsPane, type Found } from '../form/findings.tsx'
import { HeatMap } from '../table/heat-map.tsx'
import { editOf, type SkillValue } from './values.ts'

const hourMs = 3_600_000

interface SkillEffectsProps {
  readonly value: SkillValue
  readonly document: PlanDocument
  readonly found: readonly Found[]
}

/** Who has it, what queues could be served with it as edited, and how deep the bench is hour by hour. */
export function SkillEffects({ value, document, found }: SkillEffectsProps) {
  const hour = useCentreNow(hourMs)
  const after = useMemo(() => withSkill(document, editOf(value)), [value, document])
  const has = useMemo(() => {
    const ids = new Set(value.levels.map(({ personId }) => personId))
    return document.people.filter(({ id }) => ids.has(id))
  }, [value.levels, document])
  const hours = useMemo(() => (hour === 0 ? [] : hoursCovered(has, document, hour)), [has, document, hour])
  // Where no queue asks for it, no hour lacks anybody more than another.
  const needed = useMemo(() => {
    const open = document.queues
      .filter(({ id }) => value.asked.some(({ queueId }) => queueId === id))
      .map((queue) => hoursOpen(queue, document, hour))
    return open.length === 0 ? undefined : hours.map((_, n) => open.some((one) => one[n] === true))
  }, [value.asked, document, hour, hours])
  const most = Math.max(1, ...[1, 2, 3, 4, 5].map((level) => countAt(value, level)))
  const without = has.filter(({ shiftId }) => shiftId === null).length
  return (
    <EffectsPane found={found}>
      <Typography sx={{ fontWeight: 650 }}>{t.has(value.levels.length)}</Typography>
      {value.levels.length > 0 && (
        <Box component="figure" sx={{ margin: 0 }}>
          <Typography component="figcaption" variant="body2" sx={{ color: 'text.secondary' }}>
            {t.byLevel}
          </Typography>
          <Box role="list" sx={{ display: 'grid', gridTemplateColumns: 'repeat(5, 1fr)', gap: 0.5, height: 84 }}>
            {[1, 2, 3, 4, 5].map((level) => (
              <Box
                key={level}
                role="listitem"
                aria-label={t.atLevel(level, countAt(value, level))}
                sx={{ display: 'grid', gridTemplateRows: '1fr auto', minHeight: 0 }}
              >
                <Box sx={{ display: 'grid', alignContent: 'end' }}>
                  <Typography variant="figure" aria-hidden sx={{ textAlign: 'center', lineHeight: 1.3 }}>
                    {countAt(value, level)}
                  </Typography>
                  <Box
                    sx={{
                      height: (40 * countAt(value, level)) / most,
                      bgcolor: 'action.selected',
                      borderTop: 2,
                      borderColor: 'secondary.main',
                    }}
                  />
                </Box>
                <Typography variant="body2" aria-hidden sx={{ textAlign: 'center', color: 'text.secondary' }}>
                  {level}
                </Typography>
              </Box>
            ))}
          </Box>
        </Box>
      )}
      <Typography variant="h3">{t.queues}</Typography>
      {value.asked.length === 0 && <Typography variant="body2">{t.askedNone}</Typography>}
      <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2.5 }}>
        {value.asked.map((asked) => {
          const queue = after.queues.find(({ id }) => id === asked.queueId)
          const [start] = queue === undefined ? [] : servingSteps(queue, after)
          if (queue === undefined || start === undefined) return null
          const wants = requirementText({ skillId: value.id, ...asked }, value.name || t.fresh)
          return (
            <Typography component="li" key={asked.queueId}>
              {t.ofQueue(queue.name, start.able.length, start.inReach.length, wants)}
            </Typography>
          )
        })}
      </Box>
      {has.length > 0 && hours.length > 0 && (
        <>
          <Typography variant="h3">{t.bench}</Typography>
          <Typography variant="body2" sx={{ color: 'text.secondary' }}>
            {t.benchHelp(document.centre.zone)}
            {without > 0 && ` ${t.noShift(without)}`}
          </Typography>
          <HeatMap hours={hours} zone={document.centre.zone} needed={needed} />
        </>
      )}
    </EffectsPane>
  )
}

const countAt = ({ levels }: SkillValue, level: number): number => levels.filter((one) => one.level === level).length
