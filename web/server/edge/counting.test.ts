import { Refused, requestCounted } from '../../components/stream/send.ts'
import type { Count } from '../../view/counted.ts'
import { counting } from './counting.ts'
import { problem, ProblemError } from './problem.ts'

jest.mock('../runtime/sender.ts', () => ({ sendTroubleOf: () => null }))
jest.mock('next/headers', () => ({}))

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** What a browser is told of work that is done for it. */
async function told(work: (count: Count) => Promise<Response>) {
  const counts: unknown[][] = []
  const kinds: (string | null)[] = []
  const fetched = jest.spyOn(globalThis, 'fetch').mockImplementation(async (url, init) => {
    const headers = new Headers(init?.headers)
    headers.set('origin', 'http://eudromos.test')
    headers.set('host', 'eudromos.test')
    const answer = await counting(new Request(String(url), { ...init, headers }), work)
    kinds.push(answer.headers.get('content-type'))
    return answer
  })
  try {
    const answer = await requestCounted('http://eudromos.test/api/file', { method: 'POST', body: 'x' }, (...one) =>
      counts.push(one),
    )
    return { answer, counts, kinds }
  } catch (error) {
    return { error: error as Refused, counts, kinds }
  } finally {
    fetched.mockRestore()
  }
}

test('what takes long is counted, no oftener than can be read, and then answered', async () => {
  const { answer, counts, kinds } = await told(async (count) => {
    for (let n = 0; n <= 40; n += 1) {
      count('reading', n * 100, 4000)
      await wait(10)
    }
    return Response.json({ fresh: 4000 })
  })
  expect(answer).toEqual({ fresh: 4000 })
  expect(kinds).toEqual(['application/x-ndjson'])
  expect(counts.length).toBeGreaterThan(0)
  expect(counts.length).toBeLessThan(5)
  expect(counts[0]).toEqual(['reading', expect.any(Number), 4000])
})

test('what is done at once is just answered, with the status that it has', async () => {
  expect(await told(() => Promise.resolve(Response.json({ fresh: 1 })))).toEqual({
    answer: { fresh: 1 },
    counts: [],
    kinds: ['application/json'],
  })
})

test('what is refused in the middle is refused for whoever asked, with the same words', async () => {
  const refuse = () => Promise.reject(new ProblemError(problem(409, 'moved', 'Moved', 'Somebody was faster.')))
  const early = await told(refuse)
  const late = await told(async (count) => {
    await wait(160)
    count('keeping', 1, 2)
    return refuse()
  })
  for (const { error } of [early, late]) {
    expect(error).toBeInstanceOf(Refused)
    expect(error).toMatchObject({ message: 'Somebody was faster.', status: 409, code: 'moved' })
  }
  expect(late.counts).toEqual([['keeping', 1, 2]])
})

test('the next step is told as it begins', async () => {
  const { counts } = await told(async (count) => {
    await wait(160)
    count('checking', 9, 9)
    count('publishing', 0, 0)
    count('publishing', 0, 0)
    return Response.json({})
  })
  expect(counts).toEqual([
    ['checking', 9, 9],
    ['publishing', 0, 0],
  ])
})

test('an answer that breaks off is none', async () => {
  const fetched = jest
    .spyOn(globalThis, 'fetch')
    .mockResolvedValue(
      new Response('{"step":"reading","done":1,"of":2}\n', { headers: { 'content-type': 'application/x-ndjson' } }),
    )
  await expect(requestCounted('http://eudromos.test/api/file', {}, () => undefined)).rejects.toMatchObject({
    code: 'offline',
  })
  fetched.mockRestore()
})
