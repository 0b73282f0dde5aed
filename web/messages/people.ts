// Words of presence states, load limits, teams and the centre's own settings.
import type { RoomGap } from '@eudromos/core/capacity'
import type { Channel, PeopleFinding, StateLook } from '@eudromos/core/plan'
import { count } from './count.ts'

const people = (n: number): string => count(n, 'person', 'people')

export const channelNames: Record<Channel, string> = { voice: 'Calls', chat: 'Chats', sms: 'Texts' }
const oneOf: Record<Channel, string> = { voice: 'call', chat: 'chat', sms: 'text' }

const findings: Record<PeopleFinding['code'], (params: PeopleFinding['params']) => string> = {
  nameTaken: ({ name }) => `Name: another is called “${name}” already. Choose another name.`,
  nobodyCanBeReady: ({ channel }) =>
    `Channels: in no state that people can choose would ${channelNames[channel as Channel].toLowerCase()} come. Let one admit them.`,
  admitsNothing: () =>
    'Nothing comes in this state, however long it lasts. Give it longest minutes, so that somebody is told.',
  neverFits: ({ channel, needs, slots }) =>
    `A ${oneOf[channel as Channel]} can never be taken: it needs ${needs} slots, and there are ${slots}. Give it fewer, or more slots in all.`,
  takesNothing: () => 'Nobody with these limits can take anything. Allow at least one of some channel.',
  usedByNobody: () => 'Nobody goes by these limits yet.',
  parentInACircle: () => 'Part of: a team cannot be part of itself, nor of one below it. Choose another.',
  nobodyInTeam: () => 'Nobody is in this team yet.',
  leadIsGone: () => 'The lead is no longer among the people. Choose another.',
}

export const peopleFindingText = ({ code, params }: PeopleFinding): string => findings[code](params)

export const presence = {
  title: 'Presence',
  one: 'Presence state',
  fresh: 'New presence state',
  admits: 'What comes in it',
  admitsNothing: 'Nothing comes in it.',
  most: 'Longest minutes',
  mostHelp: 'Empty: no matter how long. Beyond it the headline names them',
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
  none: 'they are set Offline',
  preview: 'How it looks',
} as const

export const limits = {
  title: 'Load limits',
  one: 'Load limits',
  fresh: 'New load limits',
  slots: 'Slots in all',
  channel: 'Channel',
  needs: 'Slots of one',
  most: 'Most at once',
  alone: 'Wants them alone',
  beside: 'But beside',
  people: (n: number) => `${people(n)} with these limits`,
  calm: (n: number) => `${people(n)} ${n === 1 ? 'goes' : 'go'} by it.`,
  none: 'None: they take nothing',
  try: 'Try a combination',
  tryHelp: 'Put together what one person would have at the same time.',
  add: (channel: Channel) => `Add a ${oneOf[channel]}`,
  drop: (channel: Channel) => `Take off a ${oneOf[channel]}`,
  counted: (channel: Channel, n: number) => count(n, oneOf[channel], `${oneOf[channel]}s`),
  fits: (channel: Channel) => `One more ${oneOf[channel]} fits.`,
  gap: (channel: Channel, gap: RoomGap) => {
    switch (gap.code) {
      case 'noLimits':
        return `No ${oneOf[channel]}: there are no limits.`
      case 'slots':
        return `No ${oneOf[channel]} more: it needs ${count(gap.needs, 'slot', 'slots')}, ${gap.free} free.`
      case 'most':
        return gap.most === 0
          ? `No ${oneOf[channel]}s at all.`
          : `No ${oneOf[channel]} more: at most ${gap.most} at once.`
      case 'alone':
        return gap.wants === 'carried'
          ? `No ${oneOf[channel]} beside a ${oneOf[gap.beside]}, which wants them alone.`
          : `No ${oneOf[channel]} beside a ${oneOf[gap.beside]}: it wants them alone.`
    }
  },
  ring: (taken: number, slots: number) => `${taken} of ${slots} slots taken`,
} as const

export const team = {
  title: 'Teams',
  one: 'Team',
  fresh: 'New team',
  description: 'What everybody may read',
  notes: 'Notes for the team alone',
  parent: 'Part of',
  noParent: 'no other team',
  lead: 'Lead',
  noLead: 'nobody',
  private: 'Private: its work is seen by its people, its lead and its observers only',
  observers: 'Observers',
  members: (n: number) => `${people(n)} in it`,
  tier: 'Tier',
  noTier: 'none',
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
  moving: (names: readonly string[]) => `They leave another team for this one: ${names.join(', ')}.`,
} as const

export const centre = {
  title: 'The centre',
  open: 'Settings and lists',
  one: 'The centre',
  order: 'Who goes first',
  orders: { lateness: 'the relatively latest', oldestFirst: 'plainly the oldest' },
  defaultTarget: 'Target of a queue without one, seconds',
  retry: 'Refused by all: anew after, seconds',
  agentGrace: 'Agent gone: work kept for, seconds',
  customerGrace: 'Customer gone: given up after, s',
  wish: 'Waits for one person alone for, seconds',
  wishHelp: 'After a transfer to a person, and when a resting conversation goes on',
  transferPriority: 'Priority of transfers',
  transferHelp: 'Empty: as before. 1 lowest, 10 highest',
  longestWrapUp: 'Longest wrap-up, seconds',
  ask: 'Silent customer: asked after, s',
  rest: 'The conversation rests after, seconds',
  silenceHelp: 'Empty: never',
  end: 'Rest is over after, seconds',
  declineReasons: 'Reasons to decline',
  dispositions: 'Dispositions',
  add: 'Add one',
  remove: (name: string) => `Take off ${name === '' ? 'the empty one' : name}`,
  calm: 'Takes effect at once.',
  strip: 'A silent customer',
  silence: { speaks: 'the agent writes', asked: 'is asked', rests: 'rests', over: 'over' },
} as const
