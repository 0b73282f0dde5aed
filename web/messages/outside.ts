// Words of the simulated devices of customers.
import { fill, words } from './words.ts'

export const outside = words({
  title: 'Outside',
  intro: 'Simulated devices of customers. What they do reaches the centre as the real thing would.',
  site: 'Chat site',
  siteText: 'The customers’ page with its chat box, as a customer sees it.',
  plainSite: 'This page stands for your own site. Customers find the chat box on it.',
  open: 'Open',
  beside: 'Customer beside a seat',
  besideText: 'A customer’s chat box and an agent’s seat in one window, to try a queue out.',
  traffic: 'Traffic',
  trafficText: 'Made-up customers who call, chat, text or write email, and simulated agents who answer, from a seed.',
  chatsPerMinute: 'Conversations a minute',
  callPercent: 'By telephone, percent',
  textPercent: 'By text, percent',
  mailPercent: 'By email, percent',
  agents: 'Simulated agents',
  handleSeconds: 'Conversation length, seconds',
  seed: 'Seed',
  moods: 'How the day goes',
  moodNames: { quiet: 'Quiet morning', rush: 'Monday rush', storm: 'Storm' },
  moodOn: (name: string) => fill('{name} (running)', { name }),
  moodTexts: {
    quiet: 'Eight a minute, patient, about everything. All should be well.',
    rush: 'Thirty a minute, in waves of eight minutes. Watch the targets, and bring back who is on break.',
    storm:
      'Within a minute three times as many, impatient, all about today’s sailings. It passes when you lend that queue people of the others, or move who waits.',
  },
  orBy: 'Or at a steady rate:',
  start: 'Start traffic',
  restart: 'Start again with these',
  stop: 'Stop traffic',
  running: (begun: number, agents: number, underWay: number) =>
    fill(
      'Running: {begun, plural, one {# conversation} other {# conversations}} begun, {agents} simulated agents connected, {underWay} under way.',
      { begun, agents, underWay },
    ),
  stopped: 'No traffic is running.',
  commandLine:
    'From the command line: npm run -s eudromos -- traffic start --mood storm, or --rate 8 --agents 16 --seed 1',
  agent: 'Agent whose seat to use',
  chooseAgent: 'Choose an agent',
  chooseFirst: 'Choose an agent, and their seat opens here. You act in their name, which is recorded.',
  offeredTo: (name: string) => fill('This chat is offered to {name}.', { name }),
  isWith: (name: string) => fill('This chat is with {name}.', { name }),
  waits: 'This chat waits: nobody could be offered it.',
  why: 'Why',
  asCustomer: 'Write as',
  anybody: 'anybody',
} as const)
