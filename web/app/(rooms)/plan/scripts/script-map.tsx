'use client'
import Box from '@mui/material/Box'
import Typography from '@mui/material/Typography'
import { useMemo } from 'react'
import { unreached, type CallScript } from '@eudromos/core/plan'
import { script as t } from '../../../../messages/scripts.ts'
import { headHeight, laneAt, mapOf, rowHeight } from './map-lines.ts'

interface ScriptMapProps {
  readonly script: CallScript
  /** The steps that somebody has come by who tries it. */
  readonly walked: ReadonlySet<string>
}

/** The steps of a script below one another, and a line for each way that leads from one to another. */
export function ScriptMap({ script, walked }: ScriptMapProps) {
  const { boxes, lines, height, lanesWidth } = useMemo(() => mapOf(script), [script])
  const lost = useMemo(() => new Set(unreached(script)), [script])
  return (
    <Box sx={{ position: 'relative', height, marginBlockEnd: 1 }}>
      <Box
        component="ol"
        aria-label={t.map}
        sx={{ margin: 0, padding: 0, listStyle: 'none', position: 'absolute', inset: 0, right: lanesWidth }}
      >
        {script.steps.map((step, n) => {
          const box = boxes[n]
          if (box === undefined) return null
          const been = walked.has(step.id)
          return (
            <Box
              component="li"
              key={step.id}
              sx={{
                position: 'absolute',
                top: box.top,
                left: 0,
                right: 0,
                height: box.height,
                border: 1,
                borderStyle: lost.has(step) ? 'dashed' : 'solid',
                borderColor: been ? 'primary.main' : 'divider',
                boxShadow: been ? (theme) => `inset 3px 0 0 ${theme.palette.primary.main}` : undefined,
                borderRadius: 1,
                bgcolor: 'background.paper',
                overflow: 'hidden',
              }}
            >
              <Row height={headHeight} strong>
                <span>
                  {n + 1} {step.title}
                </span>
                {lost.has(step) && <span>{t.unreached}</span>}
                {!lost.has(step) && step.asks !== 'choice' && <Leads to={box.ways[0]?.to ?? null} next={n + 2} />}
              </Row>
              {step.asks === 'choice' &&
                box.ways.map(({ answer, to }) => (
                  <Row key={answer} height={rowHeight}>
                    <span>{answer}</span>
                    <Leads to={to} next={0} />
                  </Row>
                ))}
            </Box>
          )
        })}
      </Box>
      <Box
        component="svg"
        aria-hidden
        width={lanesWidth}
        height={height}
        sx={{ position: 'absolute', right: 0, top: 0, overflow: 'visible', color: 'text.secondary' }}
      >
        {lines.map(({ from, to, lane }, n) =>
          lane === null ? (
            <path key={n} d={`M-20 ${from}V${to - 4}m-3 -1l3 5l3 -5`} fill="none" stroke="currentColor" />
          ) : (
            <path
              key={n}
              d={`M0 ${from}H${laneAt(lane)}V${to}H3m5 -3l-5 3l5 3`}
              fill="none"
              stroke="currentColor"
              strokeLinejoin="round"
            />
          ),
        )}
      </Box>
    </Box>
  )
}

function Row({
  height,
  strong = false,
  children,
}: {
  readonly height: number
  readonly strong?: boolean
  readonly children: React.ReactNode
}) {
  return (
    <Typography
      component="div"
      variant="body2"
      sx={{
        height,
        display: 'flex',
        alignItems: 'center',
        justifyContent: 'space-between',
        gap: 1,
        paddingInline: strong ? 1 : 2,
        fontWeight: strong ? 650 : undefined,
        '& > :first-of-type': { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' },
        '& > :last-child:not(:first-of-type)': { fontWeight: 400, whiteSpace: 'nowrap' },
      }}
    >
      {children}
    </Typography>
  )
}

/** Where a way leads; nothing is said of going on with the next step. */
const Leads = ({ to, next }: { readonly to: number | null; readonly next: number }) =>
  to === next ? null : <span>{to === null ? t.ends : t.leadsTo(to)}</span>
