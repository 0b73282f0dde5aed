'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import type { PlanDocument, ServingStep } from '@eudromos/core/plan'
import { demand as t, requirementText } from '../../../../messages/skills.ts'

interface WaitStripProps {
  readonly steps: readonly ServingStep[]
  readonly targetSeconds: number | null
  readonly skills: PlanDocument['skills']
  /** Who comes into reach later, in words. */
  readonly reaches: readonly { readonly afterSeconds: number; readonly who: readonly string[] }[]
}

const height = 64

/** How many could serve the queue, drawn along the wait; below, what is asked for at each step. */
export function WaitStrip({ steps, targetSeconds, skills, reaches }: WaitStripProps) {
  const most = Math.max(1, ...steps.map(({ able }) => able.length))
  const last = steps.at(-1)?.afterSeconds ?? 0
  const span = Math.max(last * 1.35, (targetSeconds ?? 0) * 1.2, 30)
  const percent = (seconds: number): string => `${((100 * seconds) / span).toFixed(2)}%`
  const named = (id: string): string => skills.find((one) => one.id === id)?.name ?? id
  if (steps.length < 2 && (steps[0]?.asked.length ?? 0) === 0) return null
  return (
    <Box component="figure" sx={{ margin: 0, display: 'grid', gap: 0.75 }}>
      <Typography component="figcaption" variant="body2" sx={{ color: 'text.secondary' }}>
        {t.strip}
      </Typography>
      <Box aria-hidden sx={{ position: 'relative', height: height + 18 }}>
        {steps.map(({ afterSeconds, able }, n) => (
          <Box
            key={afterSeconds}
            sx={{
              position: 'absolute',
              bottom: 18,
              left: percent(afterSeconds),
              width: `calc(${percent((steps[n + 1]?.afterSeconds ?? span) - afterSeconds)} - 2px)`,
              height: Math.max(2, (height * able.length) / most),
              bgcolor: able.length === 0 ? 'error.main' : 'action.selected',
              borderTop: 2,
              borderColor: able.length === 0 ? 'error.main' : 'secondary.main',
              overflow: 'hidden',
              paddingInlineStart: 0.5,
            }}
          >
            <Typography variant="figure">{able.length}</Typography>
          </Box>
        ))}
        {targetSeconds !== null && targetSeconds <= span && (
          <Box
            sx={{
              position: 'absolute',
              bottom: 18,
              height: height + 2,
              left: percent(targetSeconds),
              borderLeft: 2,
              borderColor: 'primary.main',
            }}
          />
        )}
        {steps.slice(1).map(({ afterSeconds }) => (
          <Typography
            key={afterSeconds}
            variant="figure"
            sx={{ position: 'absolute', bottom: -2, left: percent(afterSeconds), whiteSpace: 'nowrap' }}
          >
            {afterSeconds} s
          </Typography>
        ))}
      </Box>
      <Box component="ul" sx={{ margin: 0, paddingInlineStart: 2.5 }}>
        {steps.map(({ afterSeconds, able, asked }) => (
          <Typography component="li" variant="body2" key={afterSeconds}>
            {t.stripStep(afterSeconds, able.length)}: {asksText(asked, named)}
            {reaches
              .filter((reach) => reach.afterSeconds === afterSeconds && reach.who.length > 0)
              .map(({ who }) => t.alsoReached(who))}
          </Typography>
        ))}
      </Box>
      {targetSeconds !== null && targetSeconds <= span && (
        <Typography variant="body2" sx={{ color: 'text.secondary' }}>
          {t.atTarget(targetSeconds)}
        </Typography>
      )}
    </Box>
  )
}

function asksText(asked: ServingStep['asked'], named: (id: string) => string): string {
  const real = asked.filter(({ least, most }) => least > 0 || most < 5)
  return real.length === 0 ? t.nothingAsked : t.asks(real.map((one) => requirementText(one, named(one.skillId))))
}
