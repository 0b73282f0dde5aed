import type { Refusal } from '@eudromos/core/routing'
import { refusalText } from '../../messages/refusals.ts'

/** Problem details (RFC 9457). `code` is ours: the reason as a code, for programs. */
export interface Problem {
  readonly type: string
  readonly title: string
  readonly status: number
  readonly code: string
  readonly detail: string
  readonly params?: Readonly<Record<string, string | number>>
  /** For each field that is wrong, what to do about it. */
  readonly fields?: Readonly<Record<string, string>>
  readonly seq?: number
}

export class ProblemError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }
}

export const problem = (
  status: number,
  code: string,
  title: string,
  detail: string,
  rest: Partial<Problem> = {},
): Problem => ({
  type: 'about:blank',
  title,
  status,
  code,
  detail,
  ...rest,
})

export const signedOut = (): ProblemError =>
  new ProblemError(problem(401, 'signedOut', 'Not signed in', 'You are not signed in. Sign in and try again.'))

export const notAllowed = (): ProblemError =>
  new ProblemError(
    problem(403, 'notAllowed', 'Not allowed', 'Your role does not allow this. Ask a supervisor or an administrator.'),
  )

export const notFound = (what: string): ProblemError =>
  new ProblemError(problem(404, 'notFound', 'Not found', `${what} is not there, or no longer.`))

export const tooMany = (): ProblemError =>
  new ProblemError(
    problem(429, 'tooMany', 'Too many requests', 'Too many requests came from here. Wait a minute and try again.'),
  )

export const refused = ({ code, params }: Refusal, seq: number): ProblemError =>
  new ProblemError(
    problem(code === 'notAllowed' ? 403 : 409, code, 'Refused', refusalText({ code, params }), { params, seq }),
  )

export function problemResponse(found: Problem, headers: Record<string, string> = {}): Response {
  return new Response(JSON.stringify(found), {
    status: found.status,
    headers: { 'content-type': 'application/problem+json', 'cache-control': 'no-store', ...headers },
  })
}
