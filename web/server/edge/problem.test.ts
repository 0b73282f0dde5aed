import * as yup from 'yup'
import { answering } from './answering.ts'
import { notFound, problemResponse, problem, refused, type Problem } from './problem.ts'
import { SendTrouble } from '../runtime/sender.ts'

jest.mock('server-only', () => ({}))
jest.mock('../runtime/runtime.ts', () => ({ runtime: () => Promise.resolve({ log: { error: logged } }) }))

const logged = jest.fn()

const request = (headers: Record<string, string> = {}, method = 'POST'): Request =>
  new Request('http://centre.example/api/x', { method, headers: { host: 'centre.example', ...headers } })
const own = { origin: 'http://centre.example' }

async function answerOf(work: () => Promise<Response>, headers: Record<string, string> = own, method = 'POST') {
  const answer = await answering(request(headers, method), work)
  const body = (await answer.json().catch(() => null)) as Problem | null
  return { status: answer.status, type: answer.headers.get('content-type'), body, headers: answer.headers }
}
const fine = (): Promise<Response> => Promise.resolve(Response.json({ ok: true }))
const throwing = (error: Error) => (): Promise<Response> => Promise.reject(error)

describe('where a change comes from', () => {
  test.each<[string, Record<string, string>, string, number]>([
    ['our own pages', own, 'POST', 200],
    ['another site', { origin: 'http://evil.example' }, 'POST', 403],
    ['another site, said by the browser', { ...own, 'sec-fetch-site': 'cross-site' }, 'DELETE', 403],
    ['an address that is none', { origin: 'null' }, 'POST', 403],
    ['nowhere, without a key', {}, 'PUT', 403],
    ['a carrier with its key', { authorization: 'Bearer key' }, 'POST', 200],
    ['another site that only reads', { origin: 'http://evil.example' }, 'GET', 200],
  ])('%s', async (_, headers, method, status) => {
    expect((await answerOf(fine, headers, method)).status).toBe(status)
  })
})

test('nothing on the way keeps an answer, unless its route lets it', async () => {
  const kept = () => Promise.resolve(Response.json({}, { headers: { 'cache-control': 'private, max-age=3600' } }))
  const [plain, wrong, own] = [await answerOf(fine), await answerOf(throwing(notFound('This'))), await answerOf(kept)]
  const headers = [plain, wrong, own].map((answer) => answer.headers.get('cache-control'))
  expect(headers).toEqual(['no-store', 'no-store', 'private, max-age=3600'])
})

describe('what goes wrong becomes problem details', () => {
  test('what is not there', async () => {
    expect(await answerOf(throwing(notFound('This queue')))).toMatchObject({
      status: 404,
      type: 'application/problem+json',
      body: { code: 'notFound', detail: 'This queue is not there, or no longer.' },
    })
  })

  test('fields that are wrong, each named once', async () => {
    const shape = yup.object({
      name: yup.string().min(1, 'Give a name.').required('Give a name.'),
      seconds: yup.number().max(5, 'Give at most 5 s.'),
    })
    const work = async (): Promise<Response> =>
      Response.json(await shape.validate({ name: '', seconds: 9 }, { abortEarly: false }))
    expect((await answerOf(work)).body).toMatchObject({
      status: 422,
      detail: 'Give a name. Give at most 5 s.',
      fields: { name: 'Give a name.', seconds: 'Give at most 5 s.' },
    })
  })

  test('a body that is no JSON', async () => {
    expect((await answerOf(throwing(new SyntaxError('x')))).body).toMatchObject({ status: 400, code: 'notJson' })
  })

  test.each([
    ['overloaded', 503],
    ['answerLate', 503],
    ['idReused', 409],
  ] as const)('the router: %s', async (trouble, status) => {
    const answer = await answerOf(throwing(new SendTrouble(trouble, '')))
    expect(answer).toMatchObject({ status, body: { code: trouble } })
    expect(answer.headers.get('retry-after')).toBe(status === 503 ? '2' : null)
  })

  test('a full disk, whoever met it', async () => {
    const full = Object.assign(new Error('could not extend file'), { code: '53100' })
    for (const error of [full, new Error('a query failed', { cause: full }), new SendTrouble('diskFull', '')])
      expect(await answerOf(throwing(error))).toMatchObject({ status: 503, body: { code: 'diskFull' } })
  })

  test('a refusal of the core, with its parameters and its place in the journal', () => {
    const { problem: found } = refused({ code: 'stillCarrying', params: { count: 2 } }, 4)
    expect(found).toMatchObject({ status: 409, code: 'stillCarrying', params: { count: 2 }, seq: 4 })
    expect(found.detail).toContain('2 conversations are still open')
    expect(refused({ code: 'notAllowed', params: {} }, 5).problem.status).toBe(403)
  })

  test('a mistake of ours tells nothing of itself, and is logged', async () => {
    const answer = await answerOf(throwing(new Error('secret detail')))
    expect(answer).toMatchObject({ status: 500, body: { code: 'failed' } })
    expect(JSON.stringify(answer.body)).not.toContain('secret')
    expect(logged).toHaveBeenCalled()
  })
})

test('a problem is answered with its own status', () => {
  expect(problemResponse(problem(418, 'x', 'X', 'x')).status).toBe(418)
})
