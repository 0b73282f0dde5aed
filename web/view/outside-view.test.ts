import { threadsOf, type PhoneTextView } from './outside-view.ts'

const text = (from: string, to: string, at: number): PhoneTextView => ({
  id: `${from}${to}${at}`,
  from,
  to,
  text: '',
  pictures: [],
  at,
  state: 'delivered',
  reason: null,
})

test('texts are threads by the other number, the newest thread first', () => {
  const threads = threadsOf('me', [text('me', 'a', 1), text('b', 'me', 2), text('a', 'me', 3)])
  expect(threads.map(({ other, texts }) => [other, texts.map(({ at }) => at)])).toEqual([
    ['a', [1, 3]],
    ['b', [2]],
  ])
})
