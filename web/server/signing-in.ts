import 'server-only'
import * as yup from '../view/yup.ts'
import { auth } from './auth.ts'
import { Guesses } from './guesses.ts'
import { problem, ProblemError } from './problem.ts'
import { runtime } from './runtime.ts'

export const signInShape = yup.object({
  email: yup.string().trim().lowercase().max(200).required('Email: give an address.'),
  password: yup.string().max(200).required('Password: give one.'),
})

const shared = globalThis as unknown as { eudromosGuesses?: Guesses }
const guesses = (): Guesses => (shared.eudromosGuesses ??= new Guesses())

/** The cookies of the session library's answer; what else it says, the token among it, stays here. */
function cookiesOf(answer: Response): Response {
  const headers = new Headers()
  for (const cookie of answer.headers.getSetCookie()) headers.append('set-cookie', cookie)
  return new Response(null, { status: 204, headers })
}

/** Whether there is such an account is not told, nor what was wrong. */
const wrong = (): ProblemError =>
  new ProblemError(problem(401, 'wrongPassword', 'Not signed in', 'The address or the password is wrong.'))

/** Signs in with a password that is known to be right or wrong by what this gives; null where it is wrong. */
export async function tryPassword(
  body: { readonly email: string; readonly password: string },
  headers: Headers,
): Promise<Response | null> {
  const answer = await auth().api.signInEmail({ body, asResponse: true, headers })
  return answer.ok ? cookiesOf(answer) : null
}

/** Tries a password, which counts as a guess where it is wrong, and null comes of it. Throws where too much was wrong before. */
export async function guess<T>(email: string, place: string, tried: () => Promise<T | null>): Promise<T | null> {
  guesses().require(email, place)
  guesses().begin(email, place)
  const right = await tried()
  if (right !== null) guesses().right(email, place)
  return right
}

/** Throws where it is wrong, and where too much was wrong before. `place` is where it is asked from. */
export async function signIn(
  { email, password }: yup.InferType<typeof signInShape>,
  place: string,
  headers: Headers,
): Promise<Response> {
  const answer = await guess(email, place, () => tryPassword({ email, password }, headers))
  if (answer === null) {
    const { log } = await runtime()
    log.warn({ email, place }, 'a wrong password')
    throw wrong()
  }
  return answer
}

/** Streams of the session are ended by `Sessions`. */
export async function signOut(headers: Headers): Promise<Response> {
  return cookiesOf(await auth().api.signOut({ headers, asResponse: true }))
}
