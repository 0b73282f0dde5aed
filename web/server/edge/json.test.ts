import { Json, jsonOf } from './json.ts'

test('JSON that was made already goes out as it is, whichever copy of the file made it; all else is made JSON', () => {
  const text = '{ "a": 1 }'
  expect(jsonOf(new Json(text))).toBe(text)
  expect(JSON.stringify({ of: new Json(text) })).toBe('{"of":{"a":1}}')
  let another: typeof Json | undefined
  jest.isolateModules(() => {
    another = jest.requireActual<{ Json: typeof Json }>('./json.ts').Json
  })
  if (another === undefined) throw new Error('no other copy')
  expect(new another(text)).not.toBeInstanceOf(Json)
  expect(jsonOf(new another(text))).toBe(text)
  for (const value of [null, 'text', { text }, [1]]) expect(jsonOf(value)).toBe(JSON.stringify(value))
})
