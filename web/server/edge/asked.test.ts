import { askedHeaders, cookieIn, whileAsked } from './asked.ts'

jest.mock('next/headers', () => ({ headers: () => Promise.resolve(new Headers({ of: 'the page' })) }))

test('what a route asks for is of its own request, however many are answered at once; elsewhere of the page', async () => {
  const ask = (of: string): Promise<string | null> =>
    whileAsked(new Request('http://localhost', { headers: { of } }), async () => {
      await new Promise((resolve) => setTimeout(resolve, 5))
      return (await askedHeaders()).get('of')
    })
  expect(await Promise.all(['a', 'b', 'c'].map(ask))).toEqual(['a', 'b', 'c'])
  expect((await askedHeaders()).get('of')).toBe('the page')
})

test.each([
  ['a=1; b=2', 'b', '2'],
  ['a=1;b=2', 'b', '2'],
  ['xb=1; b=x=y%20z', 'b', 'x=y%20z'],
  ['ab=1', 'b', null],
  ['b', 'b', null],
  ['', 'b', null],
])('of %j the cookie %s is %j', (cookie, name, found) => {
  expect(cookieIn(new Headers(cookie === '' ? {} : { cookie }), name)).toBe(found)
})
