import { limitRate, readBody, readJson } from './limits.ts'
import { ProblemError } from './problem.ts'

jest.mock('server-only', () => ({}))

const codeOf = async (work: () => unknown): Promise<string | null> => {
  try {
    await work()
    return null
  } catch (error) {
    return error instanceof ProblemError ? error.problem.code : String(error)
  }
}
const post = (body: BodyInit): Request =>
  new Request('http://centre.example/x', { method: 'POST', body, duplex: 'half' } as RequestInit)

test('so many requests a minute are let through for each key, and come back with time', async () => {
  jest.spyOn(performance, 'now').mockReturnValue(1_000_000)
  for (let n = 0; n < 3; n += 1) limitRate('a', 3)
  expect(await codeOf(() => limitRate('a', 3))).toBe('tooMany')
  expect(await codeOf(() => limitRate('b', 3))).toBeNull()
  jest.spyOn(performance, 'now').mockReturnValue(1_020_000)
  expect(await codeOf(() => limitRate('a', 3))).toBeNull()
  expect(await codeOf(() => limitRate('a', 3))).toBe('tooMany')
  jest.restoreAllMocks()
})

test('a body is refused as soon as it is larger than allowed, whatever it says of its length', async () => {
  expect((await readBody(post('12345'), 5)).toString()).toBe('12345')
  expect(await codeOf(() => readBody(post('123456'), 5))).toBe('tooLarge')
  let given = 0
  const endless = new ReadableStream<Uint8Array>({
    pull(controller) {
      given += 1
      controller.enqueue(new Uint8Array(1024))
    },
  })
  expect(await codeOf(() => readBody(post(endless), 4096))).toBe('tooLarge')
  expect(given).toBeLessThan(20)
})

test('JSON is read; a NUL sign in it is refused before the database meets it', async () => {
  expect(await readJson(post('{"name":"Orla"}'))).toEqual({ name: 'Orla' })
  expect(await codeOf(() => readJson(post('{"name":"Or\\u0000la"}')))).toBe('notText')
  await expect(readJson(post('{"name":'))).rejects.toThrow(SyntaxError)
})
