import fc from 'fast-check'
import { inPages, plain } from './pages.ts'

jest.mock('server-only', () => ({}))

test('a file holds every row once, in order, with one beginning, however long the pages are', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(fc.nat(9)), fc.integer({ min: 1, max: 5 }), async (all, size) => {
      const asked: number[] = []
      const file = inPages(
        size,
        ({ offset, limit }) => {
          asked.push(offset)
          return Promise.resolve(all.slice(offset, offset + limit))
        },
        (rows, first) => `${first ? 'begin ' : ''}${rows.join('')}`,
      )
      expect(await new Response(file).text()).toBe(`begin ${all.join('')}`)
      expect(asked).toEqual([...new Set(asked)])
    }),
  )
})

test('what goes wrong while it is read ends the file', async () => {
  const file = inPages(1, () => Promise.reject(new Error('gone')), String)
  await expect(new Response(file).text()).rejects.toThrow('gone')
})

test.each(['=1+1', '+49 30', '-2', '@sum', '\tx', '\rx'])('%j is no formula', (text) => {
  expect(plain(text)).toBe(`'${text}`)
  expect(plain(`a${text}`)).toBe(`a${text}`)
})
