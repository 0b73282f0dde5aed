// Words of presence states, load limits, teams and the centre's own settings.
import type { RoomGap } from '@eudromos/core/capacity'
import type { Channel, Role, StateLook } from '@eudromos/core/plan'
import { aOf, channelWords, oneOf } from './channels.ts'
import { someOf } from './rota.ts'
import { fill, words } from './words.ts'

export const reach = words({
  team: (name: string, tier: number | null) =>
    fill('{tier, select, null {{name}} other {{name}, tier {tier}}}', { tier, name }),
  teams: 'Teams',
  people: 'People',
  gone: 'a team that is gone',
} as const)

export const presence = words({
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
  now: (n: number) =>
    fill('{n, plural, =0 {Nobody is in it now.} one {# person in it now.} other {# people in it now.}}', { n }),
  over: (names: readonly string[], minutes: number) =>
    fill('Longer than {minutes} min already: {names}.', { minutes, names: someOf(names, 5) }),
  mayChoose: (n: number) => fill('{n, plural, one {# person} other {# people}} may choose it.', { n }),
  inUse: (n: number) =>
    fill(
      'Instead: {n, plural, one {# person is} other {# people are}} in this state. Choose the state that they are in from then on.',
      { n },
    ),
  gone: (before: string, now: string) =>
    fill('“{before}” is no longer in the plan. You are in {now} now.', { before, now }),
  preview: 'How it looks',
} as const)

export const limits = words({
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
  people: (n: number) => fill('{n, plural, one {# person} other {# people}} with these limits', { n }),
  calm: (n: number) => fill('{n, plural, one {# person has} other {# people have}} them.', { n }),
  none: 'None: they take nothing',
  try: 'Try a combination',
  tryHelp: 'Put together what one person would have at the same time.',
  add: (channel: Channel) => fill('Add {one}', { one: aOf(channel) }),
  drop: (channel: Channel) => fill('Remove {one}', { one: aOf(channel) }),
  counted: (channel: Channel, n: number) => channelWords[channel].counted(n),
  fits: (channel: Channel) => fill('One more {channel} fits.', { channel: oneOf(channel) }),
  gap: (channel: Channel, gap: RoomGap) => {
    switch (gap.code) {
      case 'noLimits':
        return fill('No {channel}: there are no limits.', { channel: oneOf(channel) })
      case 'slots':
        return fill('No {channel} more: it needs {needs, plural, one {# slot} other {# slots}}, {free} free.', {
          channel: oneOf(channel),
          needs: gap.needs,
          free: gap.free,
        })
      case 'most':
        return fill('{most, plural, =0 {No {channel}s at all.} other {No {channel} more: at most {most} at once.}}', {
          most: gap.most,
          channel: oneOf(channel),
        })
      case 'alone':
        return fill(
          '{wants, select, carried {No {channel} beside a {beside}, which takes the agent alone.} other {No {channel} beside a {beside}: it takes the agent alone.}}',
          { wants: gap.wants, channel: oneOf(channel), beside: oneOf(gap.beside) },
        )
      case 'otherCustomer':
        return fill('No {channel} beside a {beside} of another customer.', {
          channel: oneOf(channel),
          beside: oneOf(gap.beside),
        })
    }
  },
  ring: (taken: number, slots: number) =>
    fill('{taken} of {slots, plural, one {# slot} other {# slots}} taken', { taken, slots }),
} as const)

export const team = words({
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
  members: (n: number) => fill('{n, plural, one {# person} other {# people}} in it', { n }),
  tier: 'Tier',
  noTier: 'none',
  findMember: 'Find by name',
  firstOf: (most: number, all: number) =>
    fill('The first {most} of {all, number}: type a name to find others.', { most, all }),
  tierOf: (name: string) => fill('Tier of {name}', { name }),
  calm: (n: number) => fill('{n, plural, one {# person} other {# people}} in it.', { n }),
  none: 'no team',
  sees: (n: number) =>
    fill('{n, plural, one {# person} other {# people}} of those who supervise or observe could see its work.', { n }),
  hidden: (names: readonly string[]) => fill('Hidden from {names}.', { names: names.join(', ') }),
  open: 'Everybody who supervises or observes sees its work.',
  serves: 'Serves',
  alone: (name: string) => fill('{name}, which nobody else serves', { name }),
  servesNone: 'No queue offers to anybody of it.',
  tiers: 'By tier',
  tierLine: (tier: number | null, n: number) =>
    fill('{tier, select, null {without a tier} other {tier {tier}}}: {n, plural, one {# person} other {# people}}', {
      tier,
      n,
    }),
  all: (n: number) => fill('{n, plural, =0 {Teams, as a table} one {1 team, as a table} other {All # teams}}', { n }),
  back: 'Back to the plan',
  shown: (n: number, all: number) =>
    n === all
      ? fill('{all, plural, one {# team} other {# teams}}.', { all })
      : fill('{n} of {all, plural, one {# team} other {# teams}}.', { n, all }),
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
  moving: (names: readonly string[]) =>
    fill('They leave another team for this one: {names}.', { names: names.join(', ') }),
} as const)

export const centre = words({
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
  remove: (name: string) => fill('Remove {name}', { name: name === '' ? fill('the empty one') : name }),
  calm: 'Takes effect at once.',
  strip: 'A silent customer',
  silence: { speaks: 'the agent writes', asked: 'is asked', rests: 'rests', over: 'over' },
} as const)

export const person = words({
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
  queues: (n: number) => fill('Queues that offer to them by name ({n})', { n }),
  skills: 'Skills',
  skillsNone: 'No skill yet.',
  addSkill: 'Add a skill',
  takeOff: (skill: string) => fill('Remove {skill}', { skill }),
  levelOf: (skill: string) => fill('Level of {skill}', { skill }),
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
  dropFactorSure: (name: string) => fill('Take the authenticator app off {name}?', { name }),
  dropFactorNote:
    'For who has lost their telephone and their codes. They are signed out everywhere, and their password alone lets them in.',
  factorDropped: 'Taken off.',
  keepFactor: 'Keep it',
  makePassword: 'Make a new password',
  passwordFor: (name: string) => fill('A password for {name}', { name }),
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
  from: (seconds: number) => fill('after {seconds} s', { seconds }),
  lacks: (skill: string, least: number, has: number) =>
    fill('not: {skill} at level {least} is required, they have {has, plural, =0 {none} other {{has}}}', {
      skill,
      least,
      has,
    }),
  notOffered: 'not: there is no room for it in their load limits',
  byTeam: (team: string) => fill('by {team}', { team }),
  ifGone: 'If they were away',
  goneFine: 'Every queue would still have somebody.',
  goneNobody: (queue: string) => fill('Nobody could serve {queue}.', { queue }),
  oneLeft: (queue: string) => fill('Only one person could serve {queue}.', { queue }),
  all: (n: number) => fill('{n, plural, one {1 person, as a table} other {All # people}}', { n }),
  back: 'Back to the plan',
  filter: 'Name, address, team …',
  shown: (n: number, all: number) =>
    n === all
      ? fill('{all, plural, one {# person} other {# people}}.', { all })
      : fill('{n} of {all, plural, one {# person} other {# people}}.', { n, all }),
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
} as const)

/** What is said of any file of people or teams. */
export const fileWords = words({
  unknown: (column: string, value: string) => fill('{column}: there is no “{value}”.', { column, value }),
  unknownColumn: (value: string) => fill('no column is called “{value}”; it is left out.', { value }),
  title: 'What this would change',
  faulty: (n: number) =>
    fill('{n, plural, one {# place} other {# places}} cannot be read; those rows change nothing:', { n }),
  fault: (row: number, text: string) => fill('Row {row}: {text}', { row, text }),
  fresh: (name: string) => fill('New: {name}', { name }),
  field: (column: string, from: string, to: string) =>
    `${column}: ${from || fill('nothing')} → ${to || fill('nothing')}`,
  more: (n: number) => fill('and {n, number} more', { n }),
  leave: 'Cancel',
  publish: (n: number) =>
    fill('{n, plural, =0 {Nothing to publish} one {Publish # change} other {Publish # changes}}', { n }),
} as const)

export const passwords = words({
  open: 'Passwords',
  title: 'Passwords for the people shown',
  without: (n: number, all: number) =>
    fill(
      '{n, plural, =0 {{all, plural, =0 {Nobody shown signs in.} one {Everybody shown who signs in has a password (# person).} other {Everybody shown who signs in has a password (# people).}}} one {# person of {all} shown who sign in has no password yet.} other {# people of {all} shown who sign in have no password yet.}}',
      { n, all },
    ),
  anew: (n: number) =>
    fill(
      '{n, plural, one {Also for the one who has a password: where they are signed in, that ends} other {Also for the {n} who have one: where they are signed in, that ends}}',
      { n },
    ),
  make: (n: number) => fill('{n, plural, =0 {Make passwords} one {Make # password} other {Make # passwords}}', { n }),
  progress: (n: number, all: number) =>
    fill('{n} of {all, plural, one {# password} other {# passwords}} made …', { n, all }),
  once: (n: number) =>
    fill(
      '{n, plural, one {It is shown only now. Copy it, or save it, before you close this.} other {They are shown only now. Copy them, or save them, before you close this.}}',
      { n },
    ),
  save: 'Save as CSV',
  columns: ['Name', 'Address', 'Password'],
} as const)

export const personFile = words({
  ...fileWords,
  noEmailColumn: 'there is no column “Email”, which identifies people.',
  noAddress: (value: string) => fill('Email: “{value}” is not an address.', { value }),
  twice: (value: string) => fill('Email: {value} also appears in an earlier row.', { value }),
  noName: 'Name: it is empty.',
  noRole: 'Roles: name at least one.',
  noLevel: (value: string) =>
    fill('Skills: “{value}” has no level 1 to 5. Write the level after the skill.', { value }),
  noTier: (value: string) => fill('Tier: “{value}” is not a tier. Write 1 to 9, or nothing.', { value }),
  sums: (fresh: number, changed: number, same: number) =>
    fill(
      '{fresh, plural, one {# person is} other {# people are}} new, {changed} changed, {same} unchanged. Nothing is published yet.',
      { fresh, changed, same },
    ),
} as const)

export const teamFile = words({
  ...fileWords,
  noNameColumn: 'there is no column “Name”, which identifies teams.',
  noName: 'Name: it is empty.',
  twice: (name: string) => fill('Name: {name} also appears in an earlier row.', { name }),
  noChoice: (value: string) => fill('Private: “{value}” is neither yes nor no.', { value }),
  sums: (fresh: number, changed: number, same: number) =>
    fill(
      '{fresh, plural, one {# team is} other {# teams are}} new, {changed} changed, {same} unchanged. Nothing is published yet.',
      { fresh, changed, same },
    ),
} as const)
