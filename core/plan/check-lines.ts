import { taken, type PeopleFinding } from './check-people.ts'
import type { PlanDocument } from './plan.ts'

type Line = PlanDocument['lines'][number]

/** A queue as it is edited, with the lines that lead to it. */
export type QueueEdit = PlanDocument['queues'][number] & { readonly lineIds: readonly string[] }

/** Of a line as edited: where it leads, and whether anybody can come in by it. */
export function checkLine(line: Line, { lines, queues }: PlanDocument): PeopleFinding[] {
  const found = taken(line, lines)
  const find = (severity: PeopleFinding['severity'], code: PeopleFinding['code'], params = {}): void => {
    found.push({ severity, code, params })
  }
  const led = line.queueIds.map((id) => queues.find((one) => one.id === id))
  if (led.some((queue) => queue === undefined)) find('fault', 'leadsToUnknown')
  else if (led.length === 0) find('warning', 'leadsNowhere')
  else if (!led.some((queue) => queue?.service === 'inService')) find('warning', 'leadsToNoneInService')
  return found
}

/** The lines, where those of these ids lead to the queue and no others do; one that did so already is the same as before. */
export const leading = <L extends { readonly id: string; readonly queueIds: readonly string[] }>(
  lines: readonly L[],
  queueId: string,
  lineIds: readonly string[],
): L[] =>
  lines.map((line) => {
    const others = line.queueIds.filter((id) => id !== queueId)
    const leads = lineIds.includes(line.id)
    if (leads === line.queueIds.includes(queueId)) return line
    return { ...line, queueIds: leads ? [...others, queueId] : others }
  })

/** The document, where these lines lead to the queue and no others do. */
export const ledTo = (document: PlanDocument, queueId: string, lineIds: readonly string[]): PlanDocument => ({
  ...document,
  lines: leading(document.lines, queueId, lineIds),
})

/** The lines that lead to the queue. */
export const linesTo = ({ lines }: Pick<PlanDocument, 'lines'>, queueId: string): string[] =>
  lines.filter(({ queueIds }) => queueIds.some((id) => id === queueId)).map(({ id }) => id)
