// Reply templates, in the plan and at the seat.
import { count } from './count.ts'

export const template = {
  title: 'Reply templates',
  one: 'Reply template',
  fresh: 'New reply template',
  text: 'Text',
  textHelp:
    '{customer}, {agent}, {queue} and {centre} are filled in. Any other words in braces, such as {sailing}, the agent fills in.',
  teams: 'Whose',
  everybody: 'Everybody',
  teamsHelp: 'Empty: everybody. Includes the teams below.',
  calm: (teams: number) => (teams === 0 ? 'Everybody has it.' : `${count(teams, 'team has', 'teams have')} it.`),
  none: 'None',
  removeNote: 'It can no longer be found. Text written with it stays.',
  shown: 'What the agent gets',
  left: (fields: string) => `Left to the agent: ${fields}.`,
  find: 'How it is found',
  findHelp: (name: string) =>
    `At the seat: type / and some of its words, such as “/${name.split(' ')[0]?.toLowerCase() ?? ''}”.`,
  sample: { customer: 'Orla', agent: 'Ana', queue: 'Today’s sailings' },
  // At the seat.
  hint: '/ finds a template',
  longHint: 'Ctrl Enter sends · / finds a template',
  list: 'Reply templates',
  nothing: 'No template matches.',
  keys: (n: number) => `${count(n, 'template', 'templates')}: arrows choose, Enter takes it, Escape closes the list.`,
  fill: (field: string) => `Fill in ${field} first.`,
} as const

export const wrapUpOf = {
  dispositions: 'Dispositions',
  all: 'All of the centre’s',
  help: 'Empty: all of the centre’s.',
  required: 'One must be chosen to finish by hand',
  missing: 'Choose a disposition: this queue requires one.',
  mood: 'Customer’s mood',
  moods: { pleased: 'pleased', calm: 'calm', upset: 'upset' },
} as const
