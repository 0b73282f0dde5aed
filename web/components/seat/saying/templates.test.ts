import { madeInteraction, madePerson, madePlanQueue, madeView } from '../../../view/testing/index.ts'
import { blankIn, templatesOf } from './templates.ts'

const view = {
  ...madeView({
    queues: [madePlanQueue('q1', ['ana'])],
    people: [madePerson('ana', { name: 'Ana Mirel', teamId: 'night' })],
  }),
  agentId: 'ana',
}
const withPlan = {
  ...view,
  plan: view.plan && {
    ...view.plan,
    teams: [
      { id: 'care', name: 'Care', parentId: null },
      { id: 'night', name: 'Night', parentId: 'care' },
    ],
    templates: [
      { id: 't1', name: 'Hello', text: 'Hello {customer}, {agent} of {centre} about {queue}', teamIds: [] },
      { id: 't2', name: 'Care', text: 'We help on board', teamIds: ['care'] },
      { id: 't3', name: 'Freight', text: 'The load list', teamIds: ['freight'] },
    ],
  },
}
const texts = (customerName: string, words = ''): string[] =>
  templatesOf(madeInteraction('i1', 'q1', 0, { customerName }), withPlan)(words).map(({ text }) => text)

test('one finds one’s own templates, filled in for the conversation', () => {
  expect(texts('Orla Finch')).toEqual(['We help on board', 'Hello Orla, Ana of c about Queue 1'])
  expect(texts('Orla Finch', 'hello')).toHaveLength(1)
})

test('whoever is known by a number alone is left to be named', () => {
  const [, hello = ''] = texts('+44 20 7946 0100')
  expect(blankIn(hello)).toBe('{customer}')
  expect(blankIn('Hello')).toBeNull()
})
