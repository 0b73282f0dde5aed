import { ProblemError } from './problem.ts'
import { inPath, isText, parseJson, requireAddress } from './reading.ts'

const wrongOf = (work: () => unknown): unknown => {
  try {
    work()
    return null
  } catch (error) {
    return error instanceof ProblemError ? { code: error.problem.code, fields: error.problem.fields } : String(error)
  }
}

test.each([
  ['Orla', true],
  ['', true],
  ['signs of two halves: \u{1F6A2}', true],
  ['a\u0000b', false],
  ['\ud83d', false],
  ['\udea2\ud83d', false],
])('%j is a text: %s', (text, is) => {
  expect(isText(text)).toBe(is)
})

test('what is in no text is refused wherever it stands in a body, its field named', () => {
  expect(parseJson('{"name":"Orla","tags":["a"],"n":1e300}')).toEqual({ name: 'Orla', tags: ['a'], n: 1e300 })
  expect(wrongOf(() => parseJson('{"queue":{"tags":["a","b\\u0000"]}}'))).toMatchObject({
    code: 'notText',
    fields: { 'queue.tags[1]': 'This contains characters that text cannot have.' },
  })
  expect(wrongOf(() => parseJson('{"a\\ud800":1}'))).toMatchObject({ code: 'notText' })
  for (const name of ['toString', '__proto__', 'constructor'])
    expect(wrongOf(() => parseJson(`{"a":[{"${name}":1}]}`))).toMatchObject({ code: 'notText' })
  expect(wrongOf(() => parseJson('"\\udc00"'))).toEqual({ code: 'notText', fields: undefined })
  expect(
    wrongOf(() =>
      parseJson(JSON.stringify({ a: Object.fromEntries(Array.from({ length: 6000 }, (_, n) => [`k${n}`, n])) })),
    ),
  ).toMatchObject({ code: 'tooMany' })
  expect(wrongOf(() => parseJson('['.repeat(30) + ']'.repeat(30)))).toMatchObject({ code: 'tooDeep' })
  expect(wrongOf(() => parseJson('{'))).toContain('SyntaxError')
})

test.each([
  ['/api/x?a=b+c%20d', null],
  ['/api/x/%25', null],
  ['/api/x/%2500', null],
  ['/api/%00', 'notText'],
  ['/api/x?a=%00', 'notText'],
  ['/api/x?a=%ED%A0%80', 'notText'],
  ['/api/x?a=%', 'notText'],
  ['/api/x?toString=1', 'notText'],
  ['/api/%ff', 'notText'],
])('the address %s', (address, code) => {
  const wrong = wrongOf(() => requireAddress(`http://centre.example${address}`)) as { code: string } | null
  expect(wrong?.code ?? null).toBe(code)
})

test('what stands in a path is read as it was before it was put there; what is none is not there', async () => {
  const read = (id: string) => inPath(Promise.resolve({ id }))
  expect(await read('a%2Fb')).toEqual({ id: 'a/b' })
  expect(await read('100%')).toEqual({ id: '100%' })
  for (const id of ['%00', 'x'.repeat(301)])
    await expect(read(id)).rejects.toMatchObject({ problem: { code: 'notFound' } })
})
