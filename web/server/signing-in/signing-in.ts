import 'server-only'
import { hash, verify } from '@node-rs/argon2'
import { putPassword, readSigner } from '@eudromos/database'
import { chosenPassword } from '../../view/own-password.ts'
import * as yup from '../../view/yup.ts'
import { auth } from './auth.ts'
import { Guesses } from './guesses.ts'
import { requireStrong } from './password-strength.ts'
import { notValid } from '../plan/plan.ts'
import { problem, ProblemError } from '../edge/problem.ts'
import type { Runtime } from '../runtime/runtime.ts'

export const signInShape = yup.object({
  email: yup.string().trim().lowercase().max(200).required('Email: give an address.'),
  password: yup.string().max(200).required('Password: give one.'),
  /** One of their own, in the place of one that was made for them. */
  fresh: chosenPassword.optional(),
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

/** So long a password that was made for somebody lets them in, to choose their own. */
const madeForMs = 14 * 24 * 3_600_000

const toChoose = (): ProblemError =>
  new ProblemError(
    problem(
      403,
      'choosePassword',
      'Choose a password',
      'This password was made for you, and others have seen it. Choose one of your own to go on.',
    ),
  )

const madeTooLongAgo = (): ProblemError =>
  new ProblemError(
    problem(
      403,
      'passwordTooOld',
      'Password too old',
      'This password was made for you more than 14 days ago and is good no more. Ask a supervisor for another.',
    ),
  )

/**
 * The answer with a session's cookies. Throws where the password is wrong, where too much was wrong before, and where it was made for
 * them: then they choose their own with it. `place` is where it is asked from.
 */
export async function signIn(
  { database, follower, files, log }: Pick<Runtime, 'database' | 'follower' | 'files' | 'log'>,
  { email, password, fresh }: yup.InferType<typeof signInShape>,
  place: string,
  headers: Headers,
): Promise<Response> {
  const signer = await readSigner(database, email)
  const madeAt = signer?.madeAt ?? null
  const right = await guess(email, place, async () =>
    signer === null || madeAt === null
      ? tryPassword({ email, password }, headers)
      : (await verify(signer.passwordHash, password)) || null,
  )
  if (right === null) {
    log.warn({ email, place }, 'a wrong password')
    throw wrong()
  }
  if (right instanceof Response) return right
  const person = follower.people.get(signer?.personId ?? '')
  if (person === undefined || madeAt === null) throw wrong()
  if (Date.now() - madeAt.getTime() > madeForMs) throw madeTooLongAgo()
  if (fresh === undefined) throw toChoose()
  if (fresh === password)
    throw notValid('samePassword', 'New password: this is the one that was made for you.', 'fresh')
  await requireStrong({ follower, files }, person, fresh, 'fresh')
  await putPassword(database, person, await hash(fresh))
  const answer = await tryPassword({ email, password: fresh }, headers)
  if (answer === null) throw wrong()
  return answer
}

/** Streams of the session are ended by `Sessions`. */
export async function signOut(headers: Headers): Promise<Response> {
  return cookiesOf(await auth().api.signOut({ headers, asResponse: true }))
}
