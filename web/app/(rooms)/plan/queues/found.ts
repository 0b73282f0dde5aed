// Which field of a queue each finding is about, and what mends it.
import { checkQueue, type FindingCode, type PlanDocument, type QueueEdit } from '@eudromos/core/plan'
import { findingText, mendText } from '../../../../messages/findings.ts'
import type { Found } from '../form/findings.tsx'
import { mendOf } from './mending.ts'

const fields: Partial<Record<FindingCode, string>> = {
  nameTaken: 'name',
  nobodyCanServe: 'agentIds',
  onePersonCanServe: 'agentIds',
  unknownPerson: 'agentIds',
  notAnAgent: 'agentIds',
  unknownTeam: 'agentIds',
  teamWithoutAgents: 'agentIds',
  nobodyOnShift: 'onShiftOnly',
  someWithoutShift: 'onShiftOnly',
  noTestCustomers: 'testCustomerIds',
  answerWindowBeyondTarget: 'answerWindowSeconds',
  unknownHours: 'hoursId',
  neverOpen: 'hoursId',
  unknownSkill: 'requirements',
  boundsCrossed: 'requirements',
  nobodySkilled: 'requirements',
  nobodySkilledYet: 'requirements',
  relaxesNothing: 'requirements',
  reachAddsNobody: 'requirements',
  stepTooLate: 'requirements',
  sentInACircle: 'atClosingTo',
  unknownQueue: 'atClosingTo',
  fullToUnknown: 'whenFullTo',
  fullInACircle: 'whenFullTo',
  waitedToUnknown: 'longestWaitTo',
  waitedInACircle: 'longestWaitTo',
  noLine: 'lineIds',
  unknownDisposition: 'dispositionIds',
  unknownScript: 'scriptId',
  noTextLine: 'notReachedText',
}

/** What was found in the queue as edited. Without `mayEdit` nothing is mended. */
export function queueFound(
  queue: QueueEdit,
  document: PlanDocument,
  mayEdit: boolean,
  mend: (patch: Partial<QueueEdit>) => void,
): Found[] {
  const others = document.queues.filter(({ id }) => id !== queue.id)
  return checkQueue(queue, { ...document, queues: [...others, queue] }).map((finding) => {
    const patch = mayEdit ? mendOf(finding, queue, document) : null
    return {
      severity: finding.severity,
      text: findingText(finding),
      field: fields[finding.code],
      mend: patch === null ? null : { text: mendText(finding), act: () => mend(patch) },
    }
  })
}
