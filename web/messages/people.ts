// Words of presence states, load limits, teams and the centre's own settings.
import type { RoomGap } from '@eudromos/core/capacity'
import type { Channel, PeopleFinding, Role, StateLook } from '@eudromos/core/plan'
import { aOf, channelWords, oneOf } from './channels.ts'
import { count } from './count.ts'

const people = (n: number): string => count(n, 'person', 'people')

const findings: Record<PeopleFinding['code'], (params: PeopleFinding['params']) => string> = {
  nameTaken: ({ name }) => `Name: another is already called “${name}”. Choose a different name.`,
  nobodyCanBeReady: ({ channel }) =>
    `Channels: no state that people can choose admits ${channelWords[channel as Channel].all.toLowerCase()}. Let one admit them.`,
  admitsNothing: () =>
    'No work is received in this state, however long it lasts. Set its longest minutes so that the headline says when it is exceeded.',
  neverFits: ({ channel, needs, slots }) =>
    `A ${oneOf(channel as Channel)} can never be taken: it needs ${needs} slots, and there are ${slots}. Give it fewer, or more slots in all.`,
  takesNothing: () => 'Nobody with these limits can take anything. Allow at least one channel.',
  keepsEverybody: ({ kept, people }) =>
    `Kept free for calls: ${kept} of ${people}. As long as no call comes, nobody would be offered anything else that fills them.`,
  keepsForNoCalls: () => 'Kept free for calls: with these limits nobody can take a call. Give 0, or allow calls.',
  usedByNobody: () => 'No one has these limits yet.',
  parentInACircle: () => 'Part of: a team cannot be part of itself, nor of one below it. Choose another.',
  nobodyInTeam: () => 'Nobody is in this team yet.',
  emailTaken: ({ email }) => `Address: somebody else signs in as ${email}. Give another.`,
  noAdministrator: () => 'Roles: nobody would be an administrator any more. Make somebody else one first.',
  noLimits: () => 'Without load limits an agent receives no work. Choose some.',
  noQueue: () => 'No queue offers them work, by name or by team.',
  neverAble: ({ queues }) =>
    `Offered nothing of ${queues}, however long one waits: their skills or limits do not suffice.`,
  neverOnShift: ({ queues }) => `Offered nothing of ${queues}: only people on shift are, and they have no shift.`,
  leadsToUnknown: () => 'Leads to: one of these queues is no longer in the plan. Remove it.',
  leadsNowhere: () => 'It leads to no queue: nobody can arrive through it.',
  leadsToNoneInService: () => 'No queue that it leads to is in service: only test customers get in.',
  leadsToSeveral: () => 'Leads to: a number or a mailbox leads to one queue, as nobody chooses there. Keep one.',
  noNumber: () => 'It has no number yet: nobody can reach the centre through it. Pick one.',
  notANumber: ({ number }) => `Number: ${number} is not a valid number. Pick one from the stock.`,
  numberTaken: ({ number, line }) => `Number: ${number} belongs to ${line}. Pick another.`,
  noMailbox: () => 'It has no address yet: nobody can write to the centre by it. Give one.',
  notAMailbox: ({ address }) =>
    `Address: ${address} is not a valid email address. Give one such as bookings@centre.example.`,
  mailboxTaken: ({ address, line }) => `Address: ${address} belongs to ${line}. Give another.`,
  nobodyTakesIt: ({ queue, channel }) =>
    `Nobody who serves ${queue} takes ${channelWords[channel as Channel].all.toLowerCase()}: change their load limits.`,
  asksForUnknown: () => 'Required skills: one of these is no longer in the plan. Remove it.',
  hoursGone: () => 'Hours: these are no longer in the plan. Choose others.',
  neverOpenBy: ({ hours }) => `Hours: ${hours} never open, so nobody could use it.`,
  teamGone: () => 'Teams: one of these is no longer in the plan. Remove it.',
  stepGone: ({ step }) => `${step} continues at a step that has been removed. Choose where it continues.`,
  stepsInACircle: ({ steps }) => `It loops: ${steps}. Let one of these continue elsewhere.`,
  stepUnreached: ({ step }) => `Nobody comes to ${step === '' ? 'one of the steps' : step}: no step leads there.`,
  nobodyFollows: () => 'No queue uses it. Choose it in a queue, under Call script.',
  leadIsGone: () => 'The lead is no longer among the people. Choose another.',
}

const mends: Partial<Record<PeopleFinding['code'], string>> = {
  nobodyCanBeReady: 'Admit them',
  admitsNothing: '30 minutes',
  neverFits: 'Let it fit',
  takesNothing: 'One chat',
  keepsEverybody: 'All but one',
  keepsForNoCalls: 'None',
  parentInACircle: 'Part of none',
  leadIsGone: 'No lead',
  leadsToUnknown: 'Remove',
  leadsNowhere: 'To all',
  leadsToSeveral: 'Keep the first',
  hoursGone: 'At any hour',
  neverOpenBy: 'At any hour',
  teamGone: 'Remove',
  stepGone: 'End there',
  asksForUnknown: 'Remove',
  noLimits: 'Give them',
  neverOnShift: 'Give it',
}

/** What the one action that mends it is called. */
export const peopleMendText = ({ code }: Pick<PeopleFinding, 'code'>): string => mends[code] ?? 'Mend'

export const peopleFindingText = ({ code, params }: PeopleFinding): string => findings[code](params)

export const reach = {
  team: (name: string, tier: number | null) => (tier === null ? name : `${name}, tier ${tier}`),
  teams: 'Teams',
  people: 'People',
  gone: 'a team that is gone',
} as const

export const presence = {
  title: 'Presence',
  one: 'Presence state',
  fresh: 'New presence state',
  admits: 'Work received in it',
  admitsNothing: 'No work is received in it.',
  most: 'Longest minutes',
  mostHelp: 'Empty: no limit. The headline names whoever exceeds it',
  who: 'Who may choose it',
  everybody: 'Everybody',
  sign: 'Sign',
  colour: 'Colour',
  signs: { dot: 'dot', ring: 'ring', half: 'half', square: 'square', bar: 'bar', cross: 'cross' } satisfies Record<
    StateLook['sign'],
    string
  >,
  colours: {
    ink: 'ink',
    slate: 'slate',
    near: 'amber',
    late: 'red',
    focus: 'violet',
  } satisfies Record<StateLook['colour'], string>,
  byMiss: 'A missed offer sets this state',
  system: 'The centre sets this state by itself; nobody chooses it.',
  calm: 'Takes effect at once for everybody.',
  now: (n: number) => (n === 0 ? 'Nobody is in it now.' : `${people(n)} in it now.`),
  over: (names: readonly string[], minutes: number) =>
    `Longer than ${minutes} min already: ${names.slice(0, 5).join(', ')}${names.length > 5 ? ` and ${names.length - 5} more` : ''}.`,
  mayChoose: (n: number) => `${people(n)} may choose it.`,
  inUse: (n: number) =>
    `Instead: ${people(n)} ${n === 1 ? 'is' : 'are'} in this state. Choose the state that they are in from then on.`,
  gone: (before: string, now: string) => `“${before}” is no longer in the plan. You are in ${now} now.`,
  preview: 'How it looks',
} as const

export const limits = {
  title: 'Load limits',
  one: 'Load limits',
  fresh: 'New load limits',
  slots: 'Slots in total',
  channel: 'Channel',
  needs: 'Slots each',
  most: 'Most at once',
  alone: 'Takes the agent alone',
  beside: 'Except beside',
  freeForCalls: 'Kept free for calls',
  freeForCallsHelp:
    'This many of these people stay free for a call: they are offered nothing else that would leave no room for one. 0: nobody',
  sameCustomerInCalls: 'In a call, chats and texts of the caller only',
  sameCustomerInCallsHelp:
    'Whoever has chats or texts with other customers is offered no call until they are done. What may run beside a call is set above.',
  ofOne: 'All of one customer',
  people: (n: number) => `${people(n)} with these limits`,
  calm: (n: number) => `${people(n)} ${n === 1 ? 'has' : 'have'} them.`,
  none: 'None: they take nothing',
  try: 'Try a combination',
  tryHelp: 'Put together what one person would have at the same time.',
  add: (channel: Channel) => `Add ${aOf(channel)}`,
  drop: (channel: Channel) => `Remove ${aOf(channel)}`,
  counted: (channel: Channel, n: number) => count(n, oneOf(channel), `${oneOf(channel)}s`),
  fits: (channel: Channel) => `One more ${oneOf(channel)} fits.`,
  gap: (channel: Channel, gap: RoomGap) => {
    switch (gap.code) {
      case 'noLimits':
        return `No ${oneOf(channel)}: there are no limits.`
      case 'slots':
        return `No ${oneOf(channel)} more: it needs ${count(gap.needs, 'slot', 'slots')}, ${gap.free} free.`
      case 'most':
        return gap.most === 0
          ? `No ${oneOf(channel)}s at all.`
          : `No ${oneOf(channel)} more: at most ${gap.most} at once.`
      case 'alone':
        return gap.wants === 'carried'
          ? `No ${oneOf(channel)} beside a ${oneOf(gap.beside)}, which takes the agent alone.`
          : `No ${oneOf(channel)} beside a ${oneOf(gap.beside)}: it takes the agent alone.`
      case 'otherCustomer':
        return `No ${oneOf(channel)} beside a ${oneOf(gap.beside)} of another customer.`
    }
  },
  ring: (taken: number, slots: number) => `${taken} of ${count(slots, 'slot', 'slots')} taken`,
} as const

export const team = {
  title: 'Teams',
  one: 'Team',
  fresh: 'New team',
  description: 'Description for everyone',
  notes: 'Notes for the team only',
  parent: 'Part of',
  noParent: 'no other team',
  lead: 'Lead',
  noLead: 'nobody',
  private: 'Private: only its people, its lead and its observers see its work',
  observers: 'Observers',
  members: (n: number) => `${people(n)} in it`,
  tier: 'Tier',
  noTier: 'none',
  findMember: 'Find by name',
  firstOf: (most: number, all: number) =>
    `The first ${most} of ${all.toLocaleString('en')}: type a name to find others.`,
  tierOf: (name: string) => `Tier of ${name}`,
  calm: (n: number) => `${people(n)} in it.`,
  none: 'no team',
  sees: (n: number) => `${people(n)} of those who supervise or observe could see its work.`,
  hidden: (names: readonly string[]) => `Hidden from ${names.join(', ')}.`,
  open: 'Everybody who supervises or observes sees its work.',
  serves: 'Serves',
  alone: (name: string) => `${name}, which nobody else serves`,
  servesNone: 'No queue offers to anybody of it.',
  tiers: 'By tier',
  tierLine: (tier: number | null, n: number) => `${tier === null ? 'without a tier' : `tier ${tier}`}: ${people(n)}`,
  all: (n: number) =>
    n === 0 ? 'Teams, as a table' : n === 1 ? '1 team, as a table' : `All ${count(n, 'team', 'teams')}`,
  back: 'Back to the plan',
  shown: (n: number, all: number) =>
    n === all ? `${count(all, 'team', 'teams')}.` : `${n} of ${count(all, 'team', 'teams')}.`,
  filter: 'Name, lead, queue …',
  export: 'Export as CSV',
  import: 'Import a file…',
  empty: 'No team matches.',
  columns: {
    name: 'Name',
    parent: 'Part of',
    lead: 'Lead',
    private: 'Private',
    members: 'People',
    tiers: 'Tiers',
    observers: 'Observers',
    queues: 'Queues',
    description: 'Description',
    findings: 'To look at',
  },
  yes: 'yes',
  moving: (names: readonly string[]) => `They leave another team for this one: ${names.join(', ')}.`,
} as const

export const centre = {
  title: 'The centre',
  open: 'Settings and lists',
  one: 'The centre',
  order: 'Queueing order',
  orders: { lateness: 'latest relative to target', oldestFirst: 'longest waiting' },
  defaultTarget: 'Default answer target, seconds',
  retry: 'Refused by all: offered again after, seconds',
  journalDays: 'Journal kept at hand, days',
  journalHelp: 'Older quarters of a year are put away in the archive. Records, recordings and figures are not touched.',
  agentGrace: 'Agent gone: work kept for, seconds',
  customerGrace: 'Customer gone: ended after, s',
  preferred: 'Waits for one person alone for, seconds',
  preferredHelp: 'After a transfer to a person, and when a resting conversation goes on',
  transferPriority: 'Priority of transfers',
  transferHelp: 'Empty: as before. 1 lowest, 10 highest',
  longestWrapUp: 'Longest wrap-up, seconds',
  ask: 'Silent customer: asked after, s',
  rest: 'The conversation rests after, seconds',
  silenceHelp: 'Empty: never',
  end: 'Rest is over after, seconds',
  textRest: 'A text thread rests after, seconds',
  textHelp: 'Nobody is asked; empty: it never rests',
  textEnd: 'A resting text thread is over after, seconds',
  mailRest: 'An email thread rests after, seconds',
  mailHelp: 'After an answer; empty: it never rests',
  mailEnd: 'A resting email thread is over after, seconds',
  declineReasons: 'Reasons to decline',
  dispositions: 'Dispositions',
  add: 'Add one',
  remove: (name: string) => `Remove ${name === '' ? 'the empty one' : name}`,
  calm: 'Takes effect at once.',
  strip: 'A silent customer',
  silence: { speaks: 'the agent writes', asked: 'is asked', rests: 'rests', over: 'over' },
} as const

export const person = {
  title: 'People',
  one: 'Person',
  fresh: 'New person',
  email: 'Address to sign in with',
  roles: 'Roles',
  site: 'Site',
  noSite: 'none',
  shift: 'Shift',
  noShift: 'none',
  team: 'Team',
  tier: 'Tier',
  limits: 'Load limits',
  noLimits: 'none: takes nothing',
  queues: (n: number) => `Queues that offer to them by name (${n})`,
  skills: 'Skills',
  skillsNone: 'No skill yet.',
  addSkill: 'Add a skill',
  takeOff: (skill: string) => `Remove ${skill}`,
  levelOf: (skill: string) => `Level of ${skill}`,
  calm: 'Takes effect at once.',
  none: 'nobody',
  leaves:
    'They can no longer sign in and leave all queues and teams. Their current work is requeued; records keep the name.',
  signIn: 'Sign-in',
  signsIn: 'They sign in with a password of their own.',
  signsInNot: 'They have no password yet and cannot sign in.',
  simulated: 'A simulated person: no one signs in as them.',
  signsInTwice: 'They sign in with a password of their own and an authenticator app.',
  dropFactor: 'Take off the app',
  dropFactorSure: (name: string) => `Take the authenticator app off ${name}?`,
  dropFactorNote:
    'For who has lost their telephone and their codes. They are signed out everywhere, and their password alone lets them in.',
  factorDropped: 'Taken off.',
  keepFactor: 'Keep it',
  makePassword: 'Make a new password',
  passwordFor: (name: string) => `A password for ${name}`,
  passwordOnce: 'It is shown only once. Sessions with an older password have ended.',
  copy: 'Copy',
  copied: 'Copied.',
  close: 'Close',
  may: {
    administrator: 'Administrators do everything supervisors do, and appoint administrators.',
    supervisor: 'Supervisors change the plan, steer Live and read records.',
    agent: 'Agents are offered work at their seat.',
    observer: 'Observers read Live, the plan and records, and change nothing.',
  } satisfies Record<Role, string>,
  offered: 'What they would be offered',
  offeredNone: 'No queue offers to them.',
  fromStart: 'from the start',
  from: (seconds: number) => `after ${seconds} s`,
  lacks: (skill: string, least: number, has: number) =>
    `not: ${skill} at level ${least} is required, they have ${has === 0 ? 'none' : has}`,
  notOffered: 'not: there is no room for it in their load limits',
  byTeam: (team: string) => `by ${team}`,
  ifGone: 'If they were away',
  goneFine: 'Every queue would still have somebody.',
  goneNobody: (queue: string) => `Nobody could serve ${queue}.`,
  oneLeft: (queue: string) => `Only one person could serve ${queue}.`,
  all: (n: number) => (n === 1 ? '1 person, as a table' : `All ${people(n)}`),
  back: 'Back to the plan',
  filter: 'Name, address, team …',
  shown: (n: number, all: number) => (n === all ? `${people(all)}.` : `${n} of ${people(all)}.`),
  export: 'Export as CSV',
  cards: 'Export as vCards',
  import: 'Import a file…',
  empty: 'No one matches.',
  columns: {
    name: 'Name',
    email: 'Address',
    roles: 'Roles',
    site: 'Site',
    team: 'Team',
    tier: 'Tier',
    limits: 'Load limits',
    shift: 'Shift',
    skills: 'Skills',
    queues: 'Queues',
    findings: 'To mend',
  },
} as const

/** What is said of any file of people or teams. */
export const fileWords = {
  unknown: (column: string, value: string) => `${column}: there is no “${value}”.`,
  unknownColumn: (value: string) => `no column is called “${value}”; it is left out.`,
  title: 'What this would change',
  faulty: (n: number) => `${count(n, 'place', 'places')} cannot be read; those rows change nothing:`,
  fault: (row: number, text: string) => `Row ${row}: ${text}`,
  fresh: (name: string) => `New: ${name}`,
  field: (column: string, from: string, to: string) => `${column}: ${from || 'nothing'} → ${to || 'nothing'}`,
  more: (n: number) => `and ${n.toLocaleString('en')} more`,
  leave: 'Cancel',
  publish: (n: number) => (n === 0 ? 'Nothing to publish' : `Publish ${count(n, 'change', 'changes')}`),
} as const

export const passwords = {
  open: 'Passwords',
  title: 'Passwords for the people shown',
  without: (n: number, all: number) =>
    n === 0
      ? all === 0
        ? 'Nobody shown signs in.'
        : `Everybody shown who signs in has a password (${people(all)}).`
      : `${count(n, 'person', 'people')} of ${all} shown who sign in ${n === 1 ? 'has' : 'have'} no password yet.`,
  anew: (n: number) =>
    n === 1
      ? 'Also for the one who has a password: where they are signed in, that ends'
      : `Also for the ${n} who have one: where they are signed in, that ends`,
  make: (n: number) => (n === 0 ? 'Make passwords' : `Make ${count(n, 'password', 'passwords')}`),
  progress: (n: number, all: number) => `${n} of ${count(all, 'password', 'passwords')} made …`,
  once: (n: number) =>
    n === 1
      ? 'It is shown only now. Copy it, or save it, before you close this.'
      : 'They are shown only now. Copy them, or save them, before you close this.',
  save: 'Save as CSV',
  columns: ['Name', 'Address', 'Password'],
} as const

export const personFile = {
  ...fileWords,
  noEmailColumn: 'there is no column “Email”, which identifies people.',
  noAddress: (value: string) => `Email: “${value}” is not an address.`,
  twice: (value: string) => `Email: ${value} also appears in an earlier row.`,
  noName: 'Name: it is empty.',
  noRole: 'Roles: name at least one.',
  noLevel: (value: string) => `Skills: “${value}” has no level 1 to 5. Write the level after the skill.`,
  noTier: (value: string) => `Tier: “${value}” is not a tier. Write 1 to 9, or nothing.`,
  sums: (fresh: number, changed: number, same: number) =>
    `${count(fresh, 'person is', 'people are')} new, ${changed} changed, ${same} unchanged. Nothing is published yet.`,
} as const

export const teamFile = {
  ...fileWords,
  noNameColumn: 'there is no column “Name”, which identifies teams.',
  noName: 'Name: it is empty.',
  twice: (name: string) => `Name: ${name} also appears in an earlier row.`,
  noChoice: (value: string) => `Private: “${value}” is neither yes nor no.`,
  sums: (fresh: number, changed: number, same: number) =>
    `${count(fresh, 'team is', 'teams are')} new, ${changed} changed, ${same} unchanged. Nothing is published yet.`,
} as const
