// Made-up views for tests of the screens.
import { plainState } from '@eudromos/core/plan'
import { freshFigures } from '@eudromos/core/figures'
import type { EmergencyView, InteractionView, PersonView, PlanView, QueueView, View } from '../view.ts'

export const madeInteraction = (
  id: string,
  queueId: string,
  waitSince: number,
  rest: Partial<InteractionView> = {},
): InteractionView => ({
  id,
  channel: 'chat',
  customerId: `customer of ${id}`,
  customerName: id,
  numbers: null,
  textLineId: null,
  texts: {},
  queueId,
  phase: 'waiting',
  test: false,
  arrivedAt: waitSince,
  wait: { since: waitSince },
  visitWait: { since: waitSince },
  awaitsOpening: false,
  stuck: false,
  offer: null,
  agentId: null,
  connectedAt: null,
  asked: false,
  agentName: null,
  heldSince: null,
  guests: [],
  helpSince: null,
  warnings: 0,
  blockAsked: false,
  recordingRefused: false,
  back: false,
  outgoing: false,
  toCall: null,
  putOffUntil: null,
  ringing: null,
  lastDial: null,
  dials: 0,
  handover: null,
  preferredAgentId: null,
  customerHere: true,
  wrapUp: null,
  dispositionId: null,
  mood: null,
  language: null,
  tags: [],
  turn: { side: 'agent', since: waitSince },
  receipts: { customer: { delivered: 0, seen: 0 }, agent: { delivered: 0, seen: 0 } },
  ...rest,
})

export const madePerson = (id: string, rest: Partial<PersonView> = {}): PersonView => ({
  id,
  name: id,
  simulated: false,
  roles: ['agent'],
  stateId: 'ready',
  stateSince: 0,
  idleSince: 0,
  connected: true,
  slots: 1,
  carried: [],
  roomFor: ['voice', 'chat', 'sms'],
  queueIds: ['q0'],
  answeredToday: 0,
  averageHandleMs: null,
  siteId: null,
  shiftId: null,
  teamId: null,
  onShift: false,
  skills: [],
  afterStateId: null,
  recoverUntil: null,
  closedTo: [],
  loans: [],
  grants: [],
  absences: [],
  ...rest,
})

export const madePlanQueue = (
  id: string,
  agentIds: readonly string[],
  rest: Partial<PlanView['queues'][number]> = {},
): PlanView['queues'][number] => ({
  id,
  name: `Queue ${id.slice(1)}`,
  service: 'inService',
  target: { percent: 80, seconds: 20 },
  agentIds,
  selection: 'longestIdle',
  dispositionIds: [],
  dispositionRequired: false,
  recording: 'never',
  scriptId: null,
  identityCheck: false,
  requirements: [],
  hours: null,
  ...rest,
})

export const madeQueue = (id: string, rest: Partial<QueueView> = {}): QueueView => ({
  id,
  figures: { ...freshFigures(0), entered: 4, answered: 4, answeredWithin: 3 },
  waiting: 0,
  oldestWait: null,
  open: true,
  changesAt: null,
  messages: 0,
  stopgap: null,
  emergencyId: null,
  present: 0,
  hidden: 0,
  free: 0,
  shared: 0,
  soon: 0,
  busy: 0,
  nextIds: [],
  ...rest,
})

export const madeEmergency = (id: string, rest: Partial<EmergencyView> = {}): EmergencyView => ({
  id,
  scope: 'centre',
  siteId: null,
  siteName: null,
  queueIds: [],
  waiting: 'kept',
  overflowTo: null,
  talking: 'goOn',
  evacuatedIds: [],
  reason: 'emergency',
  announcement: null,
  byName: null,
  from: 0,
  ...rest,
})

interface Made {
  readonly queues: readonly PlanView['queues'][number][]
  readonly live?: Readonly<Record<string, Partial<QueueView>>>
  readonly people?: readonly PersonView[]
  readonly interactions?: readonly InteractionView[]
  readonly emergencies?: readonly EmergencyView[]
}

const byId = <T extends { readonly id: string }>(all: readonly T[]): Record<string, T> =>
  Object.fromEntries(all.map((one) => [one.id, one]))

/** A supervisor's view of a centre with these queues, people and interactions. */
export const madeView = ({ queues, live = {}, people = [], interactions = [], emergencies = [] }: Made): View => ({
  seq: 1,
  at: 0,
  scope: 'live',
  agentId: null,
  plan: {
    version: 1,
    centreName: 'c',
    zone: 'UTC',
    defaultTargetSeconds: 60,
    missedStateId: 'unattended',
    customerFields: [],
    abuseWarning: 'Stop that.',
    recoverStateId: null,
    recoverMinutes: 5,
    evacuatedStateId: 'evacuated',
    ownAbsences: true,
    channels: ['chat'],
    presenceStates: [
      { id: 'ready', name: 'Ready', admits: ['chat'], choosable: true, signedOut: false, ...plainState },
      { id: 'offline', name: 'Offline', admits: [], choosable: true, signedOut: true, ...plainState },
    ],
    declineReasons: [],
    dispositions: [],
    templates: [],
    queues,
    skills: [],
    teams: [],
    longestWrapUpSeconds: 600,
    sites: [
      { id: 'port', name: 'Port', zone: 'UTC' },
      { id: 'quay', name: 'Quay', zone: 'Atlantic/Azores' },
    ],
  },
  emergencies,
  blockRequests: [],
  quarantined: [],
  people: byId(people),
  queues: byId(queues.map(({ id }) => madeQueue(id, live[id]))),
  interactions: byId(interactions),
  messages: {},
})
