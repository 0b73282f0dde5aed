// The scenario's reply templates.
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
