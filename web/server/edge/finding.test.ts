import { findHeaders } from '../../view/finding.ts'
import { ProblemError } from './problem.ts'
import { askedWith, inForm } from './reading.ts'

const asked = (address: string, headers: Record<string, string> = {}): string =>
  askedWith({ url: `http://localhost${address}`, headers: new Headers(headers) }, 'find').toString()
const codeOf = (ask: () => unknown): string => {
  try {
    ask()
    return 'read'
  } catch (error) {
    return error instanceof ProblemError ? error.problem.code : String(error)
  }
}

test('words by which somebody is found come in a header, whatever an address says', () => {
  expect(asked('/api/records?page=2&find=Ines')).toBe('page=2')
  const words = 'Înes & co, 100 %'
  expect(new URLSearchParams(asked('/api/records?page=2&find=Ines', findHeaders(words))).get('find')).toBe(words)
  expect(asked('/api/records', findHeaders(''))).toBe('')
})

test('or in a form', () => {
  expect(inForm(Buffer.from('other=1&find=%C3%8Enes+%26+co'), 'find')).toBe('Înes & co')
  expect(inForm(Buffer.from('{}'), 'find')).toBe('')
})

test('what no text can have is refused', () => {
  for (const said of ['%', '%00', '%E0%A4%A'])
    expect(codeOf(() => asked('/api/records', { 'eudromos-find': said }))).toBe('notText')
  expect(codeOf(() => inForm(Buffer.from('find=%00'), 'find'))).toBe('notText')
})
