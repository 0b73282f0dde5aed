import { blanksOf, checkTemplate, filled, templatesFor, type PlanDocument, type ReplyTemplate } from './index.ts'

const template = (id: string, text: string, teamIds: readonly string[] = []): ReplyTemplate => ({
  id,
  name: `Template ${id}`,
  text,
  teamIds,
})
const team = (id: string, parentId: string | null = null) => ({ id, parentId })
const teams = [team('desk'), team('freight', 'desk'), team('care')]
const templates = [
  template('b', 'Your crossing is moved'),
  template('a', 'Papers for a trailer', ['desk']),
  template('c', 'Help on board', ['care']),
]
const ids = (teamId: string | null, words?: string): string[] =>
  templatesFor({ templates, teams }, teamId, words).map(({ id }) => id)

test('known fields are filled in, whatever their case; others stay for the agent', () => {
  const text = 'Hello {customer}, this is {Agent}: the {sailing} leaves from {pier no 2}. {}'
  const now = filled(text, { customer: 'Orla', agent: 'Ana' })
  expect(now).toBe('Hello Orla, this is Ana: the {sailing} leaves from {pier no 2}. {}')
  expect(blanksOf(now)).toEqual([
    { at: 29, field: '{sailing}' },
    { at: 51, field: '{pier no 2}' },
  ])
  expect(blanksOf('nothing { to fill }}')).toEqual([])
})

test('what a customer is called is text, not a field again', () => {
  expect(filled('Hello {customer}', { customer: '{agent} $& $1', agent: 'Ana' })).toBe('Hello {agent} $& $1')
})

test('one has what everybody has, and what one’s team and those above it have', () => {
  expect(ids('freight')).toEqual(['a', 'b'])
  expect(ids('care')).toEqual(['b', 'c'])
  expect(ids(null)).toEqual(['b'])
})

test('all the words have to stand in it, in its name or its text', () => {
  expect(ids('freight', 'TRAILER pap')).toEqual(['a'])
  expect(ids('freight', 'template b')).toEqual(['b'])
  expect(ids('freight', 'trailer moved')).toEqual([])
})

test('a name is had once, and a team that is gone is told', () => {
  const plan = { templates, teams: teams.map((one) => ({ ...one, name: one.id })) } as unknown as PlanDocument
  const codes = (one: ReplyTemplate): string[] => checkTemplate(one, plan).map(({ code }) => code)
  expect(codes({ ...template('x', 'text'), name: 'template A ' })).toEqual(['nameTaken'])
  expect(codes(template('x', 'text', ['desk', 'gone']))).toEqual(['teamGone'])
})
