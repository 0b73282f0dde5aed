import fc from 'fast-check'
import { inPages, plain } from './pages.ts'

jest.mock('server-only', () => ({}))

test('a file holds every row once, in order, with one beginning, however long the pages are', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(fc.array(fc.nat(9))), async (pages) => {
      const asked: number[] = []
      async function* read(): AsyncGenerator<readonly number[]> {
        for (const [n, page] of pages.entries()) {
          asked.push(n)
          yield await Promise.resolve(page)
        }
      }
      const file = inPages(read(), (rows, first) => `${first ? 'begin ' : ''}${rows.join('')}`)
      const text = pages.length === 0 ? '' : `begin ${pages.flat().join('')}`
      expect(await new Response(file).text()).toBe(text)
      expect(asked).toEqual(pages.map((_, n) => n))
    }),
  )
})

test('what goes wrong while it is read ends the file, and who wants no more of it ends the reading', async () => {
  let ended = false
  async function* read(): AsyncGenerator<readonly number[]> {
    try {
      yield await Promise.resolve([1])
      throw new Error('gone')
    } finally {
      ended = true
    }
  }
  await expect(new Response(inPages(read(), String)).text()).rejects.toThrow('gone')
  ended = false
  const reader = inPages(read(), String).getReader()
  await reader.read()
  await reader.cancel()
  expect(ended).toBe(true)
})

test.each(['=1+1', '+49 30', '-2', '@sum', '\tx', '\rx'])('%j is no formula', (text) => {
  expect(plain(text)).toBe(`'${text}`)
  expect(plain(`a${text}`)).toBe(`a${text}`)
})
