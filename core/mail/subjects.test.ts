import { answerTo, matterOf, shownSubjects } from './index.ts'

test('an answer says once that it is one', () => {
  expect(answerTo('My bag')).toBe('Re: My bag')
  expect(answerTo('RE: My bag')).toBe('RE: My bag')
})

test.each([
  ['My bag', 'My bag'],
  ['Re: Fwd: re:  My bag ', 'My bag'],
  ['Reading room', 'Reading room'],
  ['', ''],
])('“%s” is about “%s”', (subject, matter) => {
  expect(matterOf(subject)).toBe(matter)
})

test('a subject is shown where the matter is another than before', () => {
  const subjects = ['My bag', null, 'Re: My bag', 'A ticket', 'My bag']
  expect(shownSubjects(subjects.map((subject) => ({ subject })))).toEqual(['My bag', null, null, 'A ticket', 'My bag'])
})
