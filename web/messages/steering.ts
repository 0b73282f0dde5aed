// Words of what is done on the day: giving, moving, passing on, lending, and what agents say of themselves.
import type { Channel } from '@eudromos/core/plan'
import { channelWords } from './channels.ts'
import { fill, words } from './words.ts'
export const steering = words({
  title: 'Actions',
  giveTo: 'Give to',
  give: 'Give it',
  given: (name: string, to: string) => fill('{name} is offered to {to}.', { name, to }),
  who: (name: string, free: boolean, could: boolean, away: string | null) =>
    fill(
      '{name}: {could, select, true {could be offered it} other {{away, select, null {{free, select, true {has room} other {at capacity}}} other {{away}}}}}',
      { name, could, away, free },
    ),
  givenAway: (name: string, state: string) =>
    fill('{name} is in {state}: they are offered it all the same, and may not see it.', { name, state }),
  moveTo: 'Move to queue',
  move: 'Move it',
  moved: (name: string, queue: string) =>
    fill('{name} waits in {queue} now, with the time waited so far.', { name, queue }),
  back: 'Move back',
  byHand: 'This queue is assigned by hand: nobody is offered it until you assign it.',
  openList: 'This queue is an open list: whoever takes it first has it.',
  preferredFor: (name: string, time: string) => fill('It is reserved for {name} for another {time}.', { name, time }),
} as const)

export const lending = words({
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
    fill('Lent to {queue} until {until}{by, select, null {} other { ({by})}}', { queue, until, by }),
  granted: (skill: string, level: number, until: string, by: string | null) =>
    fill('{skill} at level {level} until {until}{by, select, null {} other { ({by})}}', { skill, level, until, by }),
  takeBack: 'Take back',
  takeBackOf: (what: string) => fill('Take back: {what}', { what }),
  done: 'Done. It ends by itself, or with “Take back”.',
  none: 'Serves every queue from the start.',
  lacks: (skill: string, level: number) =>
    fill('Give {skill} at level {level} for the same time, as the queue requires it', { skill, level }),
} as const)

export const seatWords = words({
  openList: 'Open list',
  take: 'Take',
  takeOf: (name: string) => fill('Take {name}', { name }),
  passOn: 'Transfer',
  passOnTitle: (name: string) => fill('Transfer {name}', { name }),
  passOnHelp: 'They join that queue. Whoever answers sees the conversation and your note.',
  note: 'Note for the next agent',
  toQueue: 'To a queue',
  toPerson: 'To a person',
  find: 'Find a queue or a person',
  queueNow: (waiting: number, free: number) =>
    fill('{waiting, plural, =0 {nobody waits} one {{waiting} waits} other {{waiting} wait}}, {free} free', {
      waiting,
      free,
    }),
  listNow: (method: string, waiting: number) =>
    fill('{method}, {waiting, plural, =0 {nobody waits} one {{waiting} waits} other {{waiting} wait}}', {
      method,
      waiting,
    }),
  closed: 'closed now',
  person: (free: boolean, able: boolean, taken: number, slots: number) =>
    fill(
      '{able, select, true {{free, select, true {has room, {taken} of {slots}} other {no room now, {taken} of {slots}}}} other {lacks a required skill}}',
      { able, free, taken, slots },
    ),
  nothingFound: 'No one who could take it matches.',
  cancel: 'Cancel',
  passed: (name: string, to: string) => fill('{name} is transferred to {to}.', { name, to }),
  handedOver: (by: string, note: string | null) =>
    fill('{note, select, null {Transferred by {by}.} other {Transferred by {by}: {note}}}', { note, by }),
  after: 'After this',
  stay: 'stay as I am',
  afterNow: (state: string) => fill('After current work: {state}. No new work until then.', { state }),
  nothingNew: 'Pause new',
  takesAll: 'none',
  noNew: (channel: Channel) => fill('No new {channel}', { channel: channelWords[channel].all.toLowerCase() }),
  noNewNow: 'New work is paused. Your conversations go on.',
  longer: '2 minutes more',
  asked: (name: string) =>
    fill('{name} was asked whether they are still there; then the conversation rests.', { name }),
} as const)

/** What became of an interaction between its queues and hands. */
export const passages = words({
  title: 'Transfers and overflow',
  closed: (to: string) => fill('The queue closed: overflowed to {to}.', { to }),
  full: (to: string) => fill('The queue was full: overflowed to {to}.', { to }),
  waited: (to: string) => fill('Waited too long: overflowed to {to}.', { to }),
  moved: (to: string, by: string) => fill('Moved to {to} by {by}.', { to, by }),
  transferred: (to: string, by: string) => fill('Transferred to {to} by {by}.', { to, by }),
  handedOver: (to: string, by: string) => fill('Handed over to {to}, who was in the call, by {by}.', { to, by }),
  requeued: (to: string, by: string) => fill('Requeued in {to}: {by} was gone.', { to, by }),
  rested: (by: string) => fill('Rested, since the customer said nothing more to {by}.', { by }),
  woken: (to: string) => fill('The customer wrote again: waits in {to}.', { to }),
  note: (text: string) => fill('Note: {text}', { text }),
  taken: 'taken from the open list',
  assigned: (by: string) => fill('assigned by {by}', { by }),
} as const)

export const livePeople = words({
  load: (taken: number, slots: number) => fill('{taken} of {slots}', { taken, slots }),
  notConnected: '(not connected)',
  lent: (time: string) => fill('lent until {time}', { time }),
  forNow: (time: string) => fill('until {time}', { time }),
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
} as const)
