import type { LineId, QueueId } from '../ids/index.ts'
import { traitsOf } from './channels.ts'
import { e164, mailbox } from '../numbers/index.ts'
import { taken, type PeopleFinding } from './check-people.ts'
import type { PlanDocument } from './plan.ts'
import { reachedBy } from './reach.ts'
import { takers } from './serving.ts'

type Line = PlanDocument['lines'][number]

/** A queue as it is edited, with the lines that lead to it. */
export type QueueEdit = PlanDocument['queues'][number] & { readonly lineIds: readonly LineId[] }

/** Channels whose lines have a number or a mailbox: nobody chooses a queue there, and each is one line's. */
export const hasAddress = ({ channel }: Pick<Line, 'channel'>): boolean => traitsOf(channel).address !== null

/** Of a line as edited: where it leads, its address, and whether anybody can come in by it. */
export function checkLine(line: Line, document: PlanDocument): PeopleFinding[] {
  const { lines, queues, skills, hours } = document
  const found = taken(line, lines)
  const find = (severity: PeopleFinding['severity'], code: PeopleFinding['code'], params = {}): void => {
    found.push({ severity, code, params })
  }
  const led = line.queueIds.map((id) => queues.find((one) => one.id === id))
  if (led.some((queue) => queue === undefined)) find('fault', 'leadsToUnknown')
  else if (led.length === 0) find('warning', 'leadsNowhere')
  else if (!led.some((queue) => queue?.service === 'inService')) find('warning', 'leadsToNoneInService')
  if (hasAddress(line)) findAddress(line, document, find)
  for (const queue of led)
    if (queue !== undefined && takers(reachedBy(queue, document), document, line.channel).length === 0)
      find('warning', 'nobodyTakesIt', { queue: queue.name, channel: line.channel })
  const kept = hours.find(({ id }) => id === line.hoursId)
  if (line.hoursId !== null && kept === undefined) find('fault', 'hoursGone')
  if (kept !== undefined && kept.weekly.length + kept.exceptions.length === 0)
    find('warning', 'neverOpenBy', { hours: kept.name })
  if (line.requirements.some(({ skillId }) => !skills.some(({ id }) => id === skillId))) find('fault', 'asksForUnknown')
  return found
}

function findAddress(
  line: Line,
  { lines }: PlanDocument,
  find: (severity: PeopleFinding['severity'], code: PeopleFinding['code'], params?: object) => void,
): void {
  const { id, address, channel } = line
  if (line.queueIds.length > 1) find('fault', 'leadsToSeveral')
  const isMail = traitsOf(channel).address === 'mailbox'
  if (address === null) return find('warning', isMail ? 'noMailbox' : 'noNumber')
  if (isMail && mailbox(address) !== address) return find('fault', 'notAMailbox', { address })
  if (!isMail && e164(address) !== address) return find('fault', 'notANumber', { number: address })
  // One number can carry calls and texts, each by a line of its own.
  const other = lines.find((one) => one.id !== id && one.channel === channel && one.address === address)
  if (other !== undefined && isMail) find('fault', 'mailboxTaken', { address, line: other.name })
  else if (other !== undefined) find('fault', 'numberTaken', { number: address, line: other.name })
}

/** The lines, where those of these ids lead to the queue and no others do; one that did so already is the same as before. A
 * number or a mailbox leads to one queue alone. */
export const leading = <
  L extends Pick<Line, 'channel'> & { readonly id: LineId; readonly queueIds: readonly QueueId[] },
>(
  lines: readonly L[],
  queueId: QueueId,
  lineIds: readonly LineId[],
): L[] =>
  lines.map((line) => {
    const others = line.queueIds.filter((id) => id !== queueId)
    const leads = lineIds.includes(line.id)
    if (leads === line.queueIds.includes(queueId)) return line
    const led = hasAddress(line) ? [queueId] : [...others, queueId]
    return { ...line, queueIds: leads ? led : others }
  })

/** The document, where these lines lead to the queue and no others do. */
export const ledTo = (document: PlanDocument, queueId: QueueId, lineIds: readonly LineId[]): PlanDocument => ({
  ...document,
  lines: leading(document.lines, queueId, lineIds),
})

/** The lines that lead to the queue. */
export const linesTo = ({ lines }: Pick<PlanDocument, 'lines'>, queueId: QueueId): LineId[] =>
  lines.filter(({ queueIds }) => queueIds.some((id) => id === queueId)).map(({ id }) => id)
