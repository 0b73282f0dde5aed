import { inPages, inParts } from './parts.ts'

test.each([0, 1, 1999, 2000, 2001, 4000, 4500])('%d rows come in pages, each once and in order', async (many) => {
  const rows = Array.from({ length: many }, (_, n) => n)
  const asked: number[] = []
  const all = await inPages((limit, offset) => {
    asked.push(offset)
    return Promise.resolve(rows.slice(offset, offset + limit))
  })
  expect(all).toEqual(rows)
  // What is left out after a page that is full is asked for, and nothing after one that is not.
  expect(asked).toHaveLength(Math.floor(many / 2000) + 1)
})

test('parts are what they were made of', () => {
  expect([...inParts([1, 2, 3, 4, 5], 2)]).toEqual([[1, 2], [3, 4], [5]])
})
