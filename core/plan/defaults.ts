// What a new thing of the plan begins with.
import { eachChannel } from './channels.ts'
import type {
  CentreSettings,
  ChannelLimit,
  Line,
  LoadLimits,
  PlannedLine,
  PlannedQueue,
  PlanDocument,
  PlanPerson,
  PresenceState,
  Queue,
  QueueWords,
  StateLook,
} from './plan.ts'

type Plain =
  | 'laterReaches'
  | 'requirements'
  | 'relaxations'
  | 'priority'
  | 'prioritySteps'
  | 'whenFullTo'
  | 'longestWaitSeconds'
  | 'longestWaitTo'
  | 'dispositionIds'
  | 'dispositionRequired'
  | 'callbackAfterSeconds'
  | 'callbackTries'
  | 'callbackRetrySeconds'
  | 'voicemail'

/** Of a new queue: everybody of it from the beginning, nothing asked for, in the middle of the priorities, no way on. */
export const plainQueue: Pick<Queue, Plain> = {
  laterReaches: [],
  requirements: [],
  relaxations: [],
  priority: 5,
  prioritySteps: [],
  whenFullTo: null,
  longestWaitSeconds: null,
  longestWaitTo: null,
  dispositionIds: [],
  dispositionRequired: false,
  callbackAfterSeconds: null,
  callbackTries: 3,
  callbackRetrySeconds: 600,
  voicemail: false,
}

/** Of a new queue: no name of its own for customers, nothing said, recorded or asked. */
export const plainQueueWords: QueueWords = {
  shownAs: '',
  announcement: '',
  recording: 'never',
  scriptId: null,
  notReachedText: '',
  identityCheck: '',
}

/** Of a new queue as it is planned: no teams. */
export const plainPlanned: Pick<PlannedQueue, Plain | 'teams' | keyof QueueWords> = {
  ...plainQueue,
  laterReaches: [],
  teams: [],
  ...plainQueueWords,
}

type PlainCentre =
  | 'preferredSeconds'
  | 'transferPriority'
  | 'longestWrapUpSeconds'
  | 'askAfterSilenceSeconds'
  | 'restAfterSilenceSeconds'
  | 'endAfterRestSeconds'
  | 'textRestAfterSeconds'
  | 'textEndAfterRestSeconds'
  | 'mailRestAfterSeconds'
  | 'mailEndAfterRestSeconds'
  | 'recordingDays'
  | 'journalDays'
  | 'backWithinSeconds'
  | 'ringSeconds'
  | 'callsFrom'
  | 'callsTo'
  | 'consentNeeded'
  | 'recoverStateId'
  | 'recoverMinutes'

/** Of a centre that has said nothing of these. */
export const plainCentre: Pick<CentreSettings, PlainCentre> = {
  preferredSeconds: 45,
  transferPriority: null,
  longestWrapUpSeconds: 600,
  askAfterSilenceSeconds: 180,
  restAfterSilenceSeconds: 600,
  endAfterRestSeconds: 3600,
  textRestAfterSeconds: 900,
  textEndAfterRestSeconds: 86_400,
  mailRestAfterSeconds: 60,
  mailEndAfterRestSeconds: 604_800,
  recordingDays: 90,
  journalDays: 730,
  backWithinSeconds: 600,
  ringSeconds: 30,
  callsFrom: '08:00',
  callsTo: '21:00',
  consentNeeded: false,
  recoverStateId: null,
  recoverMinutes: 5,
}

/** Of a centre that has said nothing of these, which only pages use. */
export const plainCentreWords: Pick<PlanDocument['centre'], 'abuseWarning' | 'customerFields' | 'needs'> = {
  // eslint-disable-next-line no-restricted-syntax -- These are words of the plan, which each centre writes for itself.
  abuseWarning: 'Please do not speak to me like this. If it goes on I will end this conversation.',
  customerFields: [],
  needs: {
    relay: { requirements: [], patience: 3 },
    realTimeText: { requirements: [], patience: 2 },
    interpreter: { requirements: [], patience: 3 },
  },
}

/** Of a line that asks for nothing of its own. */
export const plainLine: Pick<Line, 'requirements' | 'priority' | 'hoursId' | 'tags'> = {
  requirements: [],
  priority: null,
  hoursId: null,
  tags: [],
}

/** Of a planned line of which nothing more is said. */
export const plainPlannedLine: Omit<PlannedLine, 'id' | 'name' | 'channel' | 'queueIds'> = {
  ...plainLine,
  on: true,
  address: null,
  language: null,
  closedAnswer: '',
}

/** Of a person of whom nothing more is said. */
export const plainPerson: Pick<PlanPerson, 'siteId' | 'shiftId' | 'teamId' | 'tier' | 'skills'> = {
  siteId: null,
  shiftId: null,
  teamId: null,
  tier: null,
  skills: [],
}

/** Of a presence state of which nothing more is said. */
export const plainState: Pick<PresenceState, 'mostMinutes' | 'teamIds'> & StateLook = {
  mostMinutes: null,
  teamIds: [],
  sign: 'dot',
  colour: 'ink',
}

/** So many interactions of a channel, one slot each. */
export const upTo = (most: number): ChannelLimit => ({ slots: 1, most, alone: false, beside: [] })

/** Chats and nothing else. */
export const chatsOnly = (most: number): LoadLimits['channels'] => ({ ...eachChannel(() => upTo(0)), chat: upTo(most) })
