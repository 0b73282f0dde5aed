// The scenario's reply templates and call scripts.
import type { PlanDocument } from '../../core/plan/index.ts'

type Template = PlanDocument['templates'][number]

const template = (id: string, name: string, text: string, teamIds: readonly string[] = []): Template => ({
  id,
  name,
  text,
  teamIds,
})

export const templates: readonly Template[] = [
  template('hello', 'Hello', 'Hello {customer}, this is {agent} of {centre}. How can I help?'),
  template(
    'cancelled',
    'Sailing cancelled',
    'I am sorry, {customer}: the {sailing} does not run today because of the weather. I can move you to the next crossing at no charge. Shall I?',
  ),
  template('moved', 'Booking moved', 'Done: you are booked on the {sailing}. Your booking number stays the same.'),
  template('pier', 'Which pier', 'The {sailing} leaves from pier {pier}. Please be there 40 minutes before.'),
  template(
    'papers',
    'Papers for freight',
    'For a trailer we need the registration, the weight and the load list. You can send them here as a file.',
    ['freight-desk'],
  ),
  template('bye', 'Goodbye', 'Thank you, {customer}. Have a good crossing.'),
]

type Script = PlanDocument['scripts'][number]
type Step = Script['steps'][number]

const step = (id: string, title: string, say: string, rest: Partial<Step> = {}): Step => ({
  id,
  title,
  say,
  asks: 'nothing',
  question: '',
  answers: [],
  to: 'next',
  ...rest,
})

export const scripts: readonly Script[] = [
  {
    id: 'late-sailing',
    name: 'A sailing is late',
    steps: [
      step('hello', 'Greeting', 'Skerrow Ferries, this is {agent}. Good to have you on the line, {customer}.'),
      step('which', 'Which sailing', 'Let me see what I have on it. Which sailing is it?', {
        asks: 'words',
        question: 'Which sailing is it about?',
      }),
      step('still', 'Still travelling', 'It leaves later than planned. You can wait for it, or take another one.', {
        asks: 'choice',
        question: 'What would the customer like?',
        answers: [
          { text: 'Wait for it', to: 'where' },
          { text: 'Another sailing', to: 'next' },
          { text: 'Money back', to: 'back' },
        ],
      }),
      step('other', 'Another sailing', 'I can move you free of charge. Which one suits you?', {
        asks: 'words',
        question: 'Moved to which sailing?',
        to: 'where',
      }),
      step('back', 'Money back', 'It goes back to the card that you paid with, within seven days.', { to: 'bye' }),
      step('where', 'Where to be', 'Please be at the pier 40 minutes before. We text you if it changes again.'),
      step('bye', 'Goodbye', 'Thank you for your patience, {customer}.', {
        asks: 'choice',
        question: 'Is anything left to do?',
        answers: [
          { text: 'Nothing', to: 'end' },
          { text: 'Somebody calls back', to: 'end' },
        ],
      }),
    ],
  },
]
