import { ValidationError } from 'yup'
import { isDiskFull } from '@eudromos/database'
import { whileAsked } from './asked.ts'
import { problem, ProblemError, problemResponse } from './problem.ts'
import { requireAddress } from './reading.ts'
import { sendTroubleOf } from '../runtime/sender.ts'

/** What is answered is of somebody, and of now: nothing on the way keeps it, unless the route says otherwise. */
function unkept(response: Response): Response {
  if (!response.headers.has('cache-control')) response.headers.set('cache-control', 'no-store')
  return response
}

function fieldsOf(error: ValidationError): Record<string, string> {
  const inner = error.inner.length > 0 ? error.inner : [error]
  return Object.fromEntries(inner.map(({ path, message }) => [path ?? '', message]))
}

/** Changes come from our own pages only: a browser says where a request was made. Carriers have a key, or sign. */
function isForeign({ method, headers }: Request): boolean {
  if (['GET', 'HEAD', 'OPTIONS'].includes(method)) return false
  if (headers.get('sec-fetch-site') === 'cross-site') return true
  const origin = headers.get('origin')
  if (origin === null)
    return !(headers.get('authorization') ?? '').startsWith('Bearer ') && !headers.has('webhook-signature')
  return !URL.canParse(origin) || new URL(origin).host !== headers.get('host')
}

/** Runs a route, which every route of ours does: keeps foreign changes out, and turns what goes wrong into problem details. */
export async function answering(request: Request, work: () => Promise<Response>): Promise<Response> {
  try {
    if (isForeign(request))
      return problemResponse(
        problem(403, 'foreignOrigin', 'Foreign origin', 'Changes are accepted from this address only.'),
      )
    requireAddress(request.url)
    return unkept(await whileAsked(request, work))
  } catch (error) {
    if (error instanceof ProblemError) return problemResponse(error.problem)
    if (error instanceof ValidationError)
      return problemResponse(
        problem(422, 'invalid', 'Not valid', [...new Set(error.errors)].join(' '), { fields: fieldsOf(error) }),
      )
    if (error instanceof SyntaxError)
      return problemResponse(problem(400, 'notJson', 'Not readable', 'The body is not valid JSON.'))
    const trouble = sendTroubleOf(error)
    if (trouble === 'diskFull' || isDiskFull(error))
      return problemResponse(
        problem(
          503,
          'diskFull',
          'No room',
          'The centre’s disk is full and nothing was saved. Tell your administrator; work resumes by itself once there is room.',
        ),
        { 'retry-after': '5' },
      )
    if (trouble === 'overloaded')
      return problemResponse(
        problem(
          503,
          'overloaded',
          'Not taken in',
          'The centre cannot take this in at the moment. It was not done; try again in a few seconds.',
        ),
        { 'retry-after': '2' },
      )
    if (trouble === 'answerLate')
      return problemResponse(
        problem(
          503,
          'answerLate',
          'No answer yet',
          'This was taken in but is not decided yet. It will be; send it again with the same id to see the answer.',
        ),
        { 'retry-after': '2' },
      )
    if (trouble === 'idReused')
      return problemResponse(
        problem(409, 'idReused', 'Id used before', 'This id was used before for something else. Use a new one.'),
      )
    const { runtime } = await import('../runtime/runtime.ts')
    await runtime().then(
      ({ log }) => log.error({ err: error }, 'route failed'),
      () => undefined,
    )
    return problemResponse(
      problem(
        500,
        'failed',
        'Failed',
        'Something went wrong on our side. Nothing was changed; try again, and tell your administrator if it stays.',
      ),
    )
  }
}
