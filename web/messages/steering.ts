// Words of what is done on the day: giving, moving, passing on, lending, and what agents say of themselves.
import type { Channel } from '@eudromos/core/plan'
import { channelWords } from './channels.ts'
export const steering = {
  title: 'Actions',
  giveTo: 'Give to',
  give: 'Give it',
  given: (name: string, to: string) => `${name} is offered to ${to}.`,
  who: (name: string, free: boolean, could: boolean, away: string | null) =>
    `${name}: ${could ? 'could be offered it' : away !== null ? away : free ? 'has room' : 'at capacity'}`,
  givenAway: (name: string, state: string) =>
    `${name} is in ${state}: they are offered it all the same, and may not see it.`,
  moveTo: 'Move to queue',
  move: 'Move it',
  moved: (name: string, queue: string) => `${name} waits in ${queue} now, with the time waited so far.`,
  back: 'Move back',
  byHand: 'This queue is assigned by hand: nobody is offered it until you assign it.',
  openList: 'This queue is an open list: whoever takes it first has it.',
  preferredFor: (name: string, time: string) => `It is reserved for ${name} for another ${time}.`,
} as const

export const lending = {
  title: 'For a while',
  help: 'Overrides the plan and ends by itself at the time given.',
  lend: 'Lend to a queue',
  queue: 'Queue',
  skill: 'Skill',
  level: 'Level',
  until: 'For how long',
  halfHour: '30 minutes',
  hour: '1 hour',
  twoHours: '2 hours',
  today: 'the rest of the day',
  doLend: 'Lend',
  grant: 'A skill for a while',
  doGrant: 'Give it',
  lent: (queue: string, until: string, by: string | null) =>
    `Lent to ${queue} until ${until}${by === null ? '' : ` (${by})`}`,
  granted: (skill: string, level: number, until: string, by: string | null) =>
    `${skill} at level ${level} until ${until}${by === null ? '' : ` (${by})`}`,
  takeBack: 'Take back',
  takeBackOf: (what: string) => `Take back: ${what}`,
  done: 'Done. It ends by itself, or with “Take back”.',
  none: 'Serves every queue from the start.',
  lacks: (skill: string, level: number) =>
    `Give ${skill} at level ${level} for the same time, as the queue requires it`,
} as const

export const seatWords = {
  openList: 'Open list',
  take: 'Take',
  takeOf: (name: string) => `Take ${name}`,
  passOn: 'Transfer',
  passOnTitle: (name: string) => `Transfer ${name}`,
  passOnHelp: 'They join that queue. Whoever answers sees the conversation and your note.',
  note: 'Note for the next agent',
  toQueue: 'To a queue',
  toPerson: 'To a person',
  find: 'Find a queue or a person',
  queueNow: (waiting: number, free: number) =>
    `${waiting === 0 ? 'nobody waits' : `${waiting} ${waiting === 1 ? 'waits' : 'wait'}`}, ${free} free`,
  listNow: (method: string, waiting: number) =>
    `${method}, ${waiting === 0 ? 'nobody waits' : `${waiting} ${waiting === 1 ? 'waits' : 'wait'}`}`,
  closed: 'closed now',
  person: (free: boolean, able: boolean, taken: number, slots: number) =>
    !able ? 'lacks a required skill' : free ? `has room, ${taken} of ${slots}` : `no room now, ${taken} of ${slots}`,
  nothingFound: 'No one who could take it matches.',
  cancel: 'Cancel',
  passed: (name: string, to: string) => `${name} is transferred to ${to}.`,
  handedOver: (by: string, note: string | null) =>
    note === null ? `Transferred by ${by}.` : `Transferred by ${by}: ${note}`,
  after: 'After this',
  stay: 'stay as I am',
  afterNow: (state: string) => `After current work: ${state}. No new work until then.`,
  nothingNew: 'Pause new',
  takesAll: 'none',
  noNew: (channel: Channel) => `No new ${channelWords[channel].all.toLowerCase()}`,
  noNewNow: 'New work is paused. Your conversations go on.',
  longer: '2 minutes more',
  asked: (name: string) => `${name} was asked whether they are still there; then the conversation rests.`,
} as const

/** What became of an interaction between its queues and hands. */
export const passages = {
  title: 'Transfers and overflow',
  closed: (to: string) => `The queue closed: overflowed to ${to}.`,
  full: (to: string) => `The queue was full: overflowed to ${to}.`,
  waited: (to: string) => `Waited too long: overflowed to ${to}.`,
  moved: (to: string, by: string) => `Moved to ${to} by ${by}.`,
  transferred: (to: string, by: string) => `Transferred to ${to} by ${by}.`,
  handedOver: (to: string, by: string) => `Handed over to ${to}, who was in the call, by ${by}.`,
  requeued: (to: string, by: string) => `Requeued in ${to}: ${by} was gone.`,
  rested: (by: string) => `Rested, since the customer said nothing more to ${by}.`,
  woken: (to: string) => `The customer wrote again: waits in ${to}.`,
  note: (text: string) => `Note: ${text}`,
  taken: 'taken from the open list',
  assigned: (by: string) => `assigned by ${by}`,
} as const

export const livePeople = {
  load: (taken: number, slots: number) => `${taken} of ${slots}`,
  notConnected: '(not connected)',
  lent: (time: string) => `lent until ${time}`,
  forNow: (time: string) => `until ${time}`,
  empty: 'No one matches.',
  columns: {
    name: 'Person',
    state: 'Presence',
    since: 'For',
    load: 'Load',
    team: 'Team',
    skills: 'Skills',
    queues: 'Queues',
    answered: 'Answered',
  },
} as const
