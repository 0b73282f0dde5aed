// Made-up things of a plan as supervisors see it, for the tests of checks and forms.
import { plainPlanned, plainPlannedLine, type PlanDocument } from '../plan/index.ts'

type PlannedQueue = PlanDocument['queues'][number]

/** A queue in service, always open, offered to ana and ben. */
export const plannedQueue = (id: string, rest: Partial<PlannedQueue> = {}): PlannedQueue => ({
  id,
  name: id,
  description: '',
  service: 'inService',
  agentIds: ['ana', 'ben'],
  ...plainPlanned,
  target: { percent: 80, seconds: 30 },
  answerWindowSeconds: 20,
  selection: 'longestIdle',
  mostWaiting: null,
  wrapUpSeconds: 30,
  testCustomerIds: [],
  hoursId: null,
  atClosingTo: null,
  onShiftOnly: false,
  ...rest,
})

/** A chat box that leads to these queues. */
export const plannedLine = (queueIds: readonly string[], id = 'site'): PlanDocument['lines'][number] => ({
  ...plainPlannedLine,
  id,
  name: id,
  channel: 'chat',
  queueIds: [...queueIds],
})
