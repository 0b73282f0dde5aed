import fc from 'fast-check'
import { allowedTurnMs, turnShare } from '../testing/turn.ts'
import { inTurns, jsonInTurns } from './turns.ts'

jest.mock('server-only', () => ({}))

async function written(value: unknown): Promise<string> {
  let text = ''
  for await (const piece of jsonInTurns(value)) text += piece
  return text
}

test('text in turns is what JSON.stringify says', async () => {
  await fc.assert(
    fc.asyncProperty(fc.jsonValue({ maxDepth: 4 }), async (value) => {
      expect(await written(value)).toBe(JSON.stringify(value))
    }),
  )
  expect(await written({ a: undefined, b: [undefined, 1] })).toBe('{"b":[null,1]}')
})

test('others have their turn while a long list is written', async () => {
  const row = (n: number) => ({ id: `${n}`, words: Array.from({ length: 500 }, () => 'word') })
  const long = {
    list: await inTurns(
      Array.from({ length: 20_000 }, (_, n) => n),
      row,
    ),
  }
  const from = performance.now()
  JSON.stringify(long)
  // Otherwise this would show nothing.
  expect(performance.now() - from).toBeGreaterThan(allowedTurnMs())
  expect(await turnShare(() => written(long))).toBeLessThan(1)
})
