// Reply templates, in the plan and at the seat.
import { fill, words } from './words.ts'

export const template = words({
  title: 'Reply templates',
  one: 'Reply template',
  fresh: 'New reply template',
  text: 'Text',
  textHelp:
    '{customer}, {agent}, {queue} and {centre} are filled in. Any other words in braces, such as {sailing}, the agent fills in.',
  teams: 'Whose',
  everybody: 'Everybody',
  teamsHelp: 'Empty: everybody. Includes the teams below.',
  calm: (teams: number) =>
    fill('{teams, plural, =0 {Everybody has it.} one {# team has it.} other {# teams have it.}}', { teams }),
  none: 'None',
  removeNote: 'It can no longer be found. Text written with it stays.',
  shown: 'What the agent gets',
  left: (fields: string) => fill('Left to the agent: {fields}.', { fields }),
  find: 'How it is found',
  findHelp: (name: string) =>
    fill('At the seat: type / and some of its words, such as “/{name}”.', {
      name: name.split(' ')[0]?.toLowerCase() ?? '',
    }),
  sample: { customer: 'Orla', agent: 'Ana', queue: 'Today’s sailings' },
  // At the seat.
  hint: '/ finds a template',
  longHint: 'Ctrl Enter sends · / finds a template',
  list: 'Reply templates',
  nothing: 'No template matches.',
  keys: (n: number) =>
    fill('{n, plural, one {# template} other {# templates}}: arrows choose, Enter takes it, Escape closes the list.', {
      n,
    }),
  fill: (field: string) => fill('Fill in {field} first.', { field }),
} as const)

export const wrapUpOf = words({
  dispositions: 'Dispositions',
  all: 'All of the centre’s',
  help: 'Empty: all of the centre’s.',
  required: 'One must be chosen to finish by hand',
  missing: 'Choose a disposition: this queue requires one.',
  mood: 'Customer’s mood',
  moods: { pleased: 'pleased', calm: 'calm', upset: 'upset' },
} as const)
