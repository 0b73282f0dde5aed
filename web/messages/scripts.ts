// Call scripts: in the plan, at the seat and in the record.
import { fill, words } from './words.ts'

export const script = words({
  title: 'Call scripts',
  one: 'Call script',
  fresh: 'New call script',
  calm: (queues: readonly string[]) =>
    fill('{n, plural, =0 {No queue uses it.} other {Followed in {queues}.}}', {
      n: queues.length,
      queues: queues.join(', '),
    }),
  none: 'No script',
  removeNote: (queues: readonly string[]) =>
    fill(
      '{n, plural, =0 {} one {{queues} then has none. } other {{queues} then have none. }}Answers that were given stay in their records.',
      { n: queues.length, queues: queues.join(', ') },
    ),
  // Steps.
  steps: 'Steps',
  step: (n: number) => fill('Step {n}', { n }),
  stepTitle: 'Title',
  say: 'Say',
  sayHelp: '{customer}, {agent}, {queue} and {centre} are filled in.',
  asks: 'Asks for',
  asking: { nothing: 'nothing', words: 'words', choice: 'a choice' },
  question: 'Question',
  questionHelp: 'The answer is recorded under it.',
  answer: (n: number) => fill('Answer {n}', { n }),
  goesOn: 'Goes on',
  ways: { next: 'with the next step', end: 'nowhere: the script ends' },
  toStep: (n: number, title: string) => fill('at {n} {title}', { n, title }),
  addStep: 'Add a step',
  addAnswer: 'Add an answer',
  removeStep: (n: number) => fill('Remove step {n}', { n }),
  removeAnswer: (n: number) => fill('Remove answer {n}', { n }),
  up: (n: number) => fill('Move step {n} up', { n }),
  down: (n: number) => fill('Move step {n} down', { n }),
  newStep: 'New step',
  yes: 'Yes',
  no: 'No',
  // Effects.
  map: 'The way through',
  ends: 'ends',
  leadsTo: (n: number) => `→ ${n}`,
  unreached: 'not reached',
  tryIt: 'Try it',
  tryHelp: 'As the agent sees it. Nothing is recorded.',
  again: 'Begin again',
  sample: { customer: 'Orla', agent: 'Ana', queue: 'Today’s sailings' },
  // In a queue.
  field: 'Call script',
  fieldHelp: 'Its agents follow it in calls.',
  noScript: 'None',
  // At the seat.
  next: 'Next',
  keep: 'Save and continue',
  done: 'The script is finished.',
  change: (question: string) => fill('Change: {question}', { question }),
  changeShort: 'Change',
  see: 'See',
  walked: 'So far',
  of: (name: string) => fill('Script: {name}', { name }),
  earlier: (name: string) => fill('Answered before, by “{name}”', { name }),
  // In the record.
  inRecord: 'Call script',
} as const)
