import type { ScriptId } from '../ids/index.ts'
import { taken, type PeopleFinding } from './check-people.ts'
import type { PlanDocument } from './plan.ts'
import { circleIn, lostWays, unreached, type CallScript } from './scripts.ts'

/** The queues whose agents follow the script, by name. */
export const usersOfScript = ({ queues }: PlanDocument, scriptId: ScriptId): string[] =>
  queues.filter((queue) => queue.scriptId === scriptId).map(({ name }) => name)

/** Of a script as edited: ways that lead nowhere or round, steps that nobody comes by, and that nobody follows it. */
export function checkScript(script: CallScript, document: PlanDocument): PeopleFinding[] {
  const found = taken(script, document.scripts)
  for (const step of script.steps)
    if (lostWays(script, step).length > 0)
      found.push({ severity: 'fault', code: 'stepGone', params: { step: step.title } })
  const circle = circleIn(script)
  if (circle.length > 0)
    found.push({
      severity: 'fault',
      code: 'stepsInACircle',
      params: { steps: [...circle, ...circle.slice(0, 1)].map(({ title }) => title).join(' → ') },
    })
  for (const { title } of unreached(script))
    found.push({ severity: 'warning', code: 'stepUnreached', params: { step: title } })
  if (usersOfScript(document, script.id).length === 0)
    found.push({ severity: 'warning', code: 'nobodyFollows', params: {} })
  return found
}
