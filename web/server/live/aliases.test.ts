import { aliasOf, personOf } from './aliases.ts'

jest.mock('server-only', () => ({}))

beforeAll(() => {
  process.env.EUDROMOS_SECRET = 'a secret of this test'
})

test('a person goes by another name in each call, which tells nothing of who they are', () => {
  const [one, two] = [aliasOf('call 1', 'rosalind'), aliasOf('call 2', 'rosalind')]
  expect(one).toMatch(/^[0-9a-f]{24}$/)
  expect(one).not.toBe(two)
  expect(one).not.toBe(aliasOf('call 1', 'ana'))
  expect(personOf('call 1', one, ['ana', 'rosalind'])).toBe('rosalind')
  expect(personOf('call 1', two, ['ana', 'rosalind'])).toBeNull()
  expect(personOf('call 1', 'rosalind', ['ana', 'rosalind'])).toBeNull()
})
